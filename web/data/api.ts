import type { Problem } from '@chill/model/problem.ts';
import { say } from '@chill/words/kit.ts';

/** The server's refusal, with the fields at fault; or, with status 0, that it could not be reached. */
export class ApiProblem extends Error {
  readonly problem: Problem & Record<string, unknown>;

  constructor(problem: Problem & Record<string, unknown>) {
    super(problem.detail ?? problem.title);
    this.problem = problem;
  }

  /** True where the same request may succeed later, unchanged. */
  get passing(): boolean {
    return this.problem.status === 0 || this.problem.status === 429 || this.problem.status >= 500;
  }
}

const UNREACHABLE: Problem = {
  type: 'urn:chill:problem:unreachable',
  get title() {
    return say('chillsServerDoesNotAnswer');
  },
  status: 0,
  get detail() {
    return say('serverSilentIsItRunning');
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
  if (response.ok) return (response.status === 204 ? undefined : await response.json()) as T;
  const problem = response.headers.get('content-type')?.includes('problem+json')
    ? await response.json()
    : { ...UNREACHABLE, status: response.status };
  throw new ApiProblem(problem);
}
