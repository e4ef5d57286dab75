import type { Method } from '@chill/model/method.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { ChillHurts, Species } from '@chill/model/species.ts';
import type { StageKind } from '@chill/model/stage.ts';
import { say } from '@chill/words/drawbacks.ts';
import type { Sentence } from '@chill/words/subject.ts';
import { daysBetween, shortDate, spell } from '../calendar/dates.ts';
import { daylengthHours, SHORT_DAY_HOURS } from '../calendar/daylength.ts';
import { aliveAfterCold, CHILL_HURTS, hurtfulCold } from '../chill/chillingInjury.ts';
import type { FollowedStage } from '../follow/followed.ts';
import { sproutingStage } from '../follow/stageOrder.ts';
import { sproutsAt } from '../follow/whereItSprouts.ts';
import { freshening, mediumName, pieceOf } from '../kinds/media.ts';
import { STAGES } from '../kinds/stages.ts';
import type { Keeping } from '../lot/drying.ts';
import { earnedPerDay, steadyCurve } from '../takeOut/takeOut.ts';
import { percent } from '../units/percent.ts';
import { dayIn, yearOf } from '../winter/climate.ts';
import { firstFrostOf, frostRiskOn, frostSafeFrom } from '../winter/frost.ts';
import { ANIMALS_PER_DAY } from '../winter/outdoors.ts';
import type { Drawback, Proposal } from './proposal.ts';
import { tooLargeFor } from './room.ts';

/** Rot that takes at least this share in wet paper is worth saying. */
const ROT_WORTH_SAYING = 0.1;
/** A method that releases less than this is no method. */
const HARDLY_FREES = 0.25;
/** Warmth in which less than this sprouts is none for the species. */
const HARDLY_SPROUTS = 0.05;
/** Ready this long before it is safe outside: kept indoors all that while. */
const LONG_INDOORS_DAYS = 21;

/** A plant wants about this long in the ground before its first winter. Assumption. */
const GROWING_SEASON_DAYS = 60;
/** Roots hardly grow in soil below this mean air temperature, °C. Assumption. */
const GROWS_ABOVE_C = 6;

interface Circumstances {
  species: Species;
  available: number;
  nursery: Nursery;
  today: PlainDate;
  keeping?: Keeping;
}

/** All that speaks against a proposal, the gravest first. */
export function drawbacksOf(proposal: Omit<Proposal, 'against'>, here: Circumstances): Drawback[] {
  const found = [
    ...cueDrawbacks(proposal, here),
    ...keepingDrawbacks(proposal, here),
    ...timeDrawbacks(proposal, here),
    ...seedDrawbacks(proposal, here),
    ...placeDrawbacks(proposal),
    ...mediumNotes(proposal),
    ...outdoorDrawbacks(proposal, here),
  ];
  const gravity = { stops: 0, costs: 1, notes: 2 };
  return found.sort((a, b) => gravity[a.weight] - gravity[b.weight]);
}

