import { describe, expect, test } from '@jest/globals';
import { allWaiting } from '../ledger/states.ts';
import type { BatchView } from '../nursery/reader.ts';
import { LABEL_SHEETS, labelAt } from './sheets.ts';
import { pathOf, squareHolds } from './square.ts';
import { bagWords, keepIt, potWords } from './words.ts';

describe('sheets of labels', () => {
  test.each(LABEL_SHEETS.map((sheet) => [sheet.name, sheet] as const))('%s: every label lies on the paper, none on another', (_, sheet) => {
    const { columns, rows, label, paper } = sheet;
    const all = Array.from({ length: columns * rows }, (_label, i) => labelAt(sheet, i));
    for (const [i, { page, x_mm, y_mm }] of all.entries()) {
      expect([page, x_mm >= -1e-9, y_mm >= -1e-9]).toEqual([0, true, true]);
      expect(x_mm + label.width_mm).toBeLessThanOrEqual(paper.width_mm + 1e-9);
      expect(y_mm + label.height_mm).toBeLessThanOrEqual(paper.height_mm + 1e-9);
      for (const other of all.slice(0, i)) {
        const apart = Math.abs(other.x_mm - x_mm) > label.width_mm - 1e-6 || Math.abs(other.y_mm - y_mm) > label.height_mm - 1e-6;
        expect(apart).toBe(true);
      }
    }
    expect(labelAt(sheet, columns * rows)).toMatchObject({ page: 1, x_mm: all[0]?.x_mm, y_mm: all[0]?.y_mm });
    expect(labelAt(sheet, 0, columns * rows - 1)).toEqual(all.at(-1));
  });
});

describe('what stands on a label', () => {
  const view = (part: { hazards?: { code: string }[]; state?: object; stages?: object[]; sowing?: object } = {}) =>
    ({
      batch: {
        code: '7QK',
        plan: { seeds: 60, method: { name: 'Sand in the fridge', stages: part.sowing ? [{ kind: 'sown', sowing: part.sowing }] : [] } },
        events: [],
      },
      species: { common: ['Chokecherry'], scientific: 'Prunus virginiana', hazards: part.hazards ?? [] },
      lot: { code: 'PV-26-01' },
      projection: {
        state: { stage: 0, counts: { ...allWaiting(50), swollen: 6, potted: 1, mouldy: 2 }, ...part.state },
        stages: part.stages ?? [
          { kind: 'coldMoist', start: '2026-12-04', end: '2027-03-19', window: { from: '2027-03-03', to: '2027-04-10' } },
          { kind: 'pot', start: '2027-03-20', end: '2027-06-01', started: false },
        ],
      },
    }) as unknown as BatchView;
  test('the bag: code, lot, the seeds in it, when in, when out, and that nobody throws it away', () => {
    expect(bagWords(view())).toEqual({
      code: '7QK',
      name: 'Chokecherry',
      scientific: 'Prunus virginiana',
      lines: ['lot PV-26-01 · 56 seeds', 'Sand in the fridge', 'cold stratification in 4 Dec, out 19 Mar 2027 (3 Mar to 10 Apr)'],
      warnings: ['SEEDS, NOT FOOD.', keepIt()],
    });
  });
  test('poison and rules are told of where they are due, on the pot too', () => {
    const poisonous = view({ hazards: [{ code: 'toxic' }, { code: 'regulated' }] });
    expect(bagWords(poisonous).warnings).toEqual(['NOT FOOD: poisonous seed.', keepIt(), 'Check the local rules before planting out.']);
    expect(potWords(poisonous, '2027-04-01').warnings).toEqual(['NOT FOOD: poisonous seed.', 'Check the local rules before planting out.']);
  });
  test('what is sown says into what, how many to each and how deep: nobody sees it any more', () => {
    const sown = view({ sowing: { container: 'plug72', each: 2, cover_mm: 3 } });
    expect(bagWords(sown).lines).toContain('plug, 72 a tray, 2 to each, 3 mm deep');
    expect(potWords(sown, '2027-04-01').lines).toEqual(['lot PV-26-01', 'plug, 72 a tray, 2 to each, 3 mm deep']);
  });
  test('a pot says since when, once it is one', () => {
    const potted = view({ state: { stage: 1 }, stages: [{ kind: 'pot', start: '2027-03-20', end: '2027-06-01', started: true }] });
    expect(potWords(potted, '2027-04-01').lines).toEqual(['lot PV-26-01', 'in pots since 20 Mar']);
  });
});

describe('the square on a label', () => {
  test('leads to the bag’s page by an address that a phone can open', () => {
    expect(squareHolds('http://192.168.1.7:4280', pathOf.bag('7qk'), '7QK')).toBe('http://192.168.1.7:4280/batch/7QK');
    expect(squareHolds('https://chill.example', pathOf.shelf('f1'), 'Fridge')).toBe('https://chill.example/places/f1');
  });
  test.each(['http://127.0.0.1:4280', 'http://localhost:4280', 'http://[::1]:4280', 'http://0.0.0.0:4280'])(
    'holds the code alone where the address is %s, which only this machine knows',
    (origin) => expect(squareHolds(origin, pathOf.bag('7QK'), '7QK')).toBe('7QK'),
  );
});
