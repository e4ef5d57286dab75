import type { Batch } from '@chill/model/batch.ts';
import type { NewEvent, OpeningMethod } from '@chill/model/event.ts';
import { lengthOf } from '../calendar/moments.ts';
import type { Timer } from '../ledger/batchState.ts';
import { kindOfEvent } from '../ledger/events/index.ts';
import type { Fact } from '../ledger/events/kind.ts';
import { STATE_NAMES } from '../ledger/states.ts';
import { endingOf, TIMINGS } from '../treat/timers.ts';
import { STAGE_NAMES } from './words.ts';

/** What an event did, in a few words: "3 root out, 1 mouldy; damp". With the batch's timers it also says how early or late one was ended. */
export function describeEvent(event: NewEvent, { plan }: Pick<Batch, 'plan'>, timers: readonly Timer[] = []): string {
  const facts = kindOfEvent(event).facts(event, { stages: plan.stages, timers });
  return [...facts.map(inWords), ...(event.note ? [event.note] : [])].join(', ') || 'looked';
}

const DAMP = { dry: 'dry', right: 'damp', wet: 'too wet' };
const MOULD = { none: 'no mould', few: 'some mould', spreading: 'mould spreading' };
const OPENED: Record<OpeningMethod, string> = { nick: 'nicked', file: 'filed', sand: 'sanded', peel: 'peeled' };
const STAFF = { acid: 'acid, by trained staff', growthHormone: 'growth hormone, by trained staff' };

function inWords(fact: Fact): string {
  switch (fact.did) {
    case 'into':
      return `into ${STAGE_NAMES[fact.stage]}`;
    case 'outOf':
      return `out of ${STAGE_NAMES[fact.stage]}`;
    case 'damp':
      return DAMP[fact.damp];
    case 'mould':
      return MOULD[fact.mould];
    case 'seeds':
      return `${fact.count} ${STATE_NAMES[fact.to]}`;
    case 'fresh':
      return 'fresh medium';
    case 'closed':
      return 'closed';
    case 'undone':
      return 'undone';
    case 'split':
      return 'split';
    case 'elsewhere':
      return 'moved to another place';
    case 'watered':
      return `${Number(fact.mL.toPrecision(3))} mL of water added`;
    case 'timer':
      return `${TIMINGS[fact.step].name} for ${lengthOf(fact.seconds)}`;
    case 'timerEnded':
      return fact.timer ? timerEnding(fact.timer) : 'timer ended';
    case 'opened':
      return `${fact.count} ${OPENED[fact.method]}${fact.seconds ? ` in ${lengthOf(fact.seconds)}` : ''}`;
    case 'poured':
      return `${Math.round(fact.mL)} mL poured at ${Math.round(fact.pour_C)} °C`;
    case 'waterRead':
      return `water at ${fact.water_C.toFixed(1)} °C`;
    case 'swelling': {
      const { swelling } = fact;
      return swelling.by === 'count'
        ? `${swelling.swollen} of ${swelling.soaked} swollen`
        : `${swelling.dry_g} g dry, ${swelling.wet_g} g wet`;
    }
    case 'weighedDry':
      return `${fact.grams} g dry`;
    case 'turned':
      return `into the ${fact.into}`;
    case 'trainedStaff':
      return STAFF[fact.agent];
  }
}

function timerEnding(timer: Timer): string {
  const { how, by_s } = endingOf(timer, timer.ended_ms ?? timer.started_ms);
  return `${TIMINGS[timer.step].name} ended ${how === 'on time' ? how : `${lengthOf(by_s)} ${how}`}`;
}
