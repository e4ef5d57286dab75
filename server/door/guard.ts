import { createHash, timingSafeEqual } from 'node:crypto';
import { say } from '@chill/words/server.ts';
import type { FastifyInstance } from 'fastify';
import { Fault } from './fault.ts';
import { Guesses } from './guesses.ts';
import { isLoopback, isOwnName } from './ownNames.ts';

/** A machine's name or number, with its port or without. */
const HOST = /^(?:[a-z0-9](?:[a-z0-9.-]{0,251}[a-z0-9])?|\[[0-9a-f:.]{2,45}\])(?::\d{1,5})?$/i;

/**
 * Turns away what does not come from the nursery's own pages: a page elsewhere that posts to this address (`Origin`) or has its browser fetch from it
 * (`Sec-Fetch-Site`), a name elsewhere that was pointed at this machine (`Host`, while only this machine is served), and, where a secret is set, whoever
 * lacks it. The secret is the password of HTTP basic authentication; browsers ask for it themselves. Whoever guesses wrong is kept waiting.
 */
export function guard(app: FastifyInstance, { secret, address }: { secret?: string; address?: string }): void {
  const guesses = new Guesses();
  const wanted = secret && digest(secret);
  app.addHook('onRequest', async (request) => {
    const { host = '', origin, authorization, 'sec-fetch-site': site } = request.headers;
    if (host !== '' && !HOST.test(host)) throw new Fault('malformed', say('notNameMachine'));
    if (wanted) {
      if (guesses.tooMany(request.ip)) throw new Fault('too-many', say('tooManyWrongSecrets'));
      const given = passwordIn(authorization);
      if (given === undefined || !timingSafeEqual(digest(given), wanted)) {
        if (given !== undefined) guesses.wrong(request.ip);
        throw new Fault('unauthorised', say('howToSignIn'));
      }
      if (host !== '' && !isOwnName(host, address)) throw new Fault('forbidden', say('unknownHost', { host }));
    } else if (host !== '' && !isLoopback(host)) {
      throw new Fault('forbidden', say('onlyOwnName'));
    }
    if (origin && origin !== `http://${host}` && origin !== `https://${host}`) throw new Fault('forbidden', say('foreignPage'));
    if ((site === 'cross-site' || site === 'same-site') && request.url.startsWith('/api/'))
      throw new Fault('forbidden', say('foreignPage'));
  });
}

/** Of one length, whatever was given: comparing takes as long for every guess. */
function digest(text: string): Buffer {
  return createHash('sha256').update(text).digest();
}

function passwordIn(authorization: string | undefined): string | undefined {
  const given = /^Basic ([A-Za-z0-9+/=]{1,2000})$/i.exec(authorization ?? '')?.[1];
  return given && Buffer.from(given, 'base64').toString('utf8').split(':').slice(1).join(':');
}
