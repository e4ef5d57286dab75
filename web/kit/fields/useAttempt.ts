import { isRefusal, type Refusal } from '@chill/model/refusal.ts';
import { spoken } from '@chill/words/subject.ts';
import { useState } from 'react';
import { ApiProblem } from '../../browser/api.ts';

/** Runs something that may be refused, here or by the server; says what was wrong, and that it is busy meanwhile. */
export function useAttempt(): {
  attempt: (work: () => Promise<Refusal | unknown>) => Promise<void>;
  problem: string | undefined;
  busy: boolean;
} {
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const attempt = async (work: () => Promise<Refusal | unknown>) => {
    setBusy(true);
    setProblem(undefined);
    try {
      const came = await work();
      if (isRefusal(came)) setProblem(spoken(came.reason));
    } catch (error) {
      const said = error instanceof ApiProblem ? (error.problem.errors?.[0]?.message ?? error.message) : (error as Error).message;
      setProblem(said);
    } finally {
      setBusy(false);
    }
  };
  return { attempt, problem, busy };
}
