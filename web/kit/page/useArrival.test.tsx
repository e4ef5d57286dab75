import { beforeEach, describe, expect, test } from '@jest/globals';
import { act, cleanup, render, screen } from '@testing-library/react';
import { type ReactNode, useRef } from 'react';
import { useArrival } from './useArrival.ts';

function Page({ path, children }: { path: string; children: ReactNode }) {
  const main = useRef<HTMLElement>(null);
  useArrival(main, path);
  return <main ref={main}>{children}</main>;
}
/** What has changed in the page is told of a moment later. */
const settled = () => act(() => new Promise((resolve) => setTimeout(resolve)));

beforeEach(() => {
  cleanup();
  document.title = '';
});

describe('arriving at a page', () => {
  test('names the window by its heading, and takes no focus from the first page', () => {
    render(
      <Page path="/">
        <h1>In the cold</h1>
      </Page>,
    );
    expect(document.title).toBe('In the cold · Chill');
    expect(document.activeElement).toBe(document.body);
  });
  test('takes the focus to the heading of the next, once that is there', async () => {
    const { rerender } = render(<Page path="/">{<h1>Round</h1>}</Page>);
    rerender(<Page path="/batch/PJS">{<p>Loading</p>}</Page>);
    expect(document.title).toBe('Round · Chill');
    rerender(
      <Page path="/batch/PJS">
        <h1 data-title="PJS Western serviceberry">
          <b>PJS</b> Western serviceberry
        </h1>
      </Page>,
    );
    await settled();
    expect(document.title).toBe('PJS Western serviceberry · Chill');
    expect(document.activeElement).toBe(screen.getByRole('heading'));
  });
  test('leaves the focus where a page has put it itself', () => {
    const { rerender } = render(<Page path="/">{<h1>Round</h1>}</Page>);
    rerender(
      <Page path="/seeds/new">
        <h1>A lot of seed</h1>
        {/* biome-ignore lint/a11y/noAutofocus: what is tried here. */}
        <input autoFocus aria-label="Species" />
      </Page>,
    );
    expect(document.title).toBe('A lot of seed · Chill');
    expect(document.activeElement).toBe(screen.getByRole('textbox'));
  });
  test('follows a heading that changes, and does not move the focus for it', async () => {
    const { rerender } = render(<Page path="/">{<h1>Round</h1>}</Page>);
    rerender(<Page path="/">{<h1>Tuesday</h1>}</Page>);
    await settled();
    expect(document.title).toBe('Tuesday · Chill');
    expect(document.activeElement).toBe(document.body);
  });
});
