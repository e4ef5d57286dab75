import type { LearnedOf } from '@chill/core/results/taught.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import { afterAll, beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, screen, waitFor } from '@testing-library/react';
import { SWRConfig } from 'swr';
import { FateBar } from '../../parts/FateBar.tsx';
import { lotOf, nurseryWith, show, taking } from '../../testing.tsx';
import LearnedPage from './LearnedPage.tsx';
import ReportPage from './ReportPage.tsx';
import ResultsStation from './ResultsStation.tsx';
import RightPage from './RightPage.tsx';

const { fetch: offline, Worker: theirs } = globalThis;
let sent: ReturnType<typeof taking> = [];
beforeEach(() => {
  cleanup();
  sent = taking();
});
afterAll(() => {
  globalThis.fetch = offline;
  globalThis.Worker = theirs;
});

const larch = lotOf('larix-occidentalis');
const outcome = (code: string, plants: number, over: Partial<Outcome> = {}): Outcome => ({
  batchId: code,
  code,
  speciesId: larch.speciesId,
  lotId: larch.id,
  lotCode: larch.code,
  madeOn: '2025-11-01',
  closedOn: '2026-06-01',
  method: { id: 'towel-in-fridge', name: 'Towel in the fridge' },
  seeds: 60,
  promised: { low: 20, high: 35 },
  minutes: 40,
  went: { plants, neverSprouted: 60 - plants },
  stages: [],
  believed: { able: 0.8, released: 1, sprouts: 0.8, establishes: 0.8 },
  ...over,
});
const open = (page: () => React.ReactNode, results: Outcome[], at = '/results', learned: LearnedOf[] = []) =>
  show(nurseryWith(larch, []), page, { at, path: '/results/*', results, learned });

describe('closed batches', () => {
  test('stand with their parts, those below what was promised marked; of none it is said what will come here', () => {
    open(
      () => <ResultsStation />,
      [
        outcome('AAA', 12),
        outcome('BBB', 30, { went: { plants: 20, movedOn: 10, neverSprouted: 30 } }),
        outcome('CCC', 9, { splitFrom: 'BBB', seeds: 10, went: { plants: 9, mouldy: 1 } }),
      ],
    );
    expect(
      screen.getByText('2 batches are closed; 2 can be judged, and 1 ended within the range that was promised. Nine in ten should.'),
    ).toBeTruthy();
    expect(screen.getByText('60 seeds: 29 plants · 30 never sprouted · 1 mouldy')).toBeTruthy();
    expect(screen.getByText(/^fewer than promised/)).toBeTruthy();
    cleanup();
    open(() => <ResultsStation />, []);
    expect(screen.getByText(/^No batch is closed yet/)).toBeTruthy();
  });
  test('are ordered by what is asked for, and found by any of their words', async () => {
    const { user } = open(
      () => <ResultsStation />,
      Array.from({ length: 12 }, (_, i) => outcome(`X${i + 10}`, 20 + i, { closedOn: `2026-06-${10 + i}` })),
    );
    const codes = () => screen.getAllByRole('link').flatMap(({ textContent }) => /^X\d\d/.exec(textContent ?? '')?.[0] ?? []);
    expect(codes().slice(0, 2)).toEqual(['X21', 'X20']);
    await user.selectOptions(screen.getByLabelText('by'), 'plants');
    await waitFor(() => expect(codes().slice(0, 2)).toEqual(['X10', 'X11']));
    await user.type(screen.getByRole('searchbox'), 'x15');
    await waitFor(() => expect(codes()).toEqual(['X15']));
    await user.type(screen.getByRole('searchbox'), ' oak');
    await waitFor(() => expect(screen.getByText('No closed batch has all of: x15 oak.')).toBeTruthy());
  });
  test('stand by whose hands they were in, each group with what came of it', async () => {
    const by = (...names: string[]) => ({ hands: names.map((name) => ({ name, entries: 2 })) });
    const { user } = open(
      () => <ResultsStation />,
      [
        ...Array.from({ length: 9 }, (_, i) => outcome(`I${i}A`, 25, by('Ida'))),
        outcome('T1A', 12, by('Tomas')),
        outcome('B1A', 30, by('Ida', 'Tomas')),
        outcome('N1A', 30),
      ],
    );
    await user.selectOptions(screen.getByLabelText('grouped'), 'person');
    const headings = screen.getAllByRole('heading', { level: 2 }).map(({ textContent }) => textContent);
    expect(headings).toEqual([
      'Ida 9 · 225 plants of 540 seeds; 9 of 9 as promised',
      'nobody named 1 · 30 plants of 60 seeds; 1 of 1 as promised',
      'several people 1 · 30 plants of 60 seeds; 1 of 1 as promised',
      'Tomas 1 · 12 plants of 60 seeds; 0 of 1 as promised',
    ]);
    await user.type(screen.getByRole('searchbox'), 'tomas');
    await screen.findByText('2 of 12');
  });
  test('are drawn under the range that was promised, and nothing drawn where there is no seed', () => {
    const { container } = open(() => <FateBar outcome={{ seeds: 0, went: {}, promised: { low: 0, high: 0 } }} />, []);
    expect(container.innerHTML).not.toContain('NaN');
  });
});

