import type { Plan, Wish } from '@chill/model/batch.ts';
import type { Lot, TowelResult } from '@chill/model/lot.ts';
import type { Method } from '@chill/model/method.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import type { DatedStage } from '@chill/model/stage.ts';
import { addDays, daysBetween, later } from '../calendar/dates.ts';
import { chanceOf, rangeOf, seedsFor, type TestEvidence } from '../chance/prospect.ts';
import { type BetaShare, meanShare } from '../chance/shares.ts';
import type { SwingingPlace } from '../chill/met.ts';
import type { Brought } from '../chill/requirement.ts';
import { chainOf, chainShare } from '../follow/chain.ts';
import { plantProspect } from '../follow/coming.ts';
import type { FollowedStage } from '../follow/followed.ts';
import { wholeSproutingDays } from '../follow/stage.ts';
import { sproutingStage } from '../follow/stageOrder.ts';
import { followStages } from '../follow/stages.ts';
import { towelEvidence } from '../follow/towelTest.ts';
import { chills, STAGES } from '../kinds/stages.ts';
import { type Keeping, keepingOf } from '../lot/drying.ts';
import { broughtBy, viableOn } from '../lot/lotLedger.ts';
import type { LearnedRot } from '../rot/learned.ts';
import { staysInGround } from '../sowing/sown.ts';
import { thermalTime } from '../sprout/thermalTime.ts';
import { WINDOW_KEEPS } from '../takeOut/takeOut.ts';
import { yearOf } from '../winter/climate.ts';
import { nextFrostSafeDate } from '../winter/frost.ts';
import { dated, movedTo, totalDays } from './dated.ts';
import { drawbacksOf } from './drawbacks.ts';
import { effortOf } from './effort.ts';
import { sowingOf, sownInstead } from './endings.ts';
import type { Drawback, KeyDates, Proposal } from './proposal.ts';
import { methodsToWeigh } from './schools.ts';

/** Everything that decides what a method would give. */
export interface Request extends Brought {
  species: Species;
  viable: BetaShare;
  /** What towel tests of the lot have shown. */
  evidence?: readonly TestEvidence[];
  /** Seeds of the lot that no batch has yet. */
  available: number;
  /** By when seed that dies when it dries must lie damp. */
  keeping?: Keeping;
  wish: Wish;
  nursery: Nursery;
  places: readonly SwingingPlace[];
  today: PlainDate;
  /** The nursery's own multipliers on rot, by medium. */
  rot?: LearnedRot;
}

/** What of a lot decides how a method goes with it. */
export function lotInRequest(
  lot: Pick<Lot, 'viability' | 'wintered' | 'provenance' | 'storage'> & { towelTests?: readonly TowelResult[]; testedOn?: PlainDate },
  available: number,
  species: Species,
  today: PlainDate,
): Pick<Request, 'viable' | 'evidence' | 'available' | 'credit' | 'drySince' | 'keeping'> {
  const viable = viableOn(lot, species, today);
  const keeping = keepingOf(lot, species);
  return {
    viable,
    available,
    ...(lot.towelTests && lot.towelTests.length > 0 && { evidence: towelEvidence(species, lot.towelTests, viable, lot) }),
    ...broughtBy(lot),
    ...(keeping && { keeping }),
  };
}

/** The day by which a wish wants its plants, or `undefined` where it names the start. */
export function wantedDay(wish: Wish, nursery: Nursery, today: PlainDate): PlainDate | undefined {
  if (wish.timing.by === 'readyBy') return wish.timing.date;
  if (wish.timing.by === 'frostRisk') return nextFrostSafeDate(nursery.lastFrost, today, wish.timing.risk);
  return undefined;
}

