import { loadHandbook } from '@chill/handbook/load.ts';
import type { LotTest } from '@chill/model/lot.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import { Species } from '@chill/model/species.ts';
import { describe, expect, test } from '@jest/globals';
import { betaQuantiles } from '../chance/distributions.ts';
import { normalCdf, normalQuantile } from '../chance/normal.ts';
import { handbookLink } from '../chance/prospect.ts';
import { randomFrom } from '../chance/random.ts';
import { type Requirement, releasedShare, requirementFrom } from '../chill/requirement.ts';
import { viableShare } from '../lot/viability.ts';
import { rotExposure } from '../rot/hazard.ts';
import { comesUp, establishesSown, reachesAir } from '../sowing/sown.ts';
import { SOIL } from '../sowing/towelOrMix.ts';
import { thermalTime } from '../sprout/thermalTime.ts';
import { asNurseryHas, withLearned } from './asUsed.ts';
import { cameUpBySowing } from './cameUp.ts';
import { germinated } from './germinated.ts';
import { learnSpecies } from './learned.ts';
import { logBetaBinomial, spreadOf, worthForNext } from './learnedShare.ts';
import { learnSprouting } from './learnedSprouting.ts';
import { learnViable } from './learnedViable.ts';
import { lotsApart } from './lotsApart.ts';
import type { Told } from './sproutingTold.ts';

const handbook = loadHandbook();
const species = (id: string) => handbook.find((one) => one.id === id) as Species;
const camas = species('camassia-quamash');
const lupine = species('lupinus-sericeus');
const said = camas.cold.need === 'none' ? undefined : requirementFrom(camas.cold.days, camas.cold.releasedWithout);
if (!said) throw new Error('Camas needs its cold.');

const outcome = (over: Partial<Outcome>): Outcome => ({
  batchId: 'b',
  code: 'B',
  speciesId: camas.id,
  lotId: 'l',
  lotCode: 'L',
  madeOn: '2026-11-01',
  closedOn: '2027-06-01',
  method: { id: 'm', name: 'M' },
  seeds: 60,
  promised: { low: 10, high: 30 },
  went: {},
  stages: [],
  minutes: 5,
  believed: { able: 0.9, released: 1, sprouts: camas.sprouting.share, establishes: camas.pot.establishes },
  ...over,
});

