import { refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/ledger.ts';
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
  if (!/^.{3,4}$/.test(code)) return refusal(say.of('notABagCode', { text: text.trim() }));
  const strange = [...code].find((character) => !ALPHABET.includes(character));
  if (strange) return refusal(say.of('characterNotInCodes', { strange }));
  if (weightedSum(code) !== REMAINDER) return refusal(say.of('wrongCharacter', { code }));
  return { ok: true, value: code };
}

/** Characters that pencil, wet paper and tired eyes take for one another; those that no code has stand first. */
const LOOK_ALIKE = ['0DQU', '1I7T', 'OQD0', 'L2', 'B8', '5S', '2Z', '6G', 'VU', 'KX', 'MNW', 'CG', 'PF', 'UVY', '49'];

/**
 * The codes that a misread one is likely to stand for, the likeliest first, at most `most`: those among `existing` that differ from it in one character or
 * in the order of two neighbours. Characters that check alike weigh most.
 */
export function likelyCodes(read: string, existing: readonly string[], most = 5): string[] {
  const code = read.toUpperCase().replace(/[\s-]/g, '');
  const alike = (a: string, b: string) => LOOK_ALIKE.some((group) => group.includes(a) && group.includes(b));
  return existing
    .map((known) => ({ known, weight: nearness(code, known, alike) }))
    .filter(({ weight }) => weight > 0)
    .sort((a, b) => b.weight - a.weight || a.known.localeCompare(b.known))
    .slice(0, most)
    .map(({ known }) => known);
}

/** 3 for one look-alike, 2 for two neighbours the other way round, 1 for any one other character or one left out or put in, 0 for anything else. */
function nearness(read: string, known: string, alike: (a: string, b: string) => boolean): number {
  if (read.length !== known.length) {
    const [longer, shorter] = read.length > known.length ? [read, known] : [known, read];
    const oneMore =
      longer.length === shorter.length + 1 && [...longer].some((_, i) => longer.slice(0, i) + longer.slice(i + 1) === shorter);
    return oneMore ? 1 : 0;
  }
  const wrong = [...read].flatMap((character, i) => (character === known[i] ? [] : [i]));
  const [i, j] = wrong as [number, number];
  if (wrong.length === 1) return alike(read[i] as string, known[i] as string) ? 3 : 1;
  return wrong.length === 2 && j === i + 1 && read[i] === known[j] && read[j] === known[i] ? 2 : 0;
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
