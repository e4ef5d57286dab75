import { useState } from 'react';
import { ApiProblem } from '../data/api.ts';

/** Runs something that may be refused; says what was wrong, and that it is busy meanwhile. */
export function useAttempt(): { attempt: (work: () => Promise<void>) => Promise<void>; problem: string | undefined; busy: boolean } {
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const attempt = async (work: () => Promise<void>) => {
    setBusy(true);
    setProblem(undefined);
    try {
      await work();
    } catch (error) {
      const told = error instanceof ApiProblem ? (error.problem.errors?.[0]?.message ?? error.message) : (error as Error).message;
      setProblem(told);
    } finally {
      setBusy(false);
    }
  };
  return { attempt, problem, busy };
}
