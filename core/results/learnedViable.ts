import type { LotInHand, LotTest } from '@chill/model/lot.ts';
import type { LotId } from '@chill/model/primitives.ts';
import { YEAR_DAYS } from '../calendar/dates.ts';
import { normalCdf, normalQuantile } from '../chance/normal.ts';
import { driedBy } from '../chill/requirement.ts';
import { broughtBy, lotState } from '../lot/lotLedger.ts';
import { type ViabilityOf, viableShare } from '../lot/viability.ts';
import { type LearnedShare, SPREAD_FROM } from './learnedShare.ts';
import { middles, momentsOf, stepsOf, sum } from './weighed.ts';

/** Viability learned for lots that nobody has tested; `ageing` is what it falls by in a year of dry storage, in probits, where tests a year apart tell. */
export interface LearnedViable extends LearnedShare {
  ageing?: number;
}

/** What lots' own tests tell of viability. A towel test tells of more than that, and what was found after sorting tells of sorted seed: neither is among them. */
export function lotTests(lots: readonly LotInHand[]): LotTest[] {
  return lots.flatMap((lot) => {
    const { id, speciesId, provenance } = lot;
    const { tests, lastSort, storage } = lotState(lot, lot.events, []);
    return tests
      .filter(({ by, on }) => by !== 'towel' && (lastSort === undefined || on < lastSort))
      .map(({ on, viable, tested }) => ({
        speciesId,
        lotId: id,
        on,
        came: viable,
        of: tested,
        years: driedBy(broughtBy({ provenance, ...(storage && { storage }) }), on).days / YEAR_DAYS,
      }));
  });
}

/** The grid: the share of a fresh lot, the loss in a year, and by how much lots lie apart, in probits. */
const SHARES = 48;
const YEARLY = 16;
const FEWER = 4;
const APART = [0, 0.15, 0.3, 0.5, 0.75, 1, 1.4];
const LOTS = middles(9).map((chance) => normalQuantile(chance));
/** Half of all species lose less than this in a year of dry storage, in probits; few lose many times as much (a half-Cauchy). Assumption. */
const USUAL_AGEING = 0.1;
/** Tests of ages closer together than this say nothing of ageing, years. */
const APART_YEARS = 1;

/**
 * How viable a lot is that nobody has tested, by tests of others of its species: the handbook's share as many seeds as it is worth; in probits, viability falls on a straight
 * line with years in dry storage (Ellis and Roberts 1980), and lots lie about it, as far apart as makes three or more of them likeliest.
 */
export function learnViable(species: ViabilityOf, tests: readonly LotTest[]): LearnedViable | undefined {
  if (tests.length === 0) return undefined;
  const ofLot = new Map<LotId, LotTest[]>();
  for (const test of tests) ofLot.set(test.lotId, [...(ofLot.get(test.lotId) ?? []), test]);
  const lots = [...ofLot.values()];
  const prior = viableShare({ kind: 'unknown' }, species);
  const own = species.figures?.viable?.ageing;
  const years = tests.map((test) => test.years);
  const tellsOfAge = Math.max(...years) - Math.min(...years) >= APART_YEARS;
  const yearly = tellsOfAge ? middles(YEARLY).map((chance) => USUAL_AGEING * Math.tan((Math.PI / 2) * chance)) : [own ?? 0];
  const weigh = (shares: ReturnType<typeof stepsOf>, apart: number, ageings = yearly) => {
    const points = shares.flatMap(({ share, log }) => {
      const level = normalQuantile(share);
      return ageings.map((ageing) => ({
        share,
        level,
        ageing,
        log: lots.reduce((all, lot) => all + logOfLot(lot, level, ageing, apart), log),
      }));
    });
    const top = Math.max(...points.map(({ log }) => log));
    const weighed = points.map((one) => ({ ...one, weight: Math.exp(one.log - top) }));
    return { apart, weighed, log: top + Math.log(sum(weighed.map(({ weight }) => weight))) };
  };
  // How far lots lie apart, and where they lie, is seen on few steps as on many.
  const few = yearly.filter((_, i) => i % FEWER === 0);
  const tried = (lots.length >= SPREAD_FROM ? APART : [0]).map((one) => weigh(stepsOf(prior, SHARES / 2), one, few));
  const { apart, weighed: about } = tried.reduce((best, one) => (one.log > best.log + 1e-9 ? one : best));
  const where = about.map(({ share: value, weight }) => ({ value, weight }));
  const { weighed } = weigh(stepsOf(prior, SHARES, where), apart);
  const next = momentsOf(
    weighed.flatMap(({ level, weight }) => LOTS.map((z) => ({ value: normalCdf(level + apart * z), weight: weight / LOTS.length }))),
  );
  const usual = momentsOf(
    weighed.map(({ level, weight }) => ({ value: sum(LOTS.map((z) => normalCdf(level + apart * z))) / LOTS.length, weight })),
  );
  return {
    said: species.usuallyViable,
    batches: lots.length,
    now: next.mean,
    low: usual.low,
    high: usual.high,
    had: { came: sum(tests.map((test) => test.came)), of: sum(tests.map((test) => test.of)) },
    worth: Math.max(1, (next.mean * (1 - next.mean)) / Math.max(1e-9, next.variance) - 1),
    ...(lots.length >= SPREAD_FROM && { spread: apart }),
    ...((tellsOfAge || own !== undefined) && { ageing: momentsOf(weighed.map(({ ageing, weight }) => ({ value: ageing, weight }))).mean }),
  };
}

/** How likely a lot's tests are, wherever about the others it lies; in plain loops, since it is asked a thousand times a lot. */
function logOfLot(lot: readonly LotTest[], level: number, ageing: number, apart: number): number {
  const places = apart === 0 ? MIDDLE : LOTS;
  let top = Number.NEGATIVE_INFINITY;
  const logs = places.map((z) => {
    let log = 0;
    for (const { came, of, years } of lot) {
      const at = level + apart * z - ageing * years;
      if (came > 0) log += came * logTail(at);
      if (of > came) log += (of - came) * logTail(-at);
    }
    top = Math.max(top, log);
    return log;
  });
  let chance = 0;
  for (const log of logs) chance += Math.exp(log - top);
  return top + Math.log(chance / logs.length);
}
const MIDDLE = [0];

/** The logarithm of a normal share, at steps so close that what lies between them is straight to 2 in a million. */
const STEPS_EACH = 256;
const TAIL_TO = 6;
const TAIL = Float64Array.from({ length: 2 * TAIL_TO * STEPS_EACH + 2 }, (_, i) => Math.log(normalCdf(i / STEPS_EACH - TAIL_TO)));

/** The logarithm of the share of a normal distribution below so many standard deviations; a share of less than one in a thousand million stays that. */
function logTail(deviations: number): number {
  const at = (Math.min(TAIL_TO, Math.max(-TAIL_TO, deviations)) + TAIL_TO) * STEPS_EACH;
  const below = Math.floor(at);
  const low = TAIL[below] as number;
  return low + (at - below) * ((TAIL[below + 1] as number) - low);
}
