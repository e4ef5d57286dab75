import type { FastifyError, FastifyInstance } from 'fastify';
import { hasZodFastifySchemaValidationErrors } from 'fastify-type-provider-zod';
import { Fault, type FaultKind } from './fault.ts';

/** What Fastify's own refusals are called here, and what to do about each. */
const BY_STATUS: Record<number, [FaultKind, string]> = {
  400: ['malformed', 'That is not readable JSON.'],
  404: ['not-found', 'There is nothing at this address.'],
  413: ['too-large', 'That is more than Chill takes at once.'],
  415: ['wrong-type', 'Send JSON, with content-type application/json.'],
  429: ['too-many', 'Wait a little and try again.'],
};

/** Answers every refusal as problem details (RFC 9457), and never with a stack trace. */
export function answerProblems(app: FastifyInstance): void {
  app.setErrorHandler((error: FastifyError, request, reply) => {
    const fault = asFault(error);
    if (fault.status === 500) request.log.error(error);
    if (fault.kind === 'unauthorised') reply.header('www-authenticate', 'Basic realm="Chill", charset="UTF-8"');
    reply.code(fault.status).type('application/problem+json').send(JSON.stringify(fault.problem()));
  });
}

function asFault(error: FastifyError): Fault {
  if (error instanceof Fault) return error;
  if (hasZodFastifySchemaValidationErrors(error)) {
    const errors = error.validation.map((issue) => ({
      field: issue.instancePath.replace(/^\//, '').replaceAll('/', '.'),
      message: issue.message ?? 'Not as it should be.',
    }));
    return Fault.fields(errors);
  }
  const known = BY_STATUS[error.statusCode ?? 500];
  return known
    ? new Fault(...known)
    : new Fault('our-fault', 'Nothing was saved. Try again; if it happens again, look at the server’s log.');
}
