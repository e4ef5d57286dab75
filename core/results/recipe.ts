import type { Wish } from '@chill/model/batch.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import type { LotId, PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/why.ts';
import { addDays, daysBetween } from '../calendar/dates.ts';
import { equallyLikely, type Prospect } from '../chance/prospect.ts';
import type { SwingingPlace } from '../chill/met.ts';
import { chills } from '../kinds/stages.ts';
import type { Proposal } from '../methods/proposal.ts';
import { lotInRequest, weighMethods } from '../methods/propose.ts';
import type { StockedLot } from '../nursery/stocked.ts';
import type { LearnedRot } from '../rot/learned.ts';
import { type Why, whySeeds, whyTakeOut } from '../tell/explain.ts';
import { nextFrostSafeDate } from '../winter/frost.ts';

/** What recipes are made for: the nursery as it is now, with what it has learned. */
export interface Kitchen {
  nursery: Nursery;
  places: readonly SwingingPlace[];
  rot?: LearnedRot;
  today: PlainDate;
}

/** A way of raising a species, in what matters of it: its method, days of cold, seeds for the plants wanted, and plants of a hundred seeds. */
export interface Way {
  methodId: string;
  name: string;
  cold_days: number;
  seeds: number | undefined;
  ofHundred: number;
}

/** What to do next year with a species against what was done. */
export interface Recipe {
  speciesId: string;
  /** Plants that its seeds are counted for. */
  plants: number;
  now: Way;
  /**
   * What was done last: what is expected of it now, done again with the days of cold that it really had, and how many came of a hundred seeds then, which is
   * told beside it and compared with nothing. Absent where its method is not to be had any more.
   */
  was?: Way & { code: string; came: number };
  /** Why so many seeds by the new way, and why so long in the cold. */
  why: Why;
  whyCold?: Why;
  /** The lot that it is planned from, where any seed is in stock. */
  lotId?: LotId;
  /** More plants expected of a hundred seeds than by what was done, and the chance that its method is the better one at all. */
  gain: number;
  sure: number;
  /** The trial that would tell most, where a second method might be the better one. */
  trial?: OpenQuestion;
}

/** Two methods of which it is not known which is the better, and what knowing would be worth from the seed in stock. */
export interface OpenQuestion {
  speciesId: string;
  best: string;
  other: string;
  /** The chance that the second is truly better; and two shares as far apart about their middle as the true ones are expected to be: what a trial has to tell. */
  chance: number;
  shares: [number, number];
  /** Plants more to be expected from the seed in stock, once it is known. */
  worth: number;
  stock: number;
}

/** Recipes are counted for so many plants, as sure as the nursery wants to be. */
export const RECIPE_PLANTS = 20;
/** A recipe for a season that begins so far ahead: days from now to the earliest day on which plants go out. */
const AHEAD_DAYS = 240;
/** Where nothing is left of a species, its recipe is for fresh seed, as much as is wanted. */
const FRESH = 400;
/** A share is stood for by so many equally likely values. */
const PARTS = 64;

/** What is best done with a species next year, by the handbook and what was learned; `undefined` where nothing makes it here. */
export function recipeFor(
  species: Species,
  outcomes: readonly Outcome[],
  lots: readonly StockedLot[],
  { nursery, places, rot, today }: Kitchen,
): Recipe | undefined {
  const date = nextFrostSafeDate(nursery.lastFrost, addDays(today, AHEAD_DAYS), nursery.settings.frostRisk);
  const wish: Wish = { plants: RECIPE_PLANTS, confidence: nursery.settings.confidence, timing: { by: 'readyBy', date } };
  const stock = lots.reduce((sum, { unassigned }) => sum + unassigned, 0);
  const [lot] = [...lots].sort((a, b) => b.unassigned - a.unassigned);
  const inRequest = lot
    ? lotInRequest(lot, stock, species, today)
    : lotInRequest({ viability: { kind: 'unknown' }, provenance: { kind: 'collected', place: '', on: today } }, FRESH, species, today);
  const { offered, set_aside } = weighMethods({ ...inRequest, species, wish, nursery, places, today, ...(rot && { rot }) });
  const [best, ...others] = offered;
  if (!best) return undefined;
  const last = [...outcomes]
    .filter((one) => one.speciesId === species.id && one.splitFrom === undefined && !one.gone)
    .sort((a, b) => b.closedOn.localeCompare(a.closedOn))[0];
  const same = last && [...offered, ...set_aside].find(({ method }) => method.id === last.method.id);
  const was = last &&
    same && { ...asDone(same, coldOf(last)), code: last.code, came: of100((last.went.plants ?? 0) / Math.max(1, last.seeds)) };
  const now = wayOf(best);
  const whyCold = whyTakeOut(best);
  const untested = !lot || lot.viability.kind === 'unknown';
  const trial = questionOf(species, best, others, stock);
  return {
    speciesId: species.id,
    plants: RECIPE_PLANTS,
    now,
    ...(was && { was }),
    why: whySeeds(best, RECIPE_PLANTS, wish.confidence, {
      viable: inRequest.viable,
      from: lot?.code ?? say.of('handbook'),
      untested,
      species,
    }),
    ...(whyCold && { whyCold }),
    ...(lot && { lotId: lot.id }),
    gain: was ? now.ofHundred - was.ofHundred : 0,
    sure: same && same !== best ? chanceMore(best.prospect, same.prospect) : 0.5,
    ...(trial && { trial }),
  };
}

