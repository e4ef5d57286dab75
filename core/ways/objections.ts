import type { Nursery } from '@chill/model/nursery.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import type { Medium, StageKind } from '@chill/model/stage.ts';
import type { Way } from '@chill/model/way.ts';
import { daysBetween, shortDate, spell } from '../calendar/dates.ts';
import { daylengthHours, SHORT_DAY_HOURS } from '../calendar/daylength.ts';
import { STAGES } from '../kinds/stages.ts';
import type { Keeping } from '../lot/drying.ts';
import { earnedPerDay, steadyCurve } from '../takeOut/takeOut.ts';
import { percent } from '../units/percent.ts';
import { dayIn, yearOf } from '../winter/climate.ts';
import { firstFrostOf, frostRiskOn } from '../winter/frost.ts';
import { ANIMALS_PER_DAY } from '../winter/outdoors.ts';
import type { Objection, Proposal } from './proposal.ts';
import { sproutingStage, sproutsAt } from './resolve.ts';

/** Rot that takes at least this share in wet paper is worth saying. */
const ROT_WORTH_SAYING = 0.1;
/** A way that frees less than this is no way. */
const HARDLY_FREES = 0.25;
/** Warmth in which less than this sprouts is none for the species. */
const HARDLY_SPROUTS = 0.05;
/** Ready this long before it is safe outside: kept indoors all that while. */
const LONG_INDOORS_DAYS = 21;

/** A plant wants about this long in the ground before its first winter. Assumption. */
const GROWING_SEASON_DAYS = 60;
/** Roots hardly grow in soil below this mean air temperature, °C. Assumption. */
const GROWS_ABOVE_C = 6;

const PAPER: Medium[] = ['towel', 'film'];

interface Circumstances {
  species: Species;
  available: number;
  nursery: Nursery;
  today: PlainDate;
  keeping?: Keeping;
}

/** All that speaks against a proposal, the gravest first. */
export function objectionsTo(proposal: Omit<Proposal, 'against'>, here: Circumstances): Objection[] {
  const found = [
    ...cueObjections(proposal, here),
    ...keepingObjections(proposal, here),
    ...timeObjections(proposal, here),
    ...seedObjections(proposal, here),
    ...placeObjections(proposal),
    ...mediumNotes(proposal),
    ...outdoorObjections(proposal, here),
  ];
  const gravity = { stops: 0, costs: 1, notes: 2 };
  return found.sort((a, b) => gravity[a.weight] - gravity[b.weight]);
}

function cueObjections({ chain, way, workedOut, resolved }: Omit<Proposal, 'against'>, { species }: Circumstances): Objection[] {
  const found: Objection[] = [];
  const wakes = chain.freed * chain.answered;
  if (wakes < HARDLY_FREES) {
    found.push({ code: 'hardlyFrees', weight: 'stops', text: `wakes only ${percent(wakes)}: this seed needs ${lacking(species, way)}` });
  }
  const sprouting = resolved[sproutingStage(way)];
  const { base_C, at_C, ceiling_C } = species.sprouting;
  const wanted = `it wants about ${at_C} °C, between ${base_C} and ${ceiling_C}`;
  if (chain.warmth < HARDLY_SPROUTS) {
    const text = `${chain.warmth > 0 ? 'hardly anything' : 'nothing'} sprouts at ${sprouting?.temperature_C} °C: ${wanted}`;
    found.push({ code: 'noSprouting', weight: 'stops', text });
  } else if (sprouting && !sproutsAt(sprouting, species.sprouting)) {
    const text = `nothing sprouts at ${sprouting.temperature_C} °C, only ${percent(chain.warmth)} in the cold before it: ${wanted}`;
    found.push({ code: 'sproutsInCold', weight: 'costs', text });
  }
  if (workedOut) found.push({ code: 'workedOut', weight: 'notes', text: 'worked out from what this seed waits for; not on record for it' });
  const { alternating } = species;
  if (alternating && chain.warmth >= HARDLY_SPROUTS && chain.warmth < 0.75) {
    const swing = `${alternating.day_C} °C by day and ${alternating.night_C} °C by night`;
    found.push({ code: 'swing', weight: 'notes', text: `wants ${swing}: steady warmth brings ${percent(alternating.steady)} of them` });
  }
  if (chain.opened < HARDLY_FREES) {
    found.push({
      code: 'coatClosed',
      weight: 'stops',
      text: `the hard coat lets water into only ${percent(chain.opened)}: open it first`,
    });
  }
  if (way.evidence === 'anecdotal') {
    const lost = 1 - chain.survives;
    found.push({
      code: 'anecdotal',
      weight: 'costs',
      text: lost > 0.1 ? `anecdotal; ${percent(lost)} of the seed lost on the way` : 'anecdotal',
    });
  }
  return found;
}

