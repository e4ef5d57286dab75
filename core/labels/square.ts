import type { PlaceId } from '@chill/model/primitives.ts';

/** The names by which a machine is known to itself alone: nothing else can open an address with one. */
const THIS_MACHINE = /^(localhost|.*\.localhost|127(\.\d{1,3}){3}|\[::1\]|0\.0\.0\.0)$/;

/** Whether other devices can open an address, such as `http://192.168.1.7:4280`: whether it names more than the machine that it is on. */
export function isReachable(origin: string): boolean {
  return !THIS_MACHINE.test(new URL(origin).hostname);
}

/** Where the code of a label leads, as it is written without the address before it: a bag's page, or a place's. */
export const pathOf = {
  bag: (code: string) => `/batch/${code.toUpperCase()}`,
  shelf: (placeId: PlaceId) => `/places/${placeId}`,
};

/**
 * What the QR code of a label holds: the page at an address that a phone can open; without one the bare name, which finds it in Chill wherever it is typed.
 * A square that leads nowhere would be worse than none.
 */
export function squareHolds(origin: string, path: string, name: string): string {
  return isReachable(origin) ? `${origin}${path}` : name;
}
