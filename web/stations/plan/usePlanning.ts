import type { Worth } from '@chill/core/planning/binds.ts';
import type { ProposedPromise } from '@chill/core/planning/proposed.ts';
import type { SeasonToPlan } from '@chill/core/planning/season.ts';
import { language } from '@chill/words/language.ts';
import { startTransition, useCallback, useEffect, useRef, useState } from 'react';
import type { SeasonSaid } from '../../workers/seasonPlan.ts';

/** A season being planned, or planned: the best plan so far, how much better another could be at most, and what one more of what binds is worth. */
export interface Planning {
  running: boolean;
  /** Stopped by the grower, before it was as good as proven. */
  stopped: boolean;
  failed: boolean;
  /** Whether a plan of this season has come; what is shown before is of the one before, and may not fit any more. */
  fresh: boolean;
  season: SeasonToPlan;
  promises?: ProposedPromise[];
  gap?: number;
  worth: Worth[];
  /** Whether all that may bind has been tried. */
  weighed: boolean;
}

/** Plans seasons in a worker: each better plan is shown as it comes. Stopping, or planning again, ends the worker and keeps the best plan. */
export function usePlanning(): {
  planning: Planning | undefined;
  plan: (season: SeasonToPlan, shown?: ProposedPromise[]) => void;
  stop: () => void;
  clear: () => void;
} {
  const [planning, setPlanning] = useState<Planning>();
  const worker = useRef<Worker>(undefined);
  const end = useCallback(() => {
    worker.current?.terminate();
    worker.current = undefined;
  }, []);
  useEffect(() => end, [end]);
  const plan = useCallback(
    (season: SeasonToPlan, shown?: ProposedPromise[]) => {
      end();
      // What was proposed before, as it was moved by hand, stands until the first plan has come.
      setPlanning({
        running: true,
        stopped: false,
        failed: false,
        fresh: false,
        season,
        worth: [],
        weighed: false,
        ...(shown && { promises: shown }),
      });
      const made = new Worker(new URL('../../workers/seasonPlan.ts', import.meta.url), { type: 'module', name: language() });
      worker.current = made;
      // A plan of sixty promises is drawn in parts: the page stays at hand meanwhile.
      const change = (part: (so: Planning) => Partial<Planning>) =>
        startTransition(() => setPlanning((so) => so && { ...so, ...part(so) }));
      made.addEventListener('message', ({ data }: MessageEvent<SeasonSaid>) => {
        if (data.said === 'plan') change(() => ({ promises: data.promises, fresh: true }));
        else if (data.said === 'gap') change(() => ({ gap: data.gap }));
        else if (data.said === 'done') change(() => ({ running: false }));
        else if (data.said === 'failed') change(() => ({ running: false, failed: true }));
        else if (data.said === 'weighed') change(() => ({ weighed: true }));
        else change(({ worth }) => ({ worth: [...worth, data.worth].sort((a, b) => b.saves - a.saves) }));
      });
      made.addEventListener('error', () => change(() => ({ running: false, failed: true })));
      made.postMessage(season);
    },
    [end],
  );
  const stop = useCallback(() => {
    end();
    setPlanning((so) => so && { ...so, running: false, stopped: so.running || so.stopped });
  }, [end]);
  const clear = useCallback(() => {
    end();
    setPlanning(undefined);
  }, [end]);
  return { planning, plan, stop, clear };
}
