import type { Batch } from '@chill/model/batch.ts';
import type { NewEvent, OpeningMethod, WhyAmended, WhyGone } from '@chill/model/event.ts';
import type { Place } from '@chill/model/place.ts';
import type { SmokeDose } from '@chill/model/treatment.ts';
import { allOf } from '@chill/words/lists.ts';
import { say } from '@chill/words/schedule.ts';
import { worded } from '@chill/words/tables.ts';
import { shortDate } from '../calendar/dates.ts';
import { lengthOf } from '../calendar/moments.ts';
import { sproutingStage } from '../follow/stageOrder.ts';
import type { Timer } from '../ledger/batchState.ts';
import { kindOfEvent, laidDownIn } from '../ledger/events/index.ts';
import type { Fact } from '../ledger/events/kind.ts';
import { stateName } from '../ledger/states.ts';
import { stepName } from '../pots/steps.ts';
import { sownBy } from '../sowing/sown.ts';
import { endingOf, punctuality, TIMINGS } from '../treat/timers.ts';
import { stageName } from './words.ts';

/** What an event can be told with, besides its batch. */
interface ToldWith {
  /** The batch's timers: then it is also said how early or late one was ended. */
  timers?: readonly Timer[];
  /** The nursery's places: then it is also said from where to where it went. */
  places?: readonly Pick<Place, 'id' | 'name'>[];
}

/** What an event is told of. */
type Told = Pick<Batch, 'plan'> & Partial<Pick<Batch, 'events'>>;

/** What an event did, in a few words: "3 root out, 1 mouldy; damp". */
export function describeEvent(event: NewEvent, { plan, events = [] }: Told, { timers = [], places }: ToldWith = {}): string {
  const placeName = (id: string) => places?.find((place) => place.id === id)?.name;
  const cameFrom = places && laidDownIn(event) !== undefined ? placeBefore(events, event.id) : undefined;
  const facts = kindOfEvent(event).facts(event, { stages: plan.stages, timers, placeName, cameFrom });
  const up = cameUpIn(event, { plan, events });
  return [...facts.map((fact) => inWords(fact, up)), ...(event.note ? [event.note] : [])].join(', ') || say('checked');
}

/** Whether what an event counted came up where it was sown: it is seen above the mix, not on a towel. */
function cameUpIn(event: NewEvent, { plan, events = [] }: Told): boolean {
  const at = events.findIndex((one) => one.id === event.id);
  const begun = (at < 0 ? events : events.slice(0, at + 1)).flatMap((one) => ('stage' in one ? [one.stage] : []));
  const stage = begun.at(-1) ?? 0;
  return sproutingStage(plan.method) === stage && sownBy(plan.method.stages, stage) !== undefined;
}

/** Where a batch lay before an event took it elsewhere, by what was recorded earlier and was not taken back. */
function placeBefore(events: readonly NewEvent[], id: string): string | undefined {
  const at = events.findIndex((one) => one.id === id);
  const earlier = at < 0 ? events : events.slice(0, at);
  const undone = new Set(events.flatMap((one) => (one.kind === 'reversed' ? [one.reverses] : [])));
  const last = earlier.findLast((one) => laidDownIn(one) !== undefined && !undone.has(one.id));
  return last && laidDownIn(last);
}

const DAMP = worded(say, { dry: 'dryFound', right: 'dampFound', wet: 'tooWet' });
const MOULD = worded(say, { none: 'noMould', few: 'someMould', spreading: 'mouldSpreading' });
const OPENED: Record<OpeningMethod, string> = worded(say, {
  nick: 'nicked',
  file: 'filed',
  sand: 'sanded',
  peel: 'peeled',
});
const STAFF = worded(say, { acid: 'acidByTrainedStaff', growthHormone: 'growthHormone' });

/** How a whole bag can go, in a word. */
export const GONE: Record<WhyGone, string> = worded(say, {
  thrownOut: 'thrownOut',
  eaten: 'eaten',
  lost: 'bagLost',
  givenAway: 'bagGivenAway',
});

/** Why a plan goes on otherwise, in a few words. */
export const AMENDED: Record<WhyAmended, string> = worded(say, {
  secondCold: 'secondCold',
  scarifiedAgain: 'scarifiedAgain',
  heldOver: 'heldOverWinter',
  sownAs: 'sownAsDecided',
  ontoTowel: 'ontoTowelAfterAll',
});

