import type { EventId } from '@chill/model/primitives.ts';
import { type Refusal, refusal } from '@chill/model/refusal.ts';
import { type Sentence, spoken } from '@chill/words/subject.ts';

/**
 * Carries the refusal of an event out of a fold, which is no place to answer from: whoever asks whether events may follow
 * ({@link accept}, {@link acceptLot}) takes it back as an answer. Out of a fold of what is stored, it is a programmer's error.
 */
export class LedgerError extends Error {
  readonly eventId: EventId;
  readonly refusal: Refusal;
  constructor(eventId: EventId, why: Refusal) {
    super(spoken(why.reason));
    this.eventId = eventId;
    this.refusal = why;
  }
}

/** Refuses an event: it cannot have happened after those before it. */
export function refuse(event: { id: string }, field: string, reason: Sentence): never {
  throw new LedgerError(event.id, refusal(reason, field));
}