/** Lays one way out for a request. `workedOut`: the handbook has no such recipe for the species; its school makes it. */
export function propose(method: Method, request: Request, workedOut = false): Proposal {
  const { species, viable, available, wish, nursery, today } = request;
  const wanted = wantedDay(wish, nursery, today);
  const { stages, shortened_days, missedStart } = timed(method, request, wanted);
  // The plan itself is followed as its batch will be: by the days laid out, and with the single winters that may come.
  const { start } = stages[0] as DatedStage;
  const resolved = followStages(method, { ...surroundingsOf(request), start, laid: stages, year: yearOf(nursery), winters: nursery });
  const chain = chainOf(species, method, resolved, request);
  const { spread = 1 } = nursery.settings;
  const prospect = plantProspect(species, method, resolved, chain, { viable, spread, evidence: request.evidence });
  const seeds = seedsFor(wish.plants, wish.confidence, prospect);
  const starting = Math.min(seeds ?? available, available);
  const plantOut = (stages.at(-1) as DatedStage).end;
  const proposal: Omit<Proposal, 'against'> = {
    method,
    workedOut,
    resolved,
    stages,
    dates: keyDates(
      species,
      method,
      resolved,
      stages,
      starting * chain.opened * chain.released * chain.answered * chain.survives * meanShare(viable),
    ),
    ...(wanted && { wanted }),
    late_days: wanted ? Math.max(0, daysBetween(wanted, plantOut)) : 0,
    shortened_days,
    ...(missedStart && { missedStart }),
    ...(seeds !== undefined && { seeds }),
    starting,
    expected: rangeOf(starting, prospect),
    chance: chanceOf(wish.plants, starting, prospect),
    chain,
    prospect,
    ...(spread !== 1 && { spread }),
    ...(species.figures && { figures: species.figures }),
    share: prospect.mean,
    effort: effortOf(method, resolved, [starting, (starting * prospect.mean) / Math.max(1e-9, chain.establishes * chain.kept)], species),
  };
  const { keeping } = request;
  return { ...proposal, against: drawbacksOf(proposal, { species, available, nursery, today, ...(keeping && { keeping }) }) };
}

/** All methods that make sense here, the one to recommend first, and those that do not, each with its reason. */
export interface Weighed {
  offered: Proposal[];
  /** Methods that would hardly wake this seed. */
  set_aside: Proposal[];
  none: { name: string; reason: string }[];
}

/** What makes a method senseless for a seed, whatever the day and the places. */
const SENSELESS: readonly Drawback['code'][] = ['hardlyFrees', 'coatClosed', 'noSprouting'];

/** Lays every method of the species and of the schools side by side. */
export function weighMethods(request: Request): Weighed {
  const { methods, none } = methodsToWeigh(request.species);
  const proposals = soonestFirst(
    methods.map(({ method, workedOut }) => propose(method, request, workedOut)).sort((a, b) => burden(a, request) - burden(b, request)),
    request,
  );
  const senseless = (proposal: Proposal) => proposal.against.some(({ code }) => SENSELESS.includes(code));
  const offered = proposals.filter((proposal) => !senseless(proposal));
  // Where nothing makes sense, the least bad is still what the grower asked to see.
  return offered.length > 0
    ? { offered, set_aside: proposals.filter(senseless), none }
    : { offered: proposals.slice(0, 1), set_aside: proposals.slice(1), none };
}

/** Proposals, each that ends on the towel followed by the same method sown as is usual, where it can be: what is weighed by its seed, or tried side by side. */
export function withSownEndings(proposals: readonly Proposal[], request: Request): Proposal[] {
  return proposals.flatMap((proposal) => {
    const sown = sowingOf(proposal.method) ? undefined : sownInstead(request.species, proposal.method);
    return sown ? [proposal, propose(sown, request, proposal.workedOut)] : [proposal];
  });
}

/** Weeks late stop mattering one by one once the season is missed; three weeks late is most of the way there. */
const LATENESS_SETTLES_DAYS = 21;
const DOUBT = { 'well established': 0, 'commonly reported': 0.1, sparse: 0.3, anecdotal: 0.6 } as const;
/** A recipe that only the school makes, not the handbook, is doubted this much more. */
const DOUBT_WORKED_OUT = 0.25;

/** How far a method is doubted for what it rests on, from 0 for what is well established. */
export function doubtOf({ method, workedOut }: Pick<Proposal, 'method' | 'workedOut'>): number {
  return DOUBT[method.evidence] + (workedOut ? DOUBT_WORKED_OUT : 0);
}

/**
 * How much speaks against a method, for sorting only: what stops it outweighs all; then lateness, then seeds as a part of what
 * the lot holds (a lot too small weighs double), then doubt about the recipe.
 */
