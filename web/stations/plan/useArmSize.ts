import { useEffect, useRef, useState } from 'react';
import type { ArmAnswer, ArmQuestion } from '../../workers/armSize.ts';

/** Asks a worker how large the arms must be; the last answer stands until the next has come. Nothing is asked while `open` is false. */
export function useArmSize({ base, other, seeds }: ArmQuestion, open: boolean): ArmAnswer | undefined {
  const [answer, setAnswer] = useState<ArmAnswer>();
  const worker = useRef<Worker>(undefined);
  useEffect(() => {
    if (!open) return;
    const made = new Worker(new URL('../../workers/armSize.ts', import.meta.url), { type: 'module' });
    made.addEventListener('message', ({ data }: MessageEvent<ArmAnswer>) => setAnswer(data));
    worker.current = made;
    return () => made.terminate();
  }, [open]);
  useEffect(() => {
    if (open) worker.current?.postMessage({ base, other, ...(seeds !== undefined && { seeds }) } satisfies ArmQuestion);
  }, [open, base, other, seeds]);
  return answer;
}
