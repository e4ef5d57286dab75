/** Thrown when events contradict the plan or one another; names the first that does. */
export class LedgerError extends Error {
  readonly eventId: string;
  /** Where in the event the fault lies, as a dotted path. */
  readonly field: string;
  constructor(eventId: string, field: string, message: string) {
    super(message);
    this.eventId = eventId;
    this.field = field;
  }
}

/** Refuses an event: it cannot have happened after those before it. */
export function refuse(event: { id: string }, field: string, message: string): never {
  throw new LedgerError(event.id, field, message);
}