/** Where it went, as far as that is known. */
function fromTo({ from, to }: { from?: string; to?: string }): string[] {
  return to === undefined ? [] : [from === undefined ? to : say('fromTo', { from, to })];
}

// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one line for each thing that can happen.
function inWords(fact: Fact, up: boolean): string {
  switch (fact.did) {
    case 'into':
      return [say('into', { stage: stageName(fact.stage) }), ...fromTo(fact)].join(', ');
    case 'outOf':
      return say('out', { stage: stageName(fact.stage) });
    case 'damp':
      return DAMP[fact.damp];
    case 'mould':
      return MOULD[fact.mould];
    case 'seeds':
      return up && fact.to === 'sprouted' ? say('cameUp', { count: fact.count }) : `${fact.count} ${stateName(fact.to)}`;
    case 'fresh':
      return say('freshMedium');
    case 'closed':
      return fact.why ? say('bagGone', { why: GONE[fact.why] }) : say('closed');
    case 'waits':
      return say('waitsUntil', { until: shortDate(fact.until, fact.on) });
    case 'undone':
      return say('undone');
    case 'split':
      return say('split');
    case 'withdrawn':
      return say('withdrawnBackInStock');
    case 'elsewhere':
      return fact.from ? say('movedFromTo', { from: fact.from, to: fact.to }) : [say('movedAnotherPlace'), ...fromTo(fact)].join(', ');
    case 'amended':
      return say('amendedTo', { why: AMENDED[fact.why], stages: allOf(fact.stages.map((stage) => stageName(stage).toLowerCase())) });
    case 'cutOpen':
      return say('cutOpened', { cut: fact.cut, viable: fact.viable });
    case 'tended':
      return stepName(fact.tending);
    case 'tendingMoved':
      return say('tendingMovedTo', { step: stepName(fact.tending), to: shortDate(fact.to, fact.on) });
    case 'watered':
      return say('mlWaterAdded', { volume: Number(fact.mL.toPrecision(3)) });
    case 'timer':
      return say('for', { name: TIMINGS[fact.step].name, seconds: lengthOf(fact.seconds) });
    case 'timerEnded':
      return fact.timer ? timerEnding(fact.timer) : say('timerEnded');
    case 'opened':
      return `${fact.count} ${OPENED[fact.method]}${fact.seconds ? ` ${say('in', { seconds: lengthOf(fact.seconds) })}` : ''}`;
    case 'poured':
      return say('mlPouredC', { volume: Math.round(fact.mL), pour: Math.round(fact.pour_C) });
    case 'smoked':
      return smokeSaid(fact.dose);
    case 'heatPulsed': {
      const { at_C, minutes } = fact.pulse;
      return say('heatPulsed', { at: Math.round(at_C), from: minutes.from, to: minutes.to });
    }
    case 'waterRead':
      return say('waterC', { water: fact.water_C.toFixed(1) });
    case 'swelling': {
      const { swelling } = fact;
      return swelling.by === 'count'
        ? say('swollen', { swollen: swelling.swollen, soaked: swelling.soaked })
        : say('dryAndWetMass', { dry: swelling.dry_g, wet: swelling.wet_g });
    }
    case 'weighedDry':
      return say('gDry', { grams: fact.grams });
    case 'turned':
      return say('intoPlace', { into: fact.into });
    case 'trainedStaff':
      return STAFF[fact.agent];
  }
}

function smokeSaid(dose: SmokeDose): string {
  switch (dose.by) {
    case 'water':
      return say('smokedByWater', { stock: Math.round(dose.stock_mL * 10) / 10, water: Math.round(dose.water_mL * 10) / 10 });
    case 'paper':
      return say('smokedByPaper', { sheets: dose.sheets, water: Math.round(dose.water_mL) });
    case 'ash':
      return say('smokedByAsh', { ash: Math.round(dose.ash_mL), pots: dose.pots });
  }
}

function timerEnding(timer: Timer): string {
  return say('ended', { name: TIMINGS[timer.step].name, punctuality: punctuality(endingOf(timer, timer.ended_ms ?? timer.started_ms)) });
}
