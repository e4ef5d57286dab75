import type { FieldProblem, Problem } from '@chill/model/problem.ts';

/** Kinds of refusal, with the status that each is answered by. */
const KINDS = {
  'bad-input': { status: 422, title: 'Something in it needs changing' },
  malformed: { status: 400, title: 'Not readable' },
  unauthorised: { status: 401, title: 'The access secret is needed' },
  forbidden: { status: 403, title: 'Not allowed from there' },
  'not-found': { status: 404, title: 'Not there' },
  conflict: { status: 409, title: 'It changed meanwhile' },
  'not-so': { status: 412, title: 'It is not so' },
  'no-such-part': { status: 416, title: 'There is no such part' },
  'too-large': { status: 413, title: 'Too large' },
  'wrong-type': { status: 415, title: 'Not JSON' },
  'too-many': { status: 429, title: 'Too many requests' },
  'no-room': { status: 507, title: 'The disk is full' },
  'store-fails': { status: 503, title: 'The data file does not answer' },
  'our-fault': { status: 500, title: 'Something went wrong in Chill' },
} as const;
export type FaultKind = keyof typeof KINDS;

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