function burden(proposal: Proposal, { available }: Request): number {
  const stops = proposal.against.some((drawback) => drawback.weight === 'stops') ? 1000 : 0;
  const lateness = 2 * (1 - Math.exp(-proposal.late_days / LATENESS_SETTLES_DAYS));
  const wanted = Math.min(100, (proposal.seeds ?? Number.MAX_SAFE_INTEGER) / Math.max(1, available));
  const costs = proposal.against.filter((drawback) => drawback.weight === 'costs').length * 0.15;
  return stops + lateness + wanted + (wanted > 1 ? 1 : 0) + doubtOf(proposal) + costs;
}

/** Sooner by fewer days is no reason to put a method first; and so much more of all else that speaks against it is too dear for it. Assumptions. */
const SOONER_BY_DAYS = 4;
const DEAR = 0.5;

/** Where every method is too late, the one that is least late comes first, unless much else speaks against it: a season missed by less is what is asked for. */
function soonestFirst(sorted: Proposal[], request: Request): Proposal[] {
  const possible = sorted.filter(({ against }) => !against.some(({ weight }) => weight === 'stops'));
  const [first] = possible;
  if (!first || possible.some(({ late_days }) => late_days === 0)) return sorted;
  const besidesLateness = (proposal: Proposal) => burden({ ...proposal, late_days: 0 }, request);
  const [soonest] = possible
    .filter((one) => first.late_days - one.late_days >= SOONER_BY_DAYS && besidesLateness(one) - besidesLateness(first) <= DEAR)
    .sort((a, b) => a.late_days - b.late_days);
  return soonest ? [soonest, ...sorted.filter((one) => one !== soonest)] : sorted;
}

/** A method laid on the calendar. */
interface Timed {
  stages: DatedStage[];
  /** Days by which it was cut short to be in time. */
  shortened_days: number;
  /** The start that the wanted day would have asked for, where that is past. */
  missedStart?: PlainDate;
}

/** Where months in the drawer count, the days depend on the start, which depends on the days: so often they are brought together. */
const SETTLES_IN = 4;

/**
 * Puts the stages on the calendar. Where the start that the wanted day asks for is past, the method starts today, and its
 * longest treatment is cut short, though never below its window, by as much as brings it in time.
 */
function timed(method: Method, request: Request, wanted: PlainDate | undefined): Timed {
  const { wish, today, keeping } = request;
  const begin = wish.timing.by === 'startOn' ? wish.timing.date : today;
  if (method.stages.some(({ kind }) => STAGES[kind].earns === 'winter')) {
    return timedOutdoors(method, request, wish.timing.by === 'startOn' ? begin : undefined, wanted);
  }
  // The ground has the weather, which depends on the day, which depends on how long it takes there.
  const ground = staysInGround(method.stages);
  const year = ground ? yearOf(request.nursery) : undefined;
  const from = (start: PlainDate) => followStages(method, { ...surroundingsOf(request), start, year });
  let best = from(begin);
  if (!wanted) return { stages: dated(best), shortened_days: 0 };
  const ripens = request.drySince !== undefined && method.stages.some(({ kind }) => STAGES[kind].earns === 'ripening');
  let start = addDays(wanted, -totalDays(best));
  for (let i = 0; (ripens || ground) && i < SETTLES_IN && best[0]?.start !== later(start, today); i++) {
    best = from(later(start, today));
    start = addDays(wanted, -totalDays(best));
  }
  // Seed that must not dry cannot wait beyond its keeping: it is ready sooner then, and the plan says so.
  const last = keeping && later(today, keeping.moistUntil);
  if (start >= today) return { stages: movedTo(dated(best), last && start > last ? last : start), shortened_days: 0 };
  const late = daysBetween(start, today);
  const longest = best.reduce((at, { takeOut }, index) => ((takeOut?.best ?? 0) > (best[at]?.takeOut?.best ?? 0) ? index : at), 0);
  const { days, takeOut } = best[longest] as FollowedStage;
  const cut = takeOut ? days - Math.max(Math.min(days, takeOut.from), days - late) : 0;
  return { stages: shortened(movedTo(dated(best), today), longest, cut), shortened_days: cut, missedStart: start };
}

