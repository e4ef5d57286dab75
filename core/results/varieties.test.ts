import { loadHandbook } from '@chill/handbook/load.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import type { Species } from '@chill/model/species.ts';
import { expect, test } from '@jest/globals';
import { asOfLot } from '../lot/variety.ts';
import { figuresOfVariety, varietiesApart } from './varieties.ts';

const pepper = loadHandbook().find(({ id }) => id === 'capsicum-annuum') as Species;

/** A closed batch of fifty seeds on a towel long enough for all that will, of a variety or of none, and of seed so viable. */
const batch = (came: number, variety?: string, viable = 0.95): Outcome => ({
  batchId: `${variety} ${came}`,
  code: 'B',
  speciesId: pepper.id,
  lotId: variety ?? 'none',
  lotCode: 'L',
  ...(variety && { variety }),
  madeOn: '2027-02-01',
  closedOn: '2027-03-10',
  method: { id: 'm', name: 'M' },
  seeds: 50,
  promised: { low: 10, high: 30 },
  went: {},
  stages: [],
  minutes: 5,
  sprouting: {
    since: '2027-02-01',
    temperature_C: 27,
    seeds: 50,
    expected: { low: 0, high: 50 },
    releasedAt: [0, 0, 0, 0, 0],
    visits: [{ day: 30, warmth: 500, came, left: 50 - came }],
  },
  believed: { able: viable, released: 1, sprouts: pepper.sprouting.share, establishes: 0.9, viable: { share: viable } },
});

test('a variety shares its species’ figures until its own results differ beyond luck', () => {
  const others = [44, 43, 45, 44].map((came) => batch(came, 'Long Red'));
  const [apart, none] = varietiesApart(pepper, [...others, ...[25, 24, 26].map((came) => batch(came, 'Round Yellow'))]).toSorted((a, b) =>
    b.variety.localeCompare(a.variety),
  );
  expect(apart).toMatchObject({ variety: 'Round Yellow', sprouts: { had: { came: 75 } }, others: { had: { came: 176 } } });
  expect(apart?.better).toBeLessThan(0.01);
  // Of two, each differs from the other.
  expect(none?.variety).toBe('Long Red');
  const figures = figuresOfVariety(apart ? [apart] : [], 'Round Yellow');
  expect(figures?.sprouts?.now).toBeGreaterThan(0.48);
  expect(figures?.sprouts?.now).toBeLessThan(0.7);
  expect(figuresOfVariety(apart ? [apart] : [], 'Long Red')).toBeUndefined();
  const alike = [42, 41, 43].map((came) => batch(came, 'Round Yellow'));
  expect(varietiesApart(pepper, [...others, ...alike])).toEqual([]);
  // One batch is one bag, which may differ for reasons of its own; and old seed does not make a poor variety.
  expect(varietiesApart(pepper, [...others, batch(39, 'Round Yellow')])).toEqual([]);
  expect(varietiesApart(pepper, [...others, ...[25, 24, 26].map((came) => batch(came, 'Round Yellow', 0.55))])).toEqual([]);
});

test('seed is called by its variety, and the same object for the same two', () => {
  const named = asOfLot(pepper, { variety: 'Long Red' });
  expect(named.common[0]).toBe(`${pepper.common[0]}, Long Red`);
  expect(asOfLot(pepper, { variety: 'Long Red' })).toBe(named);
  expect(asOfLot(pepper, {})).toBe(pepper);
});
