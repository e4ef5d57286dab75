import { describe, expect, test } from '@jest/globals';
import { act, render, screen } from '@testing-library/react';
import { Suspense } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { fetchWhatIsPointedAt, later, PAGES } from './pages.tsx';

const drawn = (element: React.ReactNode) => render(<Suspense fallback="One moment">{element}</Suspense>);

describe('a page whose code comes later', () => {
  test('is waited for where nobody has fetched it, and drawn at once where it has come', async () => {
    let loads = 0;
    const page = later('x', async () => {
      loads += 1;
      return { default: () => <h1>Here</h1> };
    });
    drawn(page.element).unmount();
    expect(loads).toBe(1);
    await act(async () => page.fetch?.());
    const { container } = drawn(page.element);
    expect(container.textContent).toBe('Here');
  });

  test('that could not come is asked for again', async () => {
    let away = true;
    let asked = 0;
    const page = later('x', async () => {
      asked += 1;
      if (away) throw new TypeError('There is no server here.');
      return { default: () => <h1>Here</h1> };
    });
    await act(async () => page.fetch?.());
    const tried = () => drawn(<ErrorBoundary fallback="Broken">{page.element}</ErrorBoundary>);
    const { unmount } = tried();
    // It says so, and asks no more by itself.
    expect(await screen.findByText('Broken')).toBeTruthy();
    expect(asked).toBeLessThan(6);
    unmount();
    away = false;
    page.afresh?.();
    tried();
    expect(await screen.findByText('Here')).toBeTruthy();
  });

  test('is fetched when its link is pointed at, and only then', async () => {
    const page = PAGES.find(({ path }) => path === 'glossary') as { fetch: () => void };
    const asked: string[] = [];
    page.fetch = () => asked.push('glossary');
    fetchWhatIsPointedAt();
    render(
      <>
        <a href="/glossary">
          <b>Glossary</b>
        </a>
        <a href="https://elsewhere.example/glossary">Elsewhere</a>
      </>,
    );
    screen.getByText('Elsewhere').dispatchEvent(new Event('pointerover', { bubbles: true }));
    expect(asked).toEqual([]);
    screen.getByText('Glossary').dispatchEvent(new Event('pointerover', { bubbles: true }));
    expect(asked).toEqual(['glossary']);
  });
});
