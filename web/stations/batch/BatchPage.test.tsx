import { beforeAll, beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, screen, within } from '@testing-library/react';
import { batchOf, lotOf, nurseryWith, recorded, show, upTo } from '../../testing.tsx';
import BatchPage from './BatchPage.tsx';

const larch = lotOf('larix-occidentalis');
const inTheCold = (...said: object[]) => batchOf(larch, 'towel-in-fridge', ...upTo(larch, 'towel-in-fridge', 'coldMoist'), ...said);
const opened = (batch = inTheCold(), today = '2026-11-05', code = '7QK') =>
  show(nurseryWith(larch, [batch], today), () => <BatchPage />, { at: `/batch/${code}`, path: '/batch/:code' });
const region = (name: string) => within(screen.getByRole('region', { name }));

// The plots come when they are needed; here they are waited for once.
beforeAll(() => import('../../kit/plot/Drawn.tsx'));
beforeEach(() => {
  localStorage.clear();
  cleanup();
});

describe('a batch in the cold', () => {
  test('says whose it is, what it received against what it needs, and when it comes out', () => {
    opened();
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('7QK Western larch');
    // Since 12 October, in a fridge at its usual temperature.
    expect(screen.getByText(/of cold received since 12 Oct/).parentElement?.textContent).toMatch(/^24 ?of 38 days/);
    expect(screen.getByText(/any day from/).textContent).toMatch(/day: 19 Nov; any day from 12 Nov to 29 Nov costs at most 3 %/);
  });

  test('compares the days around the one that it is due, the best with nothing against it', () => {
    opened();
    const rows = within(screen.getByRole('table', { name: /seeds ready and alive/i }))
      .getAllByRole('row')
      .slice(1);
    const seeds = rows.map((row) => Number(/\d+/.exec(row.children[1]?.textContent ?? '')?.[0]));
    const due = rows.findIndex((row) => row.children[2]?.textContent === '');
    expect(due).toBeGreaterThanOrEqual(0);
    expect(seeds[due]).toBe(Math.max(...seeds));
    rows.forEach((row, i) => {
      const against = row.children[2]?.textContent?.replace('−', '-');
      if (i !== due && /\d/.test(against ?? '')) expect(Number(against)).toBe((seeds[i] as number) - (seeds[due] as number));
    });
  });

  test('says of the days that nobody measured that they count as nominal, and draws both plots with what they show', async () => {
    opened();
    const cold = region('Cold received');
    expect(cold.getByText(/days not measured/).textContent).toMatch(/^12 Oct – 4 Nov: 24 days/);
    expect(await cold.findAllByRole('img')).toHaveLength(2);
  });

  test('that was found dry says what that cost', () => {
    opened(inTheCold({ kind: 'checked', damp: 'dry', moves: [], on: '2026-11-01' }));
    expect(
      region('Cold received')
        .getAllByRole('listitem')
        .map((one) => one.textContent)
        .join(),
    ).toMatch(/dry/);
    expect(document.body.textContent).toMatch(/found dry count half/);
  });

  test('counts every seed, and takes back the last entry with one tap', async () => {
    const mouldy = { kind: 'checked', damp: 'right', moves: [{ from: 'waiting', to: 'mouldy', count: 3 }], on: '2026-11-03' };
    const { user } = opened(inTheCold(mouldy));
    const before = recorded().length;
    expect(screen.getAllByText(/77/).length).toBeGreaterThan(0);
    const entry = screen.getAllByRole('listitem').find((one) => /3 .*mouldy/.test(one.textContent ?? ''));
    await user.click(within(entry as HTMLElement).getByRole('button', { name: /^Undo/ }));
    expect(recorded().slice(before)).toMatchObject([{ kind: 'reversed' }]);
  });
});

describe('a code', () => {
  test('that no bag has is looked for among those a letter away', async () => {
    opened(inTheCold(), '2026-11-05', '7QX');
    expect((await screen.findByRole('heading', { level: 1 })).textContent).toBe('No batch has the code 7QX');
    expect(screen.getByRole('link', { name: /7QK/ }).getAttribute('href')).toBe('/batch/7QK');
  });
});