function cueDrawbacks({ chain, method, workedOut, resolved }: Omit<Proposal, 'against'>, { species }: Circumstances): Drawback[] {
  const found: Drawback[] = [];
  const wakes = chain.released * chain.answered;
  if (wakes < HARDLY_FREES) {
    found.push({
      code: 'hardlyFrees',
      weight: 'stops',
      reason: say.of('leavesNeedsUnmet', { wakes: percent(wakes), lacking: lacking(species, method) }),
    });
  }
  const sprouting = resolved[sproutingStage(method)];
  const { base_C, at_C, ceiling_C } = species.sprouting;
  const wanted = say.of('needsAboutTemperature', { at: at_C, base: base_C, ceiling: ceiling_C });
  if (chain.warmth < HARDLY_SPROUTS) {
    const reason = say.of(chain.warmth > 0 ? 'hardlyAnythingGerminatesAt' : 'nothingGerminatesAt', {
      temperature: sprouting?.temperature_C,
      wanted,
    });
    found.push({ code: 'noSprouting', weight: 'stops', reason });
  } else if (sprouting && !sproutsAt(sprouting, species.sprouting)) {
    const reason = say.of('germinatesOnlyInColdBefore', { temperature: sprouting.temperature_C, warmth: percent(chain.warmth), wanted });
    found.push({ code: 'sproutsInCold', weight: 'costs', reason });
  }
  if (workedOut) found.push({ code: 'workedOut', weight: 'notes', reason: say.of('derivedNotOnRecord') });
  const { alternating } = species;
  if (alternating && chain.warmth >= HARDLY_SPROUTS && chain.warmth < 0.75) {
    const swing = say.of('warmDaysCoolNights', { day: alternating.day_C, night: alternating.night_C });
    found.push({
      code: 'swing',
      weight: 'notes',
      reason: say.of('needsSwing', { swing, steady: percent(alternating.steady) }),
    });
  }
  if (chain.opened < HARDLY_FREES) {
    found.push({
      code: 'coatClosed',
      weight: 'stops',
      reason: say.of('coatOpensTooFew', { opened: percent(chain.opened) }),
    });
  }
  const cold = species.chillHurts && coldest(species.chillHurts, resolved);
  if (cold && cold.alive < STILL_ALIVE) {
    const { below_C, alive, days, temperature_C } = cold;
    const reason = say.of('coldHurts', { below: below_C, alive: percent(alive), days: spell.of(days), temperature: temperature_C });
    found.push({ code: 'chillKills', weight: 'stops', reason });
  }
  if (method.evidence === 'anecdotal') {
    const lost = 1 - chain.survives;
    found.push({
      code: 'anecdotal',
      weight: 'costs',
      reason: lost > 0.1 ? say.of('anecdotalLosses', { lost: percent(lost) }) : say.of('anecdotal'),
    });
  }
  return found;
}

/** From this share left alive on cold does no harm worth stopping for. */
const STILL_ALIVE = 0.95;

/** The stage in which cold hurts this seed most, and what it leaves alive. */
function coldest(hurts: ChillHurts, stages: readonly FollowedStage[]) {
  const wet = stages.filter(({ kind }) => STAGES[kind].water !== 'dry');
  const told = wet.map(({ days, temperature_C }) => ({
    below_C: CHILL_HURTS[hurts].below_C,
    alive: aliveAfterCold(hurts, hurtfulCold(hurts, temperature_C, 24 * days)),
    days,
    temperature_C,
  }));
  return told.sort((a, b) => a.alive - b.alive)[0];
}

/** Whether seed that dies when it dries still lives when the method takes it in. */
function keepingDrawbacks({ dates, wanted }: Omit<Proposal, 'against'>, { keeping, today }: Circumstances): Drawback[] {
  if (!keeping) return [];
  const { moist, until, moistUntil } = keeping;
  const date = (day: PlainDate) => shortDate.of(day, today);
  if (today > until) {
    const reason = moist ? say.of('dampLastedUntil', { until: date(until) }) : say.of('livedUntilInOpenAir', { until: date(until) });
    return [{ code: 'driesOut', weight: 'stops', reason: say.of('cutTenFirst', { text: reason }) }];
  }
  if (dates.start > moistUntil) {
    return [{ code: 'driesOut', weight: 'stops', reason: say.of('dampKeepsUntil', { moistUntil: date(moistUntil) }) }];
  }
  if (!moist && dates.start > until) {
    const reason = say.of('keepDampOrItDies', { until: date(until), start: date(dates.start) });
    return [{ code: 'keepMoist', weight: 'costs', reason }];
  }
  const early = wanted ? daysBetween(dates.plantOut, wanted) : 0;
  if (early > 0) {
    const reason = say.of('readyEarlyToStayAlive', { early: spell.of(early), moistUntil: date(moistUntil) });
    return [{ code: 'keepMoist', weight: 'notes', reason }];
  }
  return [];
}

/** The first cue that a method leaves out. */
function lacking({ warmFirst, cold, smoke, flooding, afterRipening }: Species, method: Method): Sentence {
  const has = (...kinds: StageKind[]) => method.stages.some((stage) => kinds.includes(stage.kind));
  if (afterRipening && !has('dryStore')) return say.of('monthsDryStorage');
  if (smoke && !has('smoke')) return say.of('smoke');
  if (flooding && !has('flood')) return say.of('flooding');
  if (warmFirst && !has('warmMoist', 'outdoorWinter')) return say.of('warmFirstNeeded');
  if (cold.need !== 'none' && cold.winters === 2) return say.of('twoWintersNeeded');
  return cold.need === 'none' ? say.of('moreThanKnown') : say.of('coldStratification');
}

