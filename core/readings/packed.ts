import type { Readings } from './readings.ts';

/** Hundredths of a degree: finer than any sensor that nurseries use. */
const STEPS_PER_C = 100;
const BYTES_EACH = 10;

/** The most readings that are taken in at once. */
export const MOST_READINGS = 1_500_000;
/** Their size as packed, bytes. */
export const MOST_BYTES = MOST_READINGS * BYTES_EACH;

/**
 * Readings as they go over the wire: all moments (ms since 1970, as 64-bit floats, little-endian), then all temperatures (hundredths of °C, as 16-bit
 * integers). A year of minutes is 5 MB.
 */
export function packReadings({ at_ms, celsius }: Readings): ArrayBuffer {
  const count = at_ms.length;
  const buffer = new ArrayBuffer(count * BYTES_EACH);
  new Float64Array(buffer, 0, count).set(at_ms);
  new Int16Array(buffer, count * 8, count).set(celsius.map((value) => Math.round(value * STEPS_PER_C)));
  return buffer;
}

/** Readings out of their packed form; `undefined` where it is not one. */
export function unpackReadings(bytes: Uint8Array): Readings | undefined {
  const count = bytes.byteLength / BYTES_EACH;
  if (!Number.isInteger(count) || count === 0) return undefined;
  // Copied, since a view must begin where its numbers can.
  const { buffer } = new Uint8Array(bytes);
  return {
    at_ms: new Float64Array(buffer, 0, count),
    celsius: Float64Array.from(new Int16Array(buffer, count * 8, count), (steps) => steps / STEPS_PER_C),
  };
}
