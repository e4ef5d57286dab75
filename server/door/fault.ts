import type { FieldProblem, Problem } from '@chill/model/problem.ts';
import { say } from '@chill/words/server.ts';
import { wordedRows } from '@chill/words/tables.ts';

export type FaultKind =
  | 'bad-input'
  | 'malformed'
  | 'unauthorised'
  | 'forbidden'
  | 'not-found'
  | 'conflict'
  | 'not-so'
  | 'no-such-part'
  | 'too-large'
  | 'wrong-type'
  | 'too-many'
  | 'no-room'
  | 'store-fails'
  | 'our-fault';

/** Kinds of refusal, with the status that each is answered by. */
const KINDS: Record<FaultKind, { status: number; title: string }> = wordedRows(say, ['title'], {
  'bad-input': { status: 422, title: 'somethingNeedsChanging' },
  malformed: { status: 400, title: 'notReadable' },
  unauthorised: { status: 401, title: 'accessSecretNeeded' },
  forbidden: { status: 403, title: 'notAllowedFromThere' },
  'not-found': { status: 404, title: 'notThere' },
  conflict: { status: 409, title: 'changedMeanwhile' },
  'not-so': { status: 412, title: 'notSo' },
  'no-such-part': { status: 416, title: 'noSuchPart' },
  'too-large': { status: 413, title: 'tooLarge' },
  'wrong-type': { status: 415, title: 'notJson' },
  'too-many': { status: 429, title: 'tooManyRequests' },
  'no-room': { status: 507, title: 'diskFull' },
  'store-fails': { status: 503, title: 'dataFileSilent' },
  'our-fault': { status: 500, title: 'somethingWentWrong' },
});

/** A refusal that the sender is told about; becomes problem details after RFC 9457. */
export class Fault extends Error {
  readonly kind: FaultKind;
  readonly errors: FieldProblem[];
  readonly facts: Record<string, unknown>;

  constructor(kind: FaultKind, detail: string, errors: FieldProblem[] = [], facts: Record<string, unknown> = {}) {
    super(detail);
    this.kind = kind;
    this.errors = errors;
    this.facts = facts;
  }

  static field(field: string, message: string): Fault {
    return Fault.fields([{ field, message }]);
  }

  static fields(errors: FieldProblem[]): Fault {
    return new Fault('bad-input', errors.map((error) => error.message).join(' '), errors);
  }

  static notFound(detail: string): Fault {
    return new Fault('not-found', detail);
  }

  static conflict(detail: string, facts: Record<string, unknown>): Fault {
    return new Fault('conflict', detail, [], facts);
  }

  get status(): number {
    return KINDS[this.kind].status;
  }

  /** As RFC 9457 problem details. */
  problem(): Problem & Record<string, unknown> {
    return {
      type: `urn:chill:problem:${this.kind}`,
      title: KINDS[this.kind].title,
      status: this.status,
      detail: this.message,
      ...(this.errors.length > 0 && { errors: this.errors }),
      ...this.facts,
    };
  }
}
