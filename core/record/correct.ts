import type { Batch } from '@chill/model/batch.ts';
import type { LedgerEvent, Move, NewEvent } from '@chill/model/event.ts';
import type { NewId, PlainDate } from '@chill/model/primitives.ts';
import { kindOfEvent } from '../ledger/events/index.ts';
import { gained } from '../ledger/events/steps.ts';
import { stateBefore } from '../ledger/fold.ts';
import { VERBS, type Verb } from '../ledger/verbs.ts';
import { type Recorded, recordCheck, recordMoves } from './record.ts';

/** What can be put right of an entry; what is left out stays as it was. */
export interface Correction {
  on?: PlainDate;
  note?: string;
  damp?: 'dry' | 'right' | 'wet';
  mould?: 'none' | 'few' | 'spreading';
  /** Seeds by verb, all of them: what is not named is none. */
  counts?: Partial<Record<Verb, number>>;
  /** Water added, mL. */
  mL?: number;
}

/** Whether an entry can be put right in place; others are undone. */
export const isCorrectable = (event: NewEvent): boolean => kindOfEvent(event).correctable === true;

/** Seeds of an entry by verb, as it counted them. What came up in its own pot counts as up, not as potted too. */
export function countsOf(event: NewEvent): Partial<Record<Verb, number>> {
  if (!('moves' in event)) return {};
  const inOwnPot = event.moves.some(({ from, to }, i) => from === 'sprouted' && to === 'potted' && event.moves[i - 1]?.to === 'sprouted');
  const counts: Partial<Record<Verb, number>> = {};
  for (const [verb, { to }] of Object.entries(VERBS) as [Verb, { to: Move['to'] }][]) {
    const count = inOwnPot && verb === 'potted' ? 0 : gained(event.moves, to);
    if (count > 0) counts[verb] = count;
  }
  return counts;
}

/** The entry that stands in the place of one that was wrong; its seeds are taken from where they were at that time. */
export function recordCorrection(batch: Batch, wrong: LedgerEvent, right: Correction, newId: NewId): Recorded {
  const made = corrected(batch, wrong, right, newId);
  if ('reason' in made) return made;
  return { events: made.events.map((event): NewEvent => ({ ...event, corrects: wrong.id })) };
}

function corrected(batch: Batch, wrong: LedgerEvent, right: Correction, newId: NewId): Recorded {
  const on = right.on ?? wrong.on;
  const note = right.note?.trim();
  const counts = right.counts ?? countsOf(wrong);
  if (wrong.kind === 'checked') {
    const damp = right.damp ?? wrong.damp;
    const mould = right.mould ?? wrong.mould;
    const state = stateBefore(batch, wrong.id);
    return recordCheck(batch, state, { ...(damp && { damp }), ...(mould && { mould }), counts, ...(note && { note }) }, on, newId);
  }
  if (wrong.kind === 'seedsMoved') return recordMoves(stateBefore(batch, wrong.id), counts, on, newId);
  // Whoever corrects puts their own name to it.
  const { batchId: _batch, version: _version, recordedAt: _recorded, note: _note, by: _by, ...kept } = wrong;
  const mL = wrong.kind === 'watered' && right.mL !== undefined ? { mL: right.mL } : {};
  return { events: [{ ...kept, ...mL, id: newId(), on, ...(note && { note }) } as NewEvent] };
}