describe('is Chill right', () => {
  test('is not said of fewer than twenty', () => {
    open(() => <RightPage />, [outcome('AAA', 22)], '/results/right');
    expect(screen.getByText(/^1 of the 20 results that are needed\./)).toBeTruthy();
  });
  test('too narrow it says so, and ranges are made wider by one tap', async () => {
    const { user } = open(
      () => <RightPage />,
      Array.from({ length: 30 }, (_, i) => outcome(`X${i}`, i % 3 === 0 ? 5 : i % 3 === 1 ? 28 : 52)),
      '/results/right',
    );
    expect(screen.getByText('The ranges have been too narrow: what came lay outside them too often.')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: /^Make ranges wider: × / }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]?.body).toMatchObject({ settings: { spread: expect.any(Number) } });
    expect(Number(JSON.stringify(sent[0]?.body).match(/"spread":([\d.]+)/)?.[1])).toBeGreaterThan(1.2);
  });
});

describe('what is learned', () => {
  const learned = {
    establishes: { said: 0.8, had: { came: 20, of: 40 }, batches: 2, now: 0.56, low: 0.45, high: 0.67, worth: 50 },
    cold: {
      said: { from: 30, to: 60 },
      now: { from: 41, to: 77 },
      low: { from: 33, to: 62 },
      high: { from: 50, to: 96 },
      batches: 2,
      seeds: 120,
    },
  };
  const sown = [{ container: 'plug, 72 a tray', cover_mm: 3, came: 30, of: 41, batches: 2, half_days: 12 }];
  const ofLarch = { speciesId: larch.speciesId, learned, apart: [], varieties: [], sown };
  test('is shown as it moved; made one’s own it is saved with the day and what it counts for, forgotten with the day alone', async () => {
    const { user } = open(() => <LearnedPage />, [outcome('AAA', 20)], '/results/learned', [ofLarch]);
    expect(screen.getByText('now 56 %')).toBeTruthy();
    expect(screen.getByText('you had 20 of 40 in 2 batches')).toBeTruthy();
    expect(
      screen.getByText(/3 mm deep: 30 came up of about 41 that would have germinated, in 2 batches\. Half of them by day 12\.$/),
    ).toBeTruthy();
    expect(screen.getByText(/^Half are ready after/).textContent).toBe(
      'Half are ready after 41 days (33–50), nearly all after 77 (62–96).',
    );
    await user.click(screen.getByRole('button', { name: /become plants: make it my own entry$/ }));
    await user.click(screen.getByRole('button', { name: /Cold that it needs: forget it$/ }));
    await waitFor(() => expect(sent).toHaveLength(2));
    const figures = sent.map(({ body }) => (body as { figures: object[] }).figures);
    expect(figures[0]).toEqual([{ speciesId: larch.speciesId, figure: 'establishes', since: expect.any(String), share: 0.56, worth: 50 }]);
    expect(figures[1]).toEqual([{ speciesId: larch.speciesId, figure: 'cold', since: expect.any(String) }]);
  });
  test('before anything is learned that is said, and why; viability, of tests of lots alone, with what years in store do', () => {
    open(() => <LearnedPage />, [outcome('AAA', 22)], '/results/learned');
    expect(screen.getByText(/^Nothing is learned yet/)).toBeTruthy();
    cleanup();
    const viable = { ...learned.establishes, batches: 1, ageing: 0.3 };
    open(() => <LearnedPage />, [], '/results/learned', [{ ...ofLarch, learned: { viable } }]);
    expect(screen.getByText('you found 20 of 40 in 1 lot')).toBeTruthy();
    expect(screen.getByText(/Stored dry for 3 years, 23 %\.$/)).toBeTruthy();
  });
  test('where the server cannot say, the handbook stands', async () => {
    globalThis.fetch = async () => new Response('{}', { status: 500 });
    const unsaid = () => (
      <SWRConfig value={{ fallback: {}, provider: () => new Map(), shouldRetryOnError: false, revalidateIfStale: true }}>
        <LearnedPage />
      </SWRConfig>
    );
    open(unsaid, []);
    expect(await screen.findByText(/^Nothing is learned yet/)).toBeTruthy();
  });
});

test('a report is of the season that is asked for, summed up species by species', async () => {
  // No recipe is found for the next year.
  globalThis.Worker = class extends EventTarget {
    postMessage() {
      queueMicrotask(() => this.dispatchEvent(new MessageEvent('message', { data: { done: true } })));
    }
    terminate() {}
  } as unknown as typeof Worker;
  const { user } = open(() => <ReportPage />, [outcome('AAA', 20), outcome('BBB', 25, { closedOn: '2025-06-01' })], '/results/report');
  expect(screen.getByText(/^2 batches, 120 seeds, 45 plants; 2 of 2 ended/)).toBeTruthy();
  await user.selectOptions(screen.getByLabelText('Season'), '2025');
  await waitFor(() => expect(screen.getByText(/^1 batch, 60 seeds, 25 plants/)).toBeTruthy());
  expect(screen.getByText('60 seeds: 25 plants · 35 never sprouted')).toBeTruthy();
});
