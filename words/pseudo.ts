import { outsideNames } from './spelling.ts';

const ACCENTED: Readonly<Record<string, string>> = {
  a: 'á',
  c: 'ç',
  e: 'é',
  i: 'î',
  n: 'ñ',
  o: 'ö',
  s: 'š',
  u: 'û',
  y: 'ÿ',
  A: 'Á',
  C: 'Ç',
  E: 'É',
  I: 'Î',
  N: 'Ñ',
  O: 'Ö',
  S: 'Š',
  U: 'Û',
  Y: 'Ÿ',
};
/** How much longer a translation may be than the English. */
const LONGER = 0.4;

/**
 * A message as a made-up language would have it: accented, so that what was never in a catalogue stands out, and two fifths
 * longer, so that what has too little room shows. Facts and tags stay as they are.
 */
export function pseudo(text: string): string {
  let letters = 0;
  const said = outsideNames(text, (part) => {
    letters += part.length;
    return part.replace(/[A-Za-z]/g, (letter) => ACCENTED[letter] ?? letter);
  });
  // In words of their own, so that lines can break as they would.
  const more = '~'.repeat(Math.round(letters * LONGER)).match(/.{1,6}/g) ?? [];
  return `${said}${more.join(' ')}`;
}
