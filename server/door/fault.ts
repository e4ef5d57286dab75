import type { FieldProblem, Problem } from '@chill/model/problem.ts';
import { say } from '@chill/words/server.ts';

/** Kinds of refusal, with the status that each is answered by. */
const KINDS = {
  'bad-input': {
    status: 422,
    get title() {
      return say('somethingNeedsChanging');
    },
  },
  malformed: {
    status: 400,
    get title() {
      return say('notReadable');
    },
  },
  unauthorised: {
    status: 401,
    get title() {
      return say('accessSecretNeeded');
    },
  },
  forbidden: {
    status: 403,
    get title() {
      return say('notAllowedFromThere');
    },
  },
  'not-found': {
    status: 404,
    get title() {
      return say('notThere');
    },
  },
  conflict: {
    status: 409,
    get title() {
      return say('changedMeanwhile');
    },
  },
  'not-so': {
    status: 412,
    get title() {
      return say('notSo');
    },
  },
  'no-such-part': {
    status: 416,
    get title() {
      return say('thereNoSuchPart');
    },
  },
  'too-large': {
    status: 413,
    get title() {
      return say('tooLarge');
    },
  },
  'wrong-type': {
    status: 415,
    get title() {
      return say('notJson');
    },
  },
  'too-many': {
    status: 429,
    get title() {
      return say('tooManyRequests');
    },
  },
  'no-room': {
    status: 507,
    get title() {
      return say('diskFull');
    },
  },
  'store-fails': {
    status: 503,
    get title() {
      return say('dataFileDoesNotAnswer');
    },
  },
  'our-fault': {
    status: 500,
    get title() {
      return say('somethingWentWrongChill');
    },
  },
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
