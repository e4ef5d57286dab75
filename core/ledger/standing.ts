import { say } from '@chill/words/ledger.ts';
import { kindOfEvent } from './events/index.ts';
import type { FoldableEvent } from './events/kind.ts';
import { refuse } from './refuse.ts';

/** What counts of a history: the events in the order in which they are to be read, and the ids of all that are in force. */
interface InForce {
  standing: readonly FoldableEvent[];
  inForce: Set<string>;
}

/**
 * The events that are neither reversed nor corrected, each in its place. A reversal can itself be reversed, which brings the first event back;
 * since each can only name an earlier one, reading backwards settles them all. A correction stands in the place of what it corrects.
 * @throws {LedgerError} where a reversal or a correction names no earlier event, a reversal one that is already reversed, or a correction one of another
 * kind or of a kind that is not corrected.
 */
export function eventsInForce(events: readonly FoldableEvent[]): InForce {
  const inForce = new Set<string>();
  let reverses = false;
  let corrects = false;
  for (const event of events) {
    // Nothing is taken out yet: what is in it is all that came before.
    if (event.kind === 'reversed') {
      reverses = true;
      if (!inForce.has(event.reverses)) refuse(event, 'reverses', say.of('noEntryToUndo'));
    }
    if (event.corrects !== undefined) {
      corrects = true;
      const isThere = inForce.has(event.corrects);
      requireCorrectable(event, isThere ? events.find(({ id }) => id === event.corrects) : undefined);
    }
    inForce.add(event.id);
  }
  if (reverses) takeReversedOut(events, inForce);
  if (corrects) return { standing: inPlace(events, inForce), inForce };
  return { standing: reverses ? events.filter((event) => counts(event, inForce)) : events, inForce };
}

function takeReversedOut(events: readonly FoldableEvent[], inForce: Set<string>): void {
  const undoneBy = new Map<string, string>();
  for (const event of [...events].reverse()) {
    if (event.kind !== 'reversed' || undoneBy.has(event.id)) continue;
    const later = undoneBy.get(event.reverses);
    if (later) refuse({ id: later }, 'reverses', say.of('entryUndoneAlready'));
    undoneBy.set(event.reverses, event.id);
    inForce.delete(event.reverses);
  }
}

const counts = ({ id, kind }: FoldableEvent, inForce: ReadonlySet<string>) => kind !== 'reversed' && inForce.has(id);

function requireCorrectable(event: FoldableEvent, old: FoldableEvent | undefined): void {
  if (!old) refuse(event, 'corrects', say.of('noEntryToUndo'));
  else if (old.kind !== event.kind || !kindOfEvent(old).correctable) refuse(event, 'corrects', say.of('entryCannotBeCorrected'));
}

/** The events in force in their places, the last correction of each in the place of the first of all; what was corrected is taken out of force. */
function inPlace(events: readonly FoldableEvent[], inForce: Set<string>): FoldableEvent[] {
  const placeOf = new Map<string, string>();
  const held = new Map<string, FoldableEvent>();
  for (const event of events) {
    const place = event.corrects === undefined ? event.id : (placeOf.get(event.corrects) as string);
    placeOf.set(event.id, place);
    if (!counts(event, inForce)) continue;
    const before = held.get(place);
    if (before) inForce.delete(before.id);
    held.set(place, event);
  }
  return events.flatMap(({ id }) => held.get(id) ?? []);
}