/** Dated stages of which one is shorter by so many days, and those after it sooner. */
function shortened(stages: readonly DatedStage[], index: number, days: number): DatedStage[] {
  const [before, [cut], after] = [stages.slice(0, index), stages.slice(index, index + 1), stages.slice(index + 1)];
  if (!cut || days === 0) return [...stages];
  const end = addDays(cut.end, -days);
  return [...before, { ...cut, end }, ...(after.length > 0 ? movedTo(after, end) : [])];
}

/** Starts of a winter outdoors are tried this far apart, days. */
const TRY_EVERY_DAYS = 14;

/**
 * A winter outdoors cannot be counted back from a wanted day: the winter comes when it comes. Starts from today on are tried, over a year; the
 * latest that is in time and gives nearly the best of those is taken, or the earliest ready where none is in time.
 */
function timedOutdoors(method: Method, request: Request, fixed: PlainDate | undefined, wanted: PlainDate | undefined): Timed {
  const { species, today, nursery, keeping } = request;
  const year = yearOf(nursery);
  const from = (start: PlainDate) => {
    const stages = followStages(method, { ...surroundingsOf(request), start, year });
    const ready = (stages.at(-1) as FollowedStage).end;
    return { stages: dated(stages), shortened_days: 0, gives: chainShare(chainOf(species, method, stages, request)), ready };
  };
  if (fixed) return from(fixed);
  const tried = Array.from({ length: Math.ceil(365 / TRY_EVERY_DAYS) }, (_, i) => addDays(today, i * TRY_EVERY_DAYS))
    .filter((start) => start === today || !keeping || start <= keeping.moistUntil)
    .map(from);
  const inTime = wanted ? tried.filter(({ ready }) => ready <= wanted) : tried;
  const worthwhile = (those: typeof tried) => {
    const best = Math.max(...those.map(({ gives }) => gives));
    return those.filter(({ gives }) => gives >= best * WINDOW_KEEPS);
  };
  if (wanted && inTime.length > 0) return worthwhile(inTime).at(-1) as Timed;
  const good = worthwhile(tried);
  return good.reduce((soonest, one) => (one.ready < soonest.ready ? one : soonest));
}

const surroundingsOf = ({ species, places, credit, drySince, rot }: Request) => ({ species, places, rot, brought: { credit, drySince } });

function keyDates(
  species: Species,
  method: Method,
  resolved: readonly FollowedStage[],
  stages: readonly DatedStage[],
  ready: number,
): KeyDates {
  const cold = stages.findIndex(({ kind }) => chills(kind));
  const coldStage = stages[cold];
  const sprouts = sproutingStage(method);
  const sproutStage = stages[sprouts] as DatedStage;
  const law = thermalTime(species.sprouting);
  const daysTo = (share: number) => wholeSproutingDays(share, law, resolved[sprouts] as FollowedStage, species);
  const last = stages.at(-1) as DatedStage;
  return {
    start: (stages[0] as DatedStage).start,
    ...(coldStage && { intoCold: coldStage.start, takeOutOn: coldStage.end }),
    ...(coldStage?.window && { window: coldStage.window }),
    // The first of so many comes when half of such batches have one: the sooner the more there are.
    firstSprouts: addDays(sproutStage.start, daysTo(firstShare(ready * species.sprouting.share))),
    potted: sprouts === stages.length - 1 ? addDays(sproutStage.start, daysTo(0.9)) : last.start,
    plantOut: last.end,
  };
}

/** The share of those to come by which, half of the time, the first of `count` has: 1 − ½^(1/count). */
function firstShare(count: number): number {
  return 1 - 0.5 ** (1 / Math.max(1, count));
}

/** The plan that a proposal becomes when it is chosen, with `seeds` to start. */
export function planFrom(
  { method, stages, starting, prospect, figures }: Pick<Proposal, 'method' | 'stages' | 'starting' | 'prospect' | 'figures'>,
  wish: Wish,
  seeds = starting,
): Plan {
  return { seeds, wish, method, stages, expects: rangeOf(seeds, prospect), ...(figures && { figures }) };
}
