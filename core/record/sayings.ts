import type { Batch } from '@chill/model/batch.ts';
import type { NewEvent } from '@chill/model/event.ts';
import type { NewId, PlainDate } from '@chill/model/primitives.ts';
import type { Refusal } from '@chill/model/refusal.ts';
import type { BatchState } from '../ledger/batchState.ts';
import { fold } from '../ledger/fold.ts';
import type { Saying } from '../ledger/logLine.ts';
import { countIn } from '../ledger/states.ts';
import type { Verb } from '../ledger/verbs.ts';
import { givenUp, recordAfterAll } from './afterAll.ts';
import { recordGone } from './gone.ts';
import { type Recorded, type RecordSituation, recordBegin, recordCheck, recordMove } from './record.ts';
import { recordSown } from './sow.ts';

/** The events that a log line asks for, in the order in which it was written: what stands together is one check. */
export function recordSayings(batch: Batch, sayings: readonly Saying[], situation: RecordSituation, on: PlainDate, newId: NewId): Recorded {
  const events: NewEvent[] = [];
  // A note is of the whole line, and stands with what was seen.
  let notes = sayings.flatMap((saying) => (saying.kind === 'note' ? [saying.text] : [])).join('; ');
  let seen: Seen[] = [];
  const stateNow = () => fold(batch.plan, [...batch.events, ...events]);
  /** Takes what has been seen so far as one check. */
  const settle = (): Refusal | undefined => {
    if (seen.length === 0) return undefined;
    const recorded = cameAfterAll(batch, stateNow(), seen, situation, on, newId) ?? recordSeen(batch, stateNow(), seen, notes, on, newId);
    seen = [];
    notes = '';
    if ('reason' in recorded) return recorded;
    events.push(...recorded.events);
    return undefined;
  };
  for (const saying of sayings) {
    if (saying.kind === 'note') continue;
    if (isSeen(saying)) {
      seen.push(saying);
      continue;
    }
    const refused = settle();
    if (refused) return refused;
    const done = recordDone(batch, stateNow(), saying, situation, on, newId);
    if ('reason' in done) return done;
    events.push(...done.events);
  }
  return settle() ?? { events: notes ? [...events, { id: newId(), on, kind: 'noted', note: notes }] : events };
}

type Seen = Extract<Saying, { kind: 'count' | 'damp' | 'mould' }>;
const isSeen = (saying: Saying): saying is Seen => ['count', 'damp', 'mould'].includes(saying.kind);

/** Sprouts of a batch that was stopped, more than are still there: those that were given up on came after all. */
function cameAfterAll(
  batch: Batch,
  state: BatchState,
  seen: readonly Seen[],
  situation: RecordSituation,
  on: PlainDate,
  newId: NewId,
): Recorded | undefined {
  const up = seen.reduce((sum, one) => sum + (one.kind === 'count' && one.verb === 'up' ? one.count : 0), 0);
  const onlyUp = seen.every((one) => one.kind === 'count' && one.verb === 'up');
  const still = countIn(state.counts, ['waiting', 'swollen']);
  if (!onlyUp || up <= still || up > givenUp(state, batch.plan.stages)) return undefined;
  return recordAfterAll(batch, state, up, situation, on, newId);
}

function recordSeen(batch: Batch, state: BatchState, seen: readonly Seen[], note: string, on: PlainDate, newId: NewId): Recorded {
  const counts = seen.flatMap((saying): [Verb, number][] => (saying.kind === 'count' ? [[saying.verb, saying.count]] : []));
  const damp = seen.findLast((saying) => saying.kind === 'damp')?.damp;
  const mould = seen.findLast((saying) => saying.kind === 'mould')?.mould;
  return recordCheck(batch, state, { counts, ...(damp && { damp }), ...(mould && { mould }), ...(note && { note }) }, on, newId);
}

function recordDone(
  batch: Batch,
  state: BatchState,
  saying: Exclude<Saying, Seen | { kind: 'note' }>,
  situation: RecordSituation,
  on: PlainDate,
  newId: NewId,
): Recorded {
  switch (saying.kind) {
    case 'watered':
      return { events: [{ id: newId(), on, kind: 'watered', mL: saying.water_mL }] };
    case 'fresh':
      return { events: [{ id: newId(), on, kind: 'refreshed' }] };
    case 'gone':
      return recordGone(state, saying.why, on, newId);
    case 'sown':
      return recordSown(batch, state, saying, situation, on, newId);
    case 'begin':
    case 'done': {
      const begins = saying.kind === 'begin' && !state.underWay;
      return begins ? recordBegin(batch, state, situation, on, newId) : recordMove(batch, state, situation, on, newId);
    }
  }
}
