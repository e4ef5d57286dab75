import { timingSafeEqual } from 'node:crypto';
import type { FastifyInstance } from 'fastify';
import { Fault } from './fault.ts';

/**
 * Turns away what does not come from the nursery's own pages: a page elsewhere that posts to this address (`Origin`), a
 * name elsewhere that was pointed at this machine (`Host`, while only this machine is served), and, where a secret is set, whoever lacks it.
 * The secret is the password of HTTP basic authentication; browsers ask for it themselves.
 */
export function guard(app: FastifyInstance, { secret }: { secret?: string }): void {
  app.addHook('onRequest', async (request) => {
    const { host, origin, authorization } = request.headers;
    if (secret) {
      if (!knowsSecret(authorization, secret)) throw new Fault('unauthorised', 'Any name, and the access secret as the password.');
    } else if (host && !/^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/.test(host)) {
      throw new Fault('forbidden', 'Chill answers only to this machine’s own name.');
    }
    if (origin && host && origin !== `http://${host}` && origin !== `https://${host}`) {
      throw new Fault('forbidden', 'That request came from a page elsewhere.');
    }
  });
}

function knowsSecret(authorization: string | undefined, secret: string): boolean {
  const given = /^Basic (.+)$/.exec(authorization ?? '')?.[1];
  if (!given) return false;
  const password = Buffer.from(given, 'base64').toString('utf8').split(':').slice(1).join(':');
  const [a, b] = [Buffer.from(password), Buffer.from(secret)];
  return a.length === b.length && timingSafeEqual(a, b);
}
