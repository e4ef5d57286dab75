/** A stream of numbers from 0 (included) to 1 (excluded), the same every time for the same name. */
export type Random = () => number;

// Taken once: a simulated nursery draws millions.
const { imul } = Math;

/** A seeded stream (mulberry32 over an FNV-1a hash of `name`); for simulation and sampling, never for secrets. */
export function randomFrom(name: string): Random {
  let hash = 2166136261;
  for (let i = 0; i < name.length; i++) hash = imul(hash ^ name.charCodeAt(i), 16777619);
  // Kept as a signed whole number: the same bits, which the engine holds without making a new object of each.
  let state = hash | 0;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = state;
    t = imul(t ^ (t >>> 15), t | 1);
    t ^= t + imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A UUID drawn from a stream, so that a demo made twice is the same. */
export function uuidFrom(random: Random): string {
  const hex = Array.from({ length: 32 }, () => Math.floor(random() * 16).toString(16));
  hex[12] = '4';
  hex[16] = '8';
  const text = hex.join('');
  return [text.slice(0, 8), text.slice(8, 12), text.slice(12, 16), text.slice(16, 20), text.slice(20)].join('-');
}
