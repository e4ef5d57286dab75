import type { Parsed } from '../units/parsed.ts';

/**
 * Figures and capitals that pencil on wet paper keeps apart: no 0, 1, I, L or O. There are 31 of them, a prime,
 * so that a weighted sum modulo 31 notices every single wrong character and every swap of two neighbours.
 */
const ALPHABET = '23456789ABCDEFGHJKMNPQRSTUVWXYZ';
const MODULUS = ALPHABET.length;
/** Weights from the check character leftwards; all differ, none is 0. */
const WEIGHTS = [1, 16, 7, 11];
/** What the weighted sum of a right code leaves modulo 31. */
const REMAINDER = 16;
/** Steps through the codes so that neighbours in a fridge do not look alike; coprime to 31. */
const STRIDE = 523;
const THREE_CHARACTER_CODES = MODULUS ** 2;
const FOUR_CHARACTER_CODES = MODULUS ** 3;

/**
 * The bag code of the `index`th batch (0 upwards): two characters and a check character, three and a check
 * after the first 961.
 * @throws {RangeError} after 30,752 batches.
 */
export function bagCode(index: number): string {
  if (index < THREE_CHARACTER_CODES) return withCheck(spread(index, THREE_CHARACTER_CODES), 2);
  const beyond = index - THREE_CHARACTER_CODES;
  if (!(beyond < FOUR_CHARACTER_CODES)) throw new RangeError('All bag codes are used up.');
  return withCheck(spread(beyond, FOUR_CHARACTER_CODES), 3);
}

/**
 * Reads a bag code as typed or spoken: lower case, spaces and hyphens are forgiven, a wrong character is not.
 */
export function parseBagCode(text: string): Parsed<string> {
  const code = text.toUpperCase().replace(/[\s-]/g, '');
  if (!/^.{3,4}$/.test(code))
    return { ok: false, problem: `“${text.trim()}” is not a bag code: it has three or four characters, such as 7QK.` };
  const strange = [...code].find((character) => !ALPHABET.includes(character));
  if (strange) return { ok: false, problem: `Bag codes have no “${strange}”. Look at the label again.` };
  if (weightedSum(code) !== REMAINDER)
    return { ok: false, problem: `“${code}” has a wrong character in it: its check does not come out. Look at the label again.` };
  return { ok: true, value: code };
}

function spread(index: number, codes: number): number {
  return (index * STRIDE + 211) % codes;
}

function withCheck(number: number, characters: number): string {
  let rest = number;
  let code = '';
  for (let i = 0; i < characters; i++) {
    code = (ALPHABET[rest % MODULUS] as string) + code;
    rest = Math.floor(rest / MODULUS);
  }
  const check = (((REMAINDER - weightedSum(`${code}${ALPHABET[0]}`)) % MODULUS) + MODULUS) % MODULUS;
  return code + ALPHABET[check];
}

function weightedSum(code: string): number {
  const fromTheRight = [...code].reverse();
  return fromTheRight.reduce((sum, character, i) => sum + ALPHABET.indexOf(character) * (WEIGHTS[i] as number), 0) % MODULUS;
}