describe('a share', () => {
  test('starts from the handbook’s ten seeds and moves with what was counted', () => {
    const { establishes } = learnSpecies(camas, [outcome({ went: { plants: 30, lostInPots: 30 } })]);
    const p = camas.pot.establishes;
    expect(establishes).toMatchObject({ said: p, had: { came: 30, of: 60 }, batches: 1, worth: 70 });
    expect(establishes?.now).toBeCloseTo((10 * p + 30) / 70, 9);
    const [low] = betaQuantiles(10 * p + 30, 10 * (1 - p) + 30, [0.05]) as unknown as [number];
    expect(establishes?.low).toBeCloseTo(low, 9);
    expect(learnSpecies(camas, []).establishes).toBeUndefined();
    // Forgotten on the day on which it closed, it counts no more; made one's own, it is where the next begin.
    const batch = outcome({ went: { plants: 30, lostInPots: 30 } });
    const own = { speciesId: camas.id, figure: 'establishes', since: '2027-06-01' } as const;
    expect(learnSpecies(camas, [batch], [own]).establishes).toBeUndefined();
    const mine = asNurseryHas(camas, [{ ...own, share: 0.6, worth: 70 }]);
    expect([mine.pot.establishes, mine.figures?.establishes?.worth]).toEqual([0.6, 70]);
    expect(learnSpecies(mine, [{ ...batch, closedOn: '2027-07-01' }], [own]).establishes).toMatchObject({ said: 0.6, worth: 130 });
    expect(asNurseryHas(camas, [own])).toEqual(camas);
  });
  test('counts less of each batch where three or more differ beyond luck', () => {
    const potted = (plants: number, i: number) => outcome({ batchId: `b${i}`, went: { plants, lostInPots: 60 - plants } });
    const alike = learnSpecies(camas, [30, 31, 29].map(potted)).establishes;
    const apart = learnSpecies(camas, [10, 50, 30].map(potted)).establishes;
    expect([alike?.spread, alike?.worth]).toEqual([0, 190]);
    expect(apart?.spread).toBeGreaterThan(0.05);
    expect(apart?.worth).toBeLessThan(60);
    expect((apart?.high ?? 0) - (apart?.low ?? 0)).toBeGreaterThan(2 * ((alike?.high ?? 0) - (alike?.low ?? 0)));
  });
  test('the beta-binomial’s chances of all counts add up to 1, and found in many batches its spread is the true one', () => {
    const ways = (n: number, k: number) => Array.from({ length: k }, (_, i) => (n - i) / (i + 1)).reduce((a, b) => a * b, 1);
    for (const spread of [0, 0.05, 0.3]) {
      const all = Array.from({ length: 13 }, (_, came) => ways(12, came) * Math.exp(logBetaBinomial({ came, of: 12 }, 0.37, spread)));
      expect(all.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    }
    const random = randomFrom('spread');
    const counted = Array.from({ length: 300 }, () => {
      const [share] = betaQuantiles(0.6 * 9, 0.4 * 9, [0.0005 + 0.999 * random()]) as unknown as [number];
      return { of: 50, came: Array.from({ length: 50 }, random).filter((one) => one < share).length };
    });
    expect(spreadOf(counted)).toBe(0.1);
  });
  test('is known of the next batch as a mean that is not quite known and batches that lie about it are', () => {
    const [mean, worth, spread] = [0.6, 42, 0.1];
    const evenly = (many: number) => Array.from({ length: many }, (_, i) => (i + 0.5) / many);
    const quantiles = (m: number, of: number, many: number) => Array.from(betaQuantiles(m * of, (1 - m) * of, evenly(many)));
    const next = quantiles(mean, worth, 40).flatMap((m) => quantiles(m, 1 / spread - 1, 40));
    const variance = next.reduce((sum, one) => sum + (one - mean) ** 2, 0) / next.length;
    expect((mean * (1 - mean)) / (worthForNext(worth, spread) + 1) / variance).toBeCloseTo(1, 1);
    expect(worthForNext(worth)).toBe(worth);
  });
  test('of what comes up in mix is learned by itself: it says nothing of the towel, and of plants only what is not spared them', () => {
    const sown = { container: 'plug72', each: 1, cover_mm: 2 } as const;
    const soil = comesUp(camas, sown);
    const able = 0.9 * soil;
    const sprouting = { since: '2027-03-01', temperature_C: 20, seeds: 60, expected: { low: 0, high: 60 }, releasedAt: [0, 0, 0, 0, 0] };
    const batch = outcome({
      sown,
      believed: { able, soil, released: 1, sprouts: camas.sprouting.share, establishes: camas.pot.establishes },
      sprouting: { ...sprouting, visits: [{ day: 30, warmth: 300, came: 20, left: 40 }] },
      went: { plants: 12, lostInPots: 8, neverSprouted: 40 },
    });
    const learned = learnSpecies(camas, [batch]);
    const could = Math.round(60 * 0.9 * camas.sprouting.share * reachesAir(camas, sown));
    expect(learned.soil).toMatchObject({ said: SOIL.cover, had: { came: 20, of: could }, worth: 10 + could });
    expect(learned.sprouts).toBeUndefined();
    // Ten of twenty handled sprouts would have been lost, where eight were that nobody handled.
    expect(learned.establishes).toMatchObject({ had: { came: 10, of: 20 } });
    const used = withLearned(camas, learned);
    expect(comesUp(used, sown) / soil).toBeCloseTo((10 * SOIL.cover + 20) / (10 + could) / SOIL.cover, 3);
    expect(establishesSown(used, sown)).toBeCloseTo(1 - 0.8 * (1 - used.pot.establishes), 9);
    expect(cameUpBySowing([batch, batch, { ...batch, sown: { ...sown, cover_mm: 6 } }])).toEqual([
      {
        container: 'plug, 72 a tray',
        cover_mm: 2,
        came: 40,
        of: 2 * Math.round(60 * 0.9 * camas.sprouting.share),
        batches: 2,
        half_days: 30,
      },
      expect.objectContaining({ cover_mm: 6, came: 20, batches: 1 }),
    ]);
    const flat = outcome({ ...batch, sown: { container: 'flat', each: 60, cover_mm: 2 } });
    expect(learnSpecies(camas, [flat]).establishes).toBeUndefined();
  });
  test('of coats opened is learned for what opened them', () => {
    const { openCoat, hotWater } = learnSpecies(lupine, [
      outcome({ speciesId: lupine.id, opened: { how: 'openCoat', swollen: 20, of: 40 } }),
    ]);
    expect(openCoat).toMatchObject({ said: lupine.hardCoat?.openCoat, had: { came: 20, of: 40 } });
    expect(hotWater).toBeUndefined();
  });
});

describe('viability of lots that nobody has tested', () => {
  const tested = (lotId: string, years: number, came: number, of = 50): LotTest => ({
    speciesId: camas.id,
    lotId,
    on: '2026-11-01',
    years,
    came,
    of,
  });
  test('one test says what the handbook’s ten seeds and its own say together', () => {
    const found = learnViable(camas, [tested('a', 0.2, 20)]);
    const { alpha, beta } = viableShare({ kind: 'unknown' }, camas);
    expect(found?.now).toBeCloseTo((alpha + 20) / (alpha + beta + 50), 2);
    expect((found?.worth ?? 0) / (alpha + beta + 50)).toBeCloseTo(1, 0);
    expect([found?.spread, found?.ageing, learnViable(camas, [])]).toEqual([undefined, undefined, undefined]);
  });
  test('falls with years in store as tests a year and more apart show; plans take that off a lot’s own old test too', () => {
    const truth = (years: number) => normalCdf(1.5 - 0.3 * years);
    const tests = [0, 1, 2, 4, 6].flatMap((years) => ['a', 'b'].map((lot) => tested(lot, years, Math.round(200 * truth(years)), 200)));
    const found = learnViable(camas, tests);
    expect(found?.ageing).toBeGreaterThan(0.25);
    expect(found?.ageing).toBeLessThan(0.35);
    const used = withLearned(camas, { ...(found && { viable: found }) });
    const mean = ({ alpha, beta }: { alpha: number; beta: number }) => alpha / (alpha + beta);
    // Made one's own it stays; tests of one age say nothing against it.
    const mine = asNurseryHas(camas, [{ speciesId: camas.id, figure: 'viable', since: '2026-11-02', share: 0.9, worth: 80, ageing: 0.3 }]);
    expect(learnViable(mine, [tested('c', 2, 160, 200)])).toMatchObject({ said: 0.9, ageing: expect.closeTo(0.3, 6) });
    expect(Math.abs(mean(viableShare({ kind: 'unknown' }, used, 3)) - truth(3))).toBeLessThan(0.05);
    expect(mean(viableShare({ kind: 'tested', tested: 1000, viable: 933 }, used, 4))).toBeCloseTo(truth(4), 1);
    expect(viableShare({ kind: 'tested', tested: 20, viable: 18 }, camas, 4)).toEqual(
      viableShare({ kind: 'tested', tested: 20, viable: 18 }, camas),
    );
  });
  test('of lots far apart says less of the next; of none and of all viable it is a figure still', () => {
    const alike = learnViable(
      camas,
      ['a', 'b', 'c', 'd'].map((lot) => tested(lot, 0, 40)),
    );
    const apart = learnViable(
      camas,
      ['a', 'b', 'c', 'd'].map((lot, i) => tested(lot, 0, [50, 20, 48, 35][i] as number)),
    );
    expect([alike?.spread, (apart?.spread ?? 0) > 0]).toEqual([0, true]);
    expect(apart?.worth).toBeLessThan(0.2 * (alike?.worth ?? 0));
    for (const came of [0, 50])
      expect(
        Object.values(learnViable(camas, [tested('a', 0, came), tested('b', 3, came)]) ?? {}).every(
          (one) => typeof one !== 'number' || Number.isFinite(one),
        ),
      ).toBe(true);
  });
});

/** A batch that was looked at once, when all had come that would. */
function looked({ of, came, earned_days }: { of: number; came: number; earned_days: number }): Told {
  const released = said ? releasedShare(earned_days, said) : 1;
  return {
    lotId: 'l',
    of,
    came,
    earned_days,
    released,
    releasedAt: [0],
    viable: { share: 0.9 },
    answers: { share: 1 },
    looks: [{ warmth: 1e6, came, left: of - came }],
  };
}

/** Batches of a nursery whose seeds need another cold than the handbook says: the level by a factor, and a share that sprouts. */
function seasons(level: number, share: number, name: string): Told[] {
  const random = randomFrom(name);
  const median = Math.exp(said?.logMedian ?? 0);
  return [0.5, 0.75, 1, 1.3, 1.7, 0.6, 0.9, 1.15, 1.5].map((part) => {
    const earned_days = median * part;
    const free = normalCdf(Math.log(earned_days / (median * level)) / (said?.spread ?? 1));
    const p = 0.9 * share * free;
    return looked({ of: 50, came: Array.from({ length: 50 }, random).filter((one) => one < p).length, earned_days });
  });
}

describe('the cold that a species needs here', () => {
  test('is held by its range nine times in ten after three seasons, whatever is true, and comes nearer to it than the handbook', () => {
    const random = randomFrom('truths');
    const nurseries = 120;
    let [held, nearer] = [0, 0];
    for (let i = 0; i < nurseries; i++) {
      const level = Math.exp(0.3 * normalQuantile(0.001 + 0.998 * random()));
      const [share] = betaQuantiles(camas.sprouting.share * 10, (1 - camas.sprouting.share) * 10, [
        0.001 + 0.998 * random(),
      ]) as unknown as [number];
      const { cold } = learnSprouting(camas, seasons(level, share, `nursery ${i}`));
      const truth = Math.exp(said?.logMedian ?? 0) * level;
      if (cold && cold.low.from <= truth && truth <= cold.high.from) held += 1;
      if (cold && Math.abs(Math.log(cold.now.from / truth)) < Math.abs(Math.log(level))) nearer += 1;
    }
    expect(held / nurseries).toBeGreaterThanOrEqual(0.85);
    expect(held / nurseries).toBeLessThanOrEqual(0.95);
    expect(nearer / nurseries).toBeGreaterThan(0.8);
  });
  test('stays with the handbook where nothing tells of it, and is not spoken of where the seed needs none', () => {
    expect(learnSprouting(camas, [])).toEqual({});
    const { cold } = learnSprouting(camas, [looked({ of: 40, came: 30, earned_days: 4 * Math.exp(said?.logMedian ?? 0) })]);
    expect(Math.abs((cold?.now.from ?? 0) / (cold?.said.from ?? 1) - 1)).toBeLessThan(0.12);
    const { earned_days: _none, ...warm } = seasons(1, 0.8, 'warm')[0] as Told;
    expect(learnSprouting(camas, [warm])).not.toHaveProperty('cold');
  });
  test('everything and nothing sprouting are answers too', () => {
    for (const came of [0, 50]) {
      const { cold, sprouts } = learnSprouting(
        camas,
        seasons(1, 0.8, 'x').map((one) => looked({ ...one, came, earned_days: one.earned_days as number })),
      );
      for (const figure of [cold?.low.to, cold?.high.to, cold?.now.from, sprouts?.now, sprouts?.low, sprouts?.high])
        expect(Number.isFinite(figure)).toBe(true);
    }
  });
});

test('speed: counts of seeds twice as slow as the handbook has them move it there', () => {
  const law = thermalTime(camas.sprouting);
  const visits = Array.from({ length: 12 }, (_, i) => (i + 1) * 0.35 * law.median_degreeDays);
  let left = 60;
  const looked = visits.map((warmth, day) => {
    const by = (at: number) => normalCdf(Math.log(at / (2 * law.median_degreeDays)) / law.spread);
    const came = Math.round(48 * (by(warmth) - (day > 0 ? by(visits[day - 1] as number) : 0)));
    left -= came;
    return { day, warmth, came, left };
  });
  const sprouting = {
    since: '2027-02-01',
    temperature_C: 21,
    seeds: 60,
    visits: looked,
    expected: { low: 0, high: 60 },
    releasedAt: [0, 0, 0, 0, 0],
  };
  const { speed } = learnSpecies(camas, [outcome({ sprouting })]);
  expect((speed?.now.from ?? 0) / camas.sprouting.days.from).toBeGreaterThan(1.7);
  expect((speed?.now.from ?? 0) / camas.sprouting.days.from).toBeLessThan(2.1);
});

test('a species as plans take it is a species still, with each figure and its weight in place', () => {
  const batches = [outcome({ went: { plants: 30, lostInPots: 30 } })];
  const learned = { ...learnSpecies(camas, batches), ...learnSprouting(camas, seasons(1.5, 0.6, 'plan')) };
  const used = Species.parse(withLearned(camas, learned));
  expect(used.pot.establishes).toBeCloseTo(learned.establishes?.now as number, 4);
  expect(used.figures?.establishes?.worth).toBe(70);
  expect(used.cold).toMatchObject({ days: learned.cold?.now });
  expect(handbookLink(used.pot.establishes, used.figures?.establishes?.worth)).toMatchObject({ alpha: 70 * used.pot.establishes });
  expect(withLearned(camas, {})).toEqual(camas);
});

test('lots are told apart from nineteen times in twenty on', () => {
  const lot = (lotId: string, came: number) =>
    outcome({
      lotId,
      lotCode: lotId.toUpperCase(),
      sprouting: {
        since: '2027-02-01',
        temperature_C: 21,
        seeds: 50,
        expected: { low: 0, high: 50 },
        releasedAt: [0, 0, 0, 0, 0],
        visits: [{ day: 9, warmth: 150, came, left: 50 - came }],
      },
    });
  expect(lotsApart(camas, [lot('a', 40), lot('b', 20)])).toMatchObject([{ better: { lotCode: 'A' }, worse: { lotCode: 'B' } }]);
  expect(lotsApart(camas, [lot('a', 30), lot('b', 27)])).toEqual([]);
});

test('plans made with what three seasons taught give more plants for each seed than plans by the handbook, in sand and on a towel', () => {
  const random = randomFrom('plants per seed');
  const media = (['sand', 'towel'] as const).map((medium) => {
    const alive = (days: number) => Math.exp(-rotExposure(0, days, { medium, temperature_C: 4 }));
    /** The day on which most are ready and alive, by a law. */
    const bestDay = (by: Requirement) => {
      const yields = Array.from({ length: 240 }, (_, day) => releasedShare(day, by) * alive(day));
      return yields.indexOf(Math.max(...yields));
    };
    return { bestDay, alive, byHandbook: 0, byResults: 0, byTruth: 0 };
  });
  for (let i = 0; i < 60; i++) {
    const level = Math.exp(0.3 * normalQuantile(0.001 + 0.998 * random()));
    const truth = { ...said, logMedian: said.logMedian + Math.log(level) };
    const { cold } = learnSprouting(camas, seasons(level, 0.8, `plants ${i}`));
    const results = requirementFrom(cold?.now ?? { from: 1, to: 2 }, said.releasedWithout);
    for (const medium of media) {
      const plants = (by: Requirement) => releasedShare(medium.bestDay(by), truth) * medium.alive(medium.bestDay(by));
      medium.byHandbook += plants(said);
      medium.byResults += plants(results);
      medium.byTruth += plants(truth);
    }
  }
  // Most of what knowing all of it would bring.
  for (const { byHandbook, byResults, byTruth } of media) expect(byResults - byHandbook).toBeGreaterThan(0.6 * (byTruth - byHandbook));
});

test('of those that came through the cold: what rotted there, and what nobody was left to see, says nothing of germination', () => {
  const visits = [
    { day: -40, warmth: 0, came: 0, left: 60 },
    { day: -10, warmth: 0, came: 5, left: 40 },
    { day: 3, warmth: 50, came: 10, left: 30 },
    { day: 9, warmth: 150, came: 20, left: 10 },
  ];
  expect(germinated({ visits, seeds: 40 })).toEqual({ came: 35, of: 45 });
});