const of100 = (share: number) => Math.round(share * 100);

function wayOf({ method, resolved, seeds, share }: Proposal): Way {
  return {
    methodId: method.id,
    name: method.name,
    seeds,
    ofHundred: of100(share),
    cold_days: resolved.reduce((sum, { kind, days }) => sum + (chills(kind) ? days : 0), 0),
  };
}

/**
 * A way as it was done: with the days of cold that it really had in the place of the best, and what those are expected to give. A cold of several stages is
 * measured by its longest.
 */
function asDone(proposal: Proposal, cold_days: number): Way {
  const way = wayOf(proposal);
  const longest = proposal.resolved
    .filter(({ kind, curve }) => chills(kind) && curve)
    .reduce<Proposal['resolved'][number] | undefined>((most, one) => (!most || one.days > most.days ? one : most), undefined);
  const yields = longest?.curve?.yields;
  if (!longest || !yields || cold_days === 0) return way;
  const at = (days: number) => yields[Math.min(yields.length - 1, Math.max(0, Math.round(days)))] as number;
  const [planned, done] = [at(longest.days), at(longest.days + cold_days - way.cold_days)];
  return { ...way, cold_days, ofHundred: planned > 0 ? of100((proposal.share * done) / planned) : way.ofHundred };
}

/** Days that a batch really lay in the cold. */
const coldOf = ({ stages }: Outcome) =>
  stages.reduce((sum, { kind, was }) => sum + (was && chills(kind) ? daysBetween(was.start, was.end) : 0), 0);

/** The chance that one share is more than another, what is not known of them taken apart. */
function chanceMore(a: Prospect, b: Prospect): number {
  const [one, other] = [equallyLikely(a, PARTS), equallyLikely(b, PARTS)];
  let wins = 0;
  for (const x of one) for (const y of other) wins += x > y ? 1 : x === y ? 0.5 : 0;
  return wins / (one.length * other.length);
}

/** What knowing the better of two shares is worth, over taking the one that is expected to be: E max(a, b) − max(E a, E b). */
export function worthOfKnowing(a: Prospect, b: Prospect): number {
  const [one, other] = [equallyLikely(a, PARTS), equallyLikely(b, PARTS)];
  let most = 0;
  for (const x of one) for (const y of other) most += Math.max(x, y);
  const mean = (all: Float64Array) => all.reduce((sum, x) => sum + x, 0) / all.length;
  return Math.max(0, most / (one.length * other.length) - Math.max(mean(one), mean(other)));
}

/** Two shares about the middle of both, as far apart as they are expected to be: E|a − b|. */
function sharesApart(a: Prospect, b: Prospect): [number, number] {
  const [one, other] = [equallyLikely(a, PARTS), equallyLikely(b, PARTS)];
  let apart = 0;
  for (const x of one) for (const y of other) apart += Math.abs(x - y);
  const half = apart / (one.length * other.length) / 2;
  const middle = Math.min(1 - half, Math.max(half, (a.mean + b.mean) / 2));
  return [middle + half, middle - half];
}

/** The second method that it would be worth most to hold against the first. */
function questionOf(species: Species, best: Proposal, others: readonly Proposal[], stock: number): OpenQuestion | undefined {
  const asked = others
    .map((other) => ({ other, worth: worthOfKnowing(best.prospect, other.prospect) * stock }))
    .sort((a, b) => b.worth - a.worth)[0];
  // Less than a plant is not worth a trial.
  if (!asked || asked.worth < 1) return undefined;
  const { other, worth } = asked;
  return {
    speciesId: species.id,
    best: best.method.name,
    other: other.method.name,
    shares: sharesApart(best.prospect, other.prospect),
    chance: chanceMore(other.prospect, best.prospect),
    worth: Math.round(worth),
    stock,
  };
}
