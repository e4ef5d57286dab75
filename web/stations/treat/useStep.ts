import { type Recorded, recordBegin } from '@chill/core/record/record.ts';
import { NewEvent } from '@chill/model/event.ts';
import { spoken } from '@chill/words/subject.ts';
import { newId } from '../../browser/newId.ts';
import { nowInstant } from '../../browser/now.ts';
import { type BatchView, situationOf, useNursery } from '../../data/nursery.ts';
import { useRecord } from '../../data/useRecord.ts';

type Without<T, K extends PropertyKey> = T extends unknown ? Omit<T, K> : never;
/** An event as a step tells it; the step's own hook adds its id and its day. */
export type Said = Without<NewEvent, 'id' | 'on'>;

/** What a step of the bench does to its batch. */
export interface Step {
  /** Records what was told, beginning the stage first where it was not begun. True where it was taken. */
  record: (said: readonly Said[]) => boolean;
  /** Records without beginning the stage. */
  note: (said: readonly Said[]) => boolean;
  /** Records, beginning the stage first, and ends it. */
  finish: (said?: readonly Said[]) => boolean;
  /** Begins the stage, with whatever beginning it from the round would record too; after what was decided otherwise about it. */
  begin: (decided?: Recorded) => boolean;
  /** Records what core has made. */
  put: (recorded: Recorded) => boolean;
  problem: string | undefined;
}

/** Records on a batch at the bench; what the model or the ledger would refuse is refused here, with its reason, before it is sent. */
export function useStep(view: BatchView): Step {
  const nursery = useNursery();
  const { record, problem, refuse } = useRecord();
  const { batch, projection } = view;
  const { state } = projection;
  const on = nursery.today;

  // The bench tells figures as they were typed: what the model would refuse of them is refused with its reason. Elsewhere core makes what is recorded.
  const send = (events: NewEvent[]): boolean => {
    const unread = events.map((event) => NewEvent.safeParse(event)).find(({ success }) => !success);
    if (!unread?.error) return record(batch, { events });
    refuse(unread.error.issues[0]?.message);
    return false;
  };
  const made = (recorded: Recorded): NewEvent[] | undefined => {
    if (!('reason' in recorded)) return recorded.events;
    refuse(spoken(recorded.reason));
    return undefined;
  };
  const begun = (): NewEvent[] | undefined => {
    if (state.underWay) return [];
    return made(recordBegin(batch, state, situationOf(nursery, view.species, view.lot), on, newId));
  };
  const all = (said: readonly Said[]): boolean => {
    const first = begun();
    if (!first) return false;
    // A step that starts its own timer, or ends the stage, does not want the usual one.
    const opening = first.filter(({ kind }) => kind !== 'timerStarted');
    return send([...opening, ...said.map((one) => ({ ...one, id: newId(), on }) as NewEvent)]);
  };
  return {
    record: (said) => all(said),
    note: (said) => send(said.map((one) => ({ ...one, id: newId(), on }) as NewEvent)),
    finish: (said = []) => all([...said, { kind: 'stageFinished', stage: state.stage, moves: [], at: nowInstant() }]),
    begin: (decided = { events: [] }) => {
      const [before, first] = [made(decided), begun()];
      return before !== undefined && first !== undefined && send([...before, ...first]);
    },
    put: (recorded) => record(batch, recorded),
    problem,
  };
}
