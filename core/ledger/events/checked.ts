import { MINUTES } from '../../kinds/tasks.ts';
import type { EventKind } from './kind.ts';
import { gained, moveSeeds, movesSaid, stillThere } from './steps.ts';

/** One check: how damp, what mould, which seeds had changed. */
export const checked: EventKind<'checked'> = {
  minutes: MINUTES.check,
  correctable: true,
  apply(state, event) {
    const before = state.counts.mouldy;
    moveSeeds(state, event);
    const { id, on, damp, mould, moves } = event;
    const sprouted = gained(moves, 'sprouted');
    const left = stillThere(state);
    state.checks.push({
      eventId: id,
      on,
      ...(damp && { damp }),
      ...(mould && { mould }),
      sprouted,
      mouldy: state.counts.mouldy - before,
      left,
    });
    if (sprouted === 0) state.seen.push({ on, stage: state.stage, came: 0, left });
    state.sinceCheck = { watered: false, refreshed: false };
  },
  facts: ({ damp, mould, moves }) => [
    ...(damp ? [{ did: 'damp', damp } as const] : []),
    ...(mould ? [{ did: 'mould', mould } as const] : []),
    ...movesSaid(moves),
  ],
};
