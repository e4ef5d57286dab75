import { accept } from '@chill/core/ledger/accept.ts';
import { recordBegin } from '@chill/core/schedule/record.ts';
import { type NewEvent, NewEvent as NewEventSchema } from '@chill/model/event.ts';
import { useState } from 'react';
import { newId } from '../../data/newId.ts';
import { nowInstant, nowMs } from '../../data/now.ts';
import { type BatchView, settingOf, useNursery } from '../../data/nursery.ts';
import { post } from '../../data/outbox.ts';

type Without<T, K extends PropertyKey> = T extends unknown ? Omit<T, K> : never;
/** An event as a step tells it; the step's own hook adds its id and its day. */
export type Told = Without<NewEvent, 'id' | 'on'>;

/** What a step of the bench does to its batch. */
export interface Step {
  /** Records what was told, beginning the stage first where it was not begun. True where it was taken. */
  record: (told: readonly Told[]) => boolean;
  /** Records without beginning the stage. */
  note: (told: readonly Told[]) => boolean;
  /** Records, beginning the stage first, and ends it. */
  finish: (told?: readonly Told[]) => boolean;
  /** Begins the stage, with whatever beginning it from the round would record too. */
  begin: () => boolean;
  problem: string | undefined;
}

/** Records on a batch at the bench; what the model or the ledger would refuse is refused here, with its reason, before it is sent. */
export function useStep(view: BatchView): Step {
  const nursery = useNursery();
  const [problem, setProblem] = useState<string>();
  const { batch, projection } = view;
  const { state } = projection;
  const on = nursery.today;

  const send = (events: NewEvent[]): boolean => {
    const unread = events.map((event) => NewEventSchema.safeParse(event)).find(({ success }) => !success);
    if (unread?.error) {
      setProblem(unread.error.issues[0]?.message);
      return false;
    }
    const verdict = accept(batch, events, on, nowMs());
    setProblem(verdict.ok ? undefined : verdict.errors[0]?.message);
    if (verdict.ok) post(batch, events);
    return verdict.ok;
  };
  const begun = (): NewEvent[] | undefined => {
    if (state.underWay) return [];
    const recorded = recordBegin(batch, state, settingOf(nursery, view.species, view.lot), on, newId);
    if ('problem' in recorded) {
      setProblem(recorded.problem);
      return undefined;
    }
    return recorded.events;
  };
  const all = (told: readonly Told[], timed: boolean): boolean => {
    const first = begun();
    if (!first) return false;
    // A step that starts its own timer, or ends the stage, does not want the usual one.
    const opening = timed ? first : first.filter(({ kind }) => kind !== 'timerStarted');
    return send([...opening, ...told.map((one) => ({ ...one, id: newId(), on }) as NewEvent)]);
  };
  return {
    record: (told) => all(told, false),
    note: (told) => send(told.map((one) => ({ ...one, id: newId(), on }) as NewEvent)),
    finish: (told = []) => all([...told, { kind: 'stageFinished', stage: state.stage, moves: [], at: nowInstant() }], false),
    begin: () => all([], true),
    problem,
  };
}