function timeDrawbacks(proposal: Omit<Proposal, 'against'>, { nursery, today }: Circumstances): Drawback[] {
  const { dates, late_days, missedStart, shortened_days, wanted } = proposal;
  const found: Drawback[] = [];
  if (missedStart) {
    const ready =
      late_days > 0
        ? say.of('readyIfStartedToday', { late: spell.of(late_days), plantOut: shortDate.of(dates.plantOut, today) })
        : say.of('stillTime');
    const facts = { ready, idealStart: shortDate.of(missedStart, today) };
    found.push({
      code: 'startPast',
      weight: late_days > 0 ? 'costs' : 'notes',
      reason:
        shortened_days > 0 ? say.of('idealStartWasLessCold', { ...facts, less: spell.of(shortened_days) }) : say.of('idealStartWas', facts),
    });
  }
  if (late_days > 0 && !missedStart) {
    found.push({
      code: 'startPast',
      weight: 'costs',
      reason: say.of('lateReady', { late: spell.of(late_days), plantOut: shortDate.of(dates.plantOut, today) }),
    });
  }
  if (dates.start < today && !missedStart) {
    found.push({
      code: 'startPast',
      weight: 'stops',
      reason: say.of('startIsPast', { days: spell.of(daysBetween(dates.start, today)) }),
    });
  }
  const daylight = daylengthHours(dates.potted, nursery.latitude_deg);
  if (daylight < SHORT_DAY_HOURS) {
    found.push({
      code: 'shortDays',
      weight: daylight < 10.5 ? 'costs' : 'notes',
      reason: say.of('pottedIntoShortDays', { potted: shortDate.of(dates.potted, today), daylight: Math.round(daylight * 10) / 10 }),
    });
  }
  if (!wanted) found.push(...outdoorsDrawbacks(dates.plantOut, nursery));
  const left = growingDaysAfter(dates.plantOut, nursery);
  if (left < GROWING_SEASON_DAYS) {
    found.push({
      code: 'seasonShort',
      weight: 'costs',
      reason: left === 0 ? say.of('readyInWinter') : say.of('littleGrowingWeatherLeft', { left: spell.of(left) }),
    });
  }
  return found;
}

/** Days after `date` until the ten-day mean outdoors falls below what roots grow in. */
function growingDaysAfter(date: PlainDate, nursery: Nursery): number {
  const year = yearOf(nursery);
  const first = dayIn(date);
  let days = 0;
  while (days < 365 && (year.mean_C[(first + days) % 365] as number) >= GROWS_ABOVE_C) days += 1;
  return days;
}

function outdoorDrawbacks({ resolved }: Omit<Proposal, 'against'>, { nursery }: Circumstances): Drawback[] {
  const stay = resolved.find(({ kind }) => STAGES[kind].earns === 'winter');
  if (!stay) return [];
  if (!stay.curve) return [{ code: 'hardlyFrees', weight: 'stops', reason: say.of('noWinterToNotice') }];
  const taken = 1 - Math.exp(-ANIMALS_PER_DAY * stay.days);
  const cover = stay.place?.cover;
  return [
    ...(cover?.animals === false
      ? [{ code: 'animals', weight: 'costs', reason: say.of('animalsNotKeptOff', { taken: percent(taken) }) } as const]
      : cover
        ? []
        : [{ code: 'animals', weight: 'notes', reason: say.of('animalsTakeIfUncovered', { taken: percent(taken) }) } as const]),
    ...(cover?.rain === false ? [{ code: 'animals', weight: 'costs', reason: say.of('rainNotKeptOff') } as const] : []),
    ...(yearOf(nursery).estimated
      ? [
          {
            code: 'winterUnknown',
            weight: 'notes',
            reason: say.of('winterIsAGuess'),
          } as const,
        ]
      : []),
  ];
}