/** Whether seed that dies when it dries still lives when the way takes it in. */
function keepingObjections({ dates, wanted }: Omit<Proposal, 'against'>, { keeping, today }: Circumstances): Objection[] {
  if (!keeping) return [];
  const { moist, until, moistUntil } = keeping;
  const date = (day: PlainDate) => shortDate(day, today);
  if (today > until) {
    const text = moist ? `kept damp it lasted until about ${date(until)}` : `in the open air it lived until about ${date(until)}`;
    return [{ code: 'driesOut', weight: 'stops', text: `${text}: cut ten first and see whether any is alive` }];
  }
  if (dates.start > moistUntil) {
    return [{ code: 'driesOut', weight: 'stops', text: `even damp it keeps only until about ${date(moistUntil)}: start before then` }];
  }
  if (!moist && dates.start > until) {
    const text = `keep it damp and cool from today: in the open air it dies about ${date(until)}, before the start on ${date(dates.start)}`;
    return [{ code: 'keepMoist', weight: 'costs', text }];
  }
  const early = wanted ? daysBetween(dates.setOut, wanted) : 0;
  if (early > 0) {
    const text = `ready ${spell(early)} early: it keeps only until about ${date(moistUntil)}, so it starts while it lives`;
    return [{ code: 'keepMoist', weight: 'notes', text }];
  }
  return [];
}

/** The first cue that a way leaves out. */
function lacking({ warmFirst, cold, smoke, flooding, afterRipening }: Species, way: Way): string {
  const has = (...kinds: StageKind[]) => way.stages.some((stage) => kinds.includes(stage.kind));
  if (afterRipening && !has('dryStore')) return 'months in a dry drawer';
  if (smoke && !has('smoke')) return 'smoke';
  if (flooding && !has('flood')) return 'flooding';
  if (warmFirst && !has('warmMoist', 'outdoorWinter')) return 'moist warmth before moist cold';
  if (cold.need !== 'none' && cold.winters === 2) return 'two winters with warmth between';
  return cold.need === 'none' ? 'more than is known' : 'moist cold';
}

