import type { Socket } from 'node:net';
import { say } from '@chill/words/server.ts';
import type { FastifyError, FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { hasZodFastifySchemaValidationErrors } from 'fastify-type-provider-zod';
import { StoreBroken } from '../store/inTransaction.ts';
import { type Saving, saving } from '../store/saved.ts';
import { storageCode } from '../store/unusable.ts';
import { Fault, type FaultKind } from './fault.ts';

declare module 'fastify' {
  interface FastifyRequest {
    saving?: Saving;
  }
}

/** What Fastify's own refusals are called here, and what to do about each. */
const BY_STATUS: Record<number, [FaultKind, () => string]> = {
  400: ['malformed', () => say('couldNotRead')],
  403: ['forbidden', () => say('notGivenOut')],
  404: ['not-found', () => say('thereNothingAddress')],
  412: ['not-so', () => say('conditionFails')],
  416: ['no-such-part', () => say('fileNotLong')],
  413: ['too-large', () => say('tooMuchAtOnce')],
  415: ['wrong-type', () => say('sendJson')],
  429: ['too-many', () => say('waitLittleTryAgain')],
};

/** What the store says when it fails, and what to do. */
const BY_STORAGE: [RegExp, FaultKind, () => string][] = [
  [/^SQLITE_FULL/, 'no-room', () => say('diskFullUnsaved')],
  [/^SQLITE_(CORRUPT|NOTADB)/, 'store-fails', () => say('dataFileDamagedUnsaved')],
  [/^SQLITE_(IOERR|CANTOPEN|READONLY|BUSY|LOCKED|NOMEM)/, 'store-fails', () => say('diskRefuses')],
];

/** Answers every refusal as problem details (RFC 9457), and never with a stack trace. */
export function answerProblems(app: FastifyInstance): void {
  app.decorateRequest('saving');
  app.addHook('preHandler', (request, _reply, done) => {
    request.saving = { saved: false };
    saving.run(request.saving, done);
  });
  app.setErrorHandler((error: FastifyError, request, reply) => {
    const fault = asFault(error, request.saving?.saved ?? false);
    if (fault.status >= 500) request.log.error(error);
    if (fault.kind === 'unauthorised') reply.header('www-authenticate', 'Basic realm="Chill", charset="UTF-8"');
    reply.code(fault.status).type('application/problem+json').send(JSON.stringify(fault.problem()));
  });
}

/** What every answer says to browsers (helmet does elsewhere), for one that nothing can come of. */
const SAFE = {
  'content-security-policy': "default-src 'none'",
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'origin-agent-cluster': '?1',
  'referrer-policy': 'no-referrer',
  'x-content-type-options': 'nosniff',
  'x-dns-prefetch-control': 'off',
  'x-download-options': 'noopen',
  'x-frame-options': 'SAMEORIGIN',
  'x-permitted-cross-domain-policies': 'none',
  'x-xss-protection': '0',
};

/** Answers what cannot be understood as an address at all; no hook has run then. */
export function answerUnreadable(_error: FastifyError, _request: FastifyRequest, reply: FastifyReply): void {
  const fault = new Fault('malformed', say('notAddress'));
  reply.code(fault.status).headers(SAFE).type('application/problem+json').send(JSON.stringify(fault.problem()));
}

/** Ends a connection over which came no HTTP, or too much of it, or none in time. */
export function hangUp(error: Error & { code?: string }, socket: Socket): void {
  if (socket.writable && error.code !== 'ECONNRESET')
    socket.write(`HTTP/1.1 400 Bad Request\r\nConnection: close\r\nContent-Length: 0\r\n\r\n`);
  socket.destroy();
}

function asFault(error: FastifyError, saved: boolean): Fault {
  if (error instanceof Fault) return error;
  if (error instanceof StoreBroken) return new Fault('store-fails', error.message);
  if (hasZodFastifySchemaValidationErrors(error)) {
    const errors = error.validation.map((issue) => ({
      field: issue.instancePath.replace(/^\//, '').replaceAll('/', '.'),
      message: issue.message ?? say('notShould'),
    }));
    return Fault.fields(errors);
  }
  if (saved) return new Fault('our-fault', say('savedNotShown'));
  const code = storageCode(error) ?? '';
  const storage = BY_STORAGE.find(([pattern]) => pattern.test(code));
  if (storage) return new Fault(storage[1], storage[2]());
  if (error instanceof SyntaxError || /^FST_ERR_CTP_(INVALID|EMPTY)_JSON_BODY$/.test(error.code ?? ''))
    return new Fault('malformed', say('notReadableJson'));
  const status = error.statusCode ?? 500;
  const known = BY_STATUS[status] ?? (status >= 400 && status < 500 ? BY_STATUS[400] : undefined);
  return known ? new Fault(known[0], known[1]()) : new Fault('our-fault', say('nothingSaved'));
}
