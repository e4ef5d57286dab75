import type { WinterAnswer, WinterQuestion } from '@chill/core/winter/enough.ts';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { WintersSaid } from '../../workers/winters.ts';

/** What is known of a thousand winters so far. */
export interface WintersAsked {
  answer: WinterAnswer | undefined;
  /** Share calculated, 0 to 1; 1 once the answer stands. */
  share: number;
  stopped: boolean;
  stop: () => void;
  again: () => void;
}

/** Asks a worker for the winters of a question; a new question ends the old one. What has come so far stands if it is stopped. */
export function useWinters(question: WinterQuestion | undefined): WintersAsked {
  const [answer, setAnswer] = useState<WinterAnswer>();
  const [share, setShare] = useState(0);
  const [stopped, setStopped] = useState(false);
  const [round, setRound] = useState(0);
  const worker = useRef<Worker>(undefined);
  // Asked again only where something in it has changed.
  const key =
    question &&
    JSON.stringify({
      ...question,
      species: [question.species.id, question.species.figures],
      climate: [...question.climate.min_C.slice(0, 365)],
    });
  const latest = useRef(question);
  latest.current = question;

  // biome-ignore lint/correctness/useExhaustiveDependencies: `round` asks the same again.
  useEffect(() => {
    if (!key || !latest.current) return;
    setShare(0);
    setStopped(false);
    const made = new Worker(new URL('../../workers/winters.ts', import.meta.url), { type: 'module' });
    made.addEventListener('message', ({ data }: MessageEvent<WintersSaid>) => {
      const said = data.said === 'answer' ? data.answer : data.so_far;
      if (said) setAnswer(said);
      setShare(data.said === 'answer' ? 1 : data.share);
    });
    made.postMessage(latest.current);
    worker.current = made;
    return () => made.terminate();
  }, [key, round]);

  const stop = useCallback(() => {
    worker.current?.terminate();
    setStopped(true);
  }, []);
  const again = useCallback(() => setRound((before) => before + 1), []);
  return { answer: question ? answer : undefined, share, stopped, stop, again };
}