/** For a plan from its start day: whether it may go outside when it is ready. */
function outdoorsDrawbacks(plantOut: PlainDate, nursery: Nursery): Drawback[] {
  const risk = frostRiskOn(plantOut, nursery.lastFrost, firstFrostOf(nursery));
  if (risk <= nursery.settings.frostRisk) return [];
  const wait = daysBetween(plantOut, frostSafeFrom(plantOut, nursery));
  if (wait > LONG_INDOORS_DAYS) {
    return [{ code: 'longIndoors', weight: 'costs', reason: say.of('readyBeforeFrostsEnd', { wait: spell.of(wait) }) }];
  }
  return [{ code: 'frost', weight: 'notes', reason: say.of('riskFrostAfter', { risk: Math.max(1, Math.round(risk * 100)) }) }];
}

function seedDrawbacks(
  { seeds, expected, starting, chain, resolved }: Omit<Proposal, 'against'>,
  { available }: Circumstances,
): Drawback[] {
  const found: Drawback[] = [];
  if (seeds === undefined || seeds > available) {
    const reason =
      seeds === undefined
        ? say.of('noNumberIsEnough')
        : say.of('needsMoreSeedsThanLot', { seeds, available, low: expected.low, high: expected.high });
    found.push({ code: 'moreThanLot', weight: 'costs', reason });
  }
  const paper = resolved.find((stage) => stage.medium && pieceOf(stage.medium) === 'towel' && 1 - stage.survives >= ROT_WORTH_SAYING);
  if (paper) {
    const lost = Math.round(starting * (1 - paper.survives) * chain.opened);
    found.push({ code: 'towelTooLong', weight: 'costs', reason: say.of('lostInWetPaper', { lost, days: spell.of(paper.days) }) });
  }
  return found;
}

/** A fresh medium that saves fewer seeds in a hundred than this is not worth the work. */
const WORTH_FRESH = 0.02;

/** Where a medium goes on from one stage to the next and a fresh one would save seed: when to change it. */
function mediumNotes({ resolved, stages, starting }: Omit<Proposal, 'against'>): Drawback[] {
  return resolved.flatMap(({ treatment, medium, survives, days }, i): Drawback[] => {
    if (!treatment?.mediumAge_days || !medium || !freshening(medium)) return [];
    const fresh = steadyCurve({ ...treatment, mediumAge_days: 0 }).survives[days] ?? survives;
    if (fresh - survives < WORTH_FRESH) return [];
    const saved = Math.max(1, Math.round(starting * (fresh - survives)));
    const on = stages[i]?.start as PlainDate;
    return [
      {
        code: 'freshMedium',
        weight: 'notes',
        reason: say.of('freshSavesAboutSeeds', { medium: mediumName.of(medium), on: shortDate.of(on, on), saved }),
      },
    ];
  });
}

function placeDrawbacks({ resolved }: Omit<Proposal, 'against'>): Drawback[] {
  const found: Drawback[] = [];
  for (const stage of resolved) {
    const tooLarge = stage.place && stage.sowing && tooLargeFor(stage.place, stage.sowing);
    if (tooLarge) found.push({ code: 'tooLarge', weight: 'costs', reason: tooLarge });
    if (STAGES[stage.kind].earns === 'winter' && !stage.place)
      found.push({ code: 'noPlace', weight: 'notes', reason: say.of('noPlaceOutdoors') });
    if (STAGES[stage.kind].earns !== 'cold') continue;
    const { place, temperature_C, treatment } = stage;
    if (!place) {
      found.push({ code: 'noPlace', weight: 'notes', reason: say.of('noFridgeAssumed', { temperature: temperature_C }) });
    } else if (treatment && earnedPerDay({ ...treatment, daysPerEffectiveDay: 1 }) < 0.8) {
      const counts = earnedPerDay({ ...treatment, daysPerEffectiveDay: 1 });
      found.push({
        code: 'tooWarmForCold',
        weight: counts === 0 ? 'stops' : 'costs',
        reason: say.of('dayCountsLess', { name: place.name, temperature: temperature_C, counts: Math.round(counts * 10) / 10 }),
      });
    }
  }
  return found;
}
