import type { Problem } from '@chill/model/problem.ts';
import { say } from '@chill/words/kit.ts';

const REFUSALS = new Set(['bad-input', 'malformed', 'not-found', 'conflict', 'too-large', 'wrong-type']);

/** The server's refusal, with the fields at fault; or, with status 0, that it could not be reached. */
export class ApiProblem extends Error {
  readonly problem: Problem & Record<string, unknown>;

  constructor(problem: Problem & Record<string, unknown>) {
    super(problem.detail ?? problem.title);
    this.problem = problem;
  }

  /** True where Chill itself has refused what was sent, for good: the same would be refused again. All else may succeed later, unchanged. */
  get isRefusal(): boolean {
    const kind = /^urn:chill:problem:(.*)$/.exec(this.problem.type ?? '')?.[1];
    return kind !== undefined && REFUSALS.has(kind);
  }
}

const UNREACHABLE: Problem = {
  type: 'urn:chill:problem:unreachable',
  get title() {
    return say('serverSilentTitle');
  },
  status: 0,
  get detail() {
    return say('serverSilentIsItOn');
  },
};

/** Asks the server; throws an {@link ApiProblem} for every answer that is not a success. */
export async function ask<T>(
  path: string,
  init?: { method: 'POST' | 'PUT'; body: unknown } | { method: 'POST'; file: Blob } | { method: 'DELETE' },
): Promise<T> {
  let response: Response;
  try {
    response = await fetch(
      path,
      init &&
        ('file' in init
          ? { method: init.method, headers: { 'content-type': 'application/octet-stream' }, body: init.file }
          : init.method === 'DELETE'
            ? { method: init.method }
            : { method: init.method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(init.body) }),
    );
  } catch {
    throw new ApiProblem(UNREACHABLE);
  }
  try {
    if (response.ok) return (response.status === 204 ? undefined : await response.json()) as T;
    if (response.headers.get('content-type')?.includes('problem+json')) throw new ApiProblem(await response.json());
  } catch (error) {
    // An answer that was cut short says nothing of what was asked.
    if (!(error instanceof ApiProblem)) throw new ApiProblem({ ...UNREACHABLE, status: response.ok ? 0 : response.status });
    throw error;
  }
  throw new ApiProblem({ ...UNREACHABLE, status: response.status });
}
