import { say } from '@chill/words/server.ts';
import { Fault } from '../door/fault.ts';
import { sameTelling } from './sameTelling.ts';

/** A record that counts its changes. */
interface Counted {
  version?: number | undefined;
}

/**
 * A record as it is to be stored: its changes counted up. Sent again as it is already, it stays as it is; sent by somebody who has not seen the last change,
 * it is refused, with what stands now.
 * @throws {Fault} a conflict, whose `is` is the record that stands.
 */
export function counted<T extends Counted>(stands: T | undefined, sent: T): T {
  if (!stands) return { ...sent, version: 1 };
  const { version: was = 0, ...is } = stands;
  const { version: seen = 0, ...now } = sent;
  if (sameTelling(is, now)) return stands;
  if (seen !== was) throw Fault.conflict(say('somebodyElseChangedIt'), { is: stands });
  return { ...sent, version: was + 1 };
}
