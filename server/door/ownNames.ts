import { hostname, networkInterfaces } from 'node:os';

const THIS_MACHINE = new Set(['localhost', '127.0.0.1', '[::1]']);

/** Whether a `Host` names this machine to itself: loopback alone. */
export function isLoopback(host: string): boolean {
  return THIS_MACHINE.has(nameIn(host));
}

/** Whether a `Host` is one by which this machine can be known: loopback, its name, its addresses, or the address that it was told. */
export function isOwnName(host: string, address: string | undefined): boolean {
  const name = nameIn(host);
  const machine = hostname().toLowerCase();
  if (THIS_MACHINE.has(name) || name === machine || name === `${machine}.local`) return true;
  if (address && host.toLowerCase() === new URL(address).host) return true;
  return Object.values(networkInterfaces()).some((cards = []) =>
    cards.some((card) => (card.family === 'IPv6' ? `[${card.address}]` : card.address) === name),
  );
}

function nameIn(host: string): string {
  return host.toLowerCase().replace(/:\d+$/, '');
}