function timeObjections(proposal: Omit<Proposal, 'against'>, { nursery, today }: Circumstances): Objection[] {
  const { dates, late_days, missedStart, shortened_days, wanted } = proposal;
  const found: Objection[] = [];
  if (missedStart) {
    const ready = late_days > 0 ? `${spell(late_days)} late: ready ${shortDate(dates.setOut, today)} if started today` : 'still in time';
    const less = shortened_days > 0 ? `, with ${spell(shortened_days)} less cold` : '';
    found.push({
      code: 'startPast',
      weight: late_days > 0 ? 'costs' : 'notes',
      text: `${ready}${less}; the ideal start was ${shortDate(missedStart, today)}`,
    });
  }
  if (late_days > 0 && !missedStart) {
    found.push({ code: 'startPast', weight: 'costs', text: `${spell(late_days)} late: ready ${shortDate(dates.setOut, today)}` });
  }
  if (dates.start < today && !missedStart) {
    found.push({ code: 'startPast', weight: 'stops', text: `starts ${spell(daysBetween(dates.start, today))} ago: choose today or later` });
  }
  const daylight = daylengthHours(dates.potted, nursery.latitude_deg);
  if (daylight < SHORT_DAY_HOURS) {
    found.push({
      code: 'shortDays',
      weight: daylight < 10.5 ? 'costs' : 'notes',
      text: `potted ${shortDate(dates.potted, today)} into days of ${daylight.toFixed(1)} hours: lights, or start later`,
    });
  }
  if (!wanted) found.push(...outdoorsObjections(dates.setOut, nursery));
  const left = growingDaysAfter(dates.setOut, nursery);
  if (left < GROWING_SEASON_DAYS) {
    found.push({
      code: 'seasonShort',
      weight: 'costs',
      text: left === 0 ? 'ready when nothing grows outside' : `only ${spell(left)} of growing weather left before winter`,
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

function outdoorObjections({ resolved }: Omit<Proposal, 'against'>, { nursery }: Circumstances): Objection[] {
  const stay = resolved.find(({ kind }) => STAGES[kind].earns === 'winter');
  if (!stay) return [];
  if (!stay.curve) return [{ code: 'hardlyFrees', weight: 'stops', text: 'no winter here that this seed would notice' }];
  const taken = 1 - Math.exp(-ANIMALS_PER_DAY * stay.days);
  const cover = stay.place?.cover;
  return [
    ...(cover?.animals === false
      ? [{ code: 'animals', weight: 'costs', text: `mice and birds are not kept off: they take about ${percent(taken)}` } as const]
      : cover
        ? []
        : [{ code: 'animals', weight: 'notes', text: `uncovered, mice and birds would take about ${percent(taken)}` } as const]),
    ...(cover?.rain === false ? [{ code: 'animals', weight: 'costs', text: 'rain is not kept off: wet flats rot faster' } as const] : []),
    ...(yearOf(nursery).estimated
      ? [
          {
            code: 'winterUnknown',
            weight: 'notes',
            text: 'its winter is a guess from the latitude: put your months in under Places',
          } as const,
        ]
      : []),
  ];
}

/** For a plan from its start day: whether it may go outside when it is ready. */
function outdoorsObjections(setOut: PlainDate, nursery: Nursery): Objection[] {
  const risk = frostRiskOn(setOut, nursery.lastFrost, firstFrostOf(nursery));
  if (risk <= nursery.settings.frostRisk) return [];
  const springMean = [0, 1].map((ahead) => `${Number(setOut.slice(0, 4)) + ahead}-${nursery.lastFrost.mean}`).find((day) => day > setOut);
  const wait = springMean ? daysBetween(setOut, springMean) : 0;
  if (wait > LONG_INDOORS_DAYS) {
    return [{ code: 'longIndoors', weight: 'costs', text: `ready ${spell(wait)} before the frosts end: kept indoors till then` }];
  }
  return [{ code: 'frost', weight: 'notes', text: `frost that plants may meet then: ${Math.max(1, Math.round(risk * 100))} years in 100` }];
}

function seedObjections(
  { seeds, expected, starting, chain, resolved }: Omit<Proposal, 'against'>,
  { available }: Circumstances,
): Objection[] {
  const found: Objection[] = [];
  if (seeds === undefined || seeds > available) {
    const text =
      seeds === undefined
        ? 'no number of seeds would do'
        : `wants ${seeds} seeds, the lot has ${available}: all of them would give ${expected.low} to ${expected.high}`;
    found.push({ code: 'moreThanLot', weight: 'costs', text });
  }
  const paper = resolved.find((stage) => stage.medium && PAPER.includes(stage.medium) && 1 - stage.survives >= ROT_WORTH_SAYING);
  if (paper) {
    const lost = Math.round(starting * (1 - paper.survives) * chain.opened);
    found.push({ code: 'towelTooLong', weight: 'costs', text: `about ${lost} seeds lost to rot in ${spell(paper.days)} of wet paper` });
  }
  return found;
}

/** Media that can be changed for fresh ones between two stages. */
const RENEWABLE: Medium[] = ['towel', 'film', 'vermiculite', 'sand'];
/** A fresh medium that saves fewer seeds in a hundred than this is not worth the work. */
const WORTH_FRESH = 0.02;

/** Where a medium goes on from one stage to the next and a fresh one would save seed: when to change it. */
function mediumNotes({ resolved, stages, starting }: Omit<Proposal, 'against'>): Objection[] {
  return resolved.flatMap(({ treatment, medium, survives, days }, i): Objection[] => {
    if (!treatment?.mediumAge_days || !medium || !RENEWABLE.includes(medium)) return [];
    const fresh = steadyCurve({ ...treatment, mediumAge_days: 0 }).survives[days] ?? survives;
    if (fresh - survives < WORTH_FRESH) return [];
    const saved = Math.max(1, Math.round(starting * (fresh - survives)));
    const on = stages[i]?.start as PlainDate;
    return [
      { code: 'freshMedium', weight: 'notes', text: `fresh ${MEDIUM_WORDS[medium]} on ${shortDate(on, on)} saves about ${saved} seeds` },
    ];
  });
}

const MEDIUM_WORDS: Partial<Record<Medium, string>> = { towel: 'towel', film: 'film', vermiculite: 'vermiculite', sand: 'sand' };

function placeObjections({ resolved }: Omit<Proposal, 'against'>): Objection[] {
  const found: Objection[] = [];
  for (const stage of resolved) {
    if (STAGES[stage.kind].earns === 'winter' && !stage.place)
      found.push({ code: 'noPlace', weight: 'notes', text: 'no place outdoors among your places: add one first' });
    if (STAGES[stage.kind].earns !== 'cold') continue;
    const { place, temperature_C, treatment } = stage;
    if (!place) {
      found.push({ code: 'noPlace', weight: 'notes', text: `no fridge among your places: ${temperature_C} °C assumed` });
    } else if (treatment && earnedPerDay({ ...treatment, daysPerEffectiveDay: 1 }) < 0.8) {
      const counts = earnedPerDay({ ...treatment, daysPerEffectiveDay: 1 });
      found.push({
        code: 'tooWarmForCold',
        weight: counts === 0 ? 'stops' : 'costs',
        text: `${place.name} at ${temperature_C} °C: a day there counts as ${counts.toFixed(1)} of one`,
      });
    }
  }
  return found;
}
