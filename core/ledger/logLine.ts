import type { PlainDate } from '@chill/model/primitives.ts';
import { say } from '@chill/words/ledger.ts';
import type { Sentence } from '@chill/words/subject.ts';
import { shortMonthDay } from '../calendar/dates.ts';
import { parseDate } from '../calendar/parseDate.ts';
import { readCount as readCountTyped } from '../units/number.ts';
import { parseQuantity } from '../units/quantities.ts';
import { parseBagCode } from './bagCode.ts';
import { VERBS, type Verb } from './verbs.ts';

/** One thing that a log line says. */
export type Saying =
  | { kind: 'count'; verb: Verb; count: number }
  | { kind: 'damp'; damp: 'dry' | 'right' | 'wet' }
  | { kind: 'mould'; mould: 'none' | 'few' | 'spreading' }
  | { kind: 'fresh' }
  | { kind: 'watered'; water_mL: number }
  | { kind: 'begin' }
  | { kind: 'done' }
  | { kind: 'note'; text: string };

/** A part of the line that was not understood. */
export interface Misread {
  /** The words at fault, as typed. */
  text: string;
  /** Where they begin in the line, 0 upwards. */
  at: number;
  reason: Sentence;
}

/** What a log line says: the bag, the day, and what was seen or done; or what was not understood. */
export interface LogLine {
  code?: string;
  on: PlainDate;
  sayings: Saying[];
  misread: Misread[];
}

const NUMBER_WORDS = ['zero', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve'];
const FILLERS = new Set(['ok', 'and', 'as', 'usual', 'plus', 'seeds', 'seed', 'is', 'are', 'looks', 'it', 'a', 'the', 'take', 'of']);
const VERB_OF = new Map<string, Verb>(
  (Object.keys(VERBS) as Verb[]).flatMap((verb) => VERBS[verb].words.map((word): [string, Verb] => [word, verb])),
);
const PLAIN: Record<string, Saying> = {
  damp: { kind: 'damp', damp: 'right' },
  moist: { kind: 'damp', damp: 'right' },
  dry: { kind: 'damp', damp: 'dry' },
  wet: { kind: 'damp', damp: 'wet' },
  soggy: { kind: 'damp', damp: 'wet' },
  clean: { kind: 'mould', mould: 'none' },
  spreading: { kind: 'mould', mould: 'spreading' },
  fresh: { kind: 'fresh' },
  start: { kind: 'begin' },
  started: { kind: 'begin' },
  begin: { kind: 'begin' },
  in: { kind: 'begin' },
  done: { kind: 'done' },
  out: { kind: 'done' },
  finished: { kind: 'done' },
};

interface Word {
  text: string;
  at: number;
}

/**
 * Reads a line such as `7QK +3 up, 1 mould, damp ok`, typed or dictated (`seven q k, three up`).
 *
 *     line    = code { part }           part = count | check | action | day | note
 *     count   = ["+"] number verb       3 up · 1 mould · 2 potted · 1 lost · 20 swollen · 4 set out
 *     check   = damp | dry | wet | no mould | mould (few | spreading)
 *     action  = fresh [towel] | watered VOLUME | in | start | out | done
 *     day     = on DATE | yesterday | today
 *     note    = "note" the rest of the line
 *
 * Commas and small words do not matter. Nothing is guessed: what is not understood comes back in `misread`.
 */
export function parseLogLine(line: string, today: PlainDate): LogLine {
  const result: LogLine = { on: today, sayings: [], misread: [] };
  const note = /\bnote:?\s+(.+)$/i.exec(line);
  const said = note ? line.slice(0, note.index) : line;
  const words = [...said.matchAll(/(?:\d,(?=\d{3}(?!\d))|[^\s,;])+/g)].map((match): Word => ({ text: match[0], at: match.index }));
  if (words.length === 0) {
    result.misread.push({ text: '', at: 0, reason: say.of('startBagCodeSuch7qk') });
    return result;
  }
  const afterCode = readCode(words, result);
  readParts(words.slice(afterCode), result, today);
  if (note) result.sayings.push({ kind: 'note', text: (note[1] as string).trim() });
  contradictions(result);
  if (result.sayings.length === 0 && result.misread.length === 0) {
    const last = words.at(-1) as Word;
    result.misread.push({ text: '', at: last.at + last.text.length, reason: say.of('whatHappenedTry3Up') });
  }
  return result;
}

/** Reads the code, which may be spoken as single characters; returns how many words it took. */
function readCode(words: readonly Word[], result: LogLine): number {
  const characters = words.slice(0, 4).map(({ text }) => {
    const spoken = NUMBER_WORDS.indexOf(text.toLowerCase());
    return spoken >= 2 && spoken <= 9 ? String(spoken) : text;
  });
  for (const take of [1, 4, 3]) {
    const parts = characters.slice(0, take);
    if (parts.length < take || (take > 1 && parts.some((part) => part.length > 1))) continue;
    const parsed = parseBagCode(parts.join(''));
    if (parsed.ok) {
      result.code = parsed.value;
      return take;
    }
  }
  const first = words[0] as Word;
  const parsed = parseBagCode(first.text);
  if (!parsed.ok) result.misread.push({ ...first, reason: parsed.reason });
  return 1;
}

function readParts(words: readonly Word[], result: LogLine, today: PlainDate): void {
  let i = 0;
  const next = (ahead: number) => words[i + ahead]?.text.toLowerCase();
  const misread = (count: number, reason: Sentence) => {
    result.misread.push({ text: textOf(words, i, count), at: (words[i] as Word).at, reason });
    i += count;
  };
  while (i < words.length) {
    const word = next(0) as string;
    const count = numberIn(word);
    if (count !== undefined) i = readCount(count, words, i, result, misread) ?? i;
    else if (/^[+−-]?\d/.test(word)) misread(1, say.of('countsWholeNumbers0Or'));
    else if (word === 'no' && next(1) !== undefined && VERB_OF.get(next(1) as string) === 'mouldy') {
      result.sayings.push({ kind: 'mould', mould: 'none' });
      i += 2;
    } else if (VERB_OF.get(word) === 'mouldy' && /^(few|some|spreading)$/.test(next(1) ?? '')) {
      result.sayings.push({ kind: 'mould', mould: next(1) === 'spreading' ? 'spreading' : 'few' });
      i += 2;
    } else if (word === 'fresh') {
      result.sayings.push({ kind: 'fresh' });
      i += /^(towel|paper|sand|medium)$/.test(next(1) ?? '') ? 2 : 1;
    } else if (word === 'watered' || word === 'water') i = readWater(words, i, result, misread) ?? i;
    else if (word === 'on' || word === 'yesterday' || word === 'today') i = readDay(words, i, result, today, misread) ?? i;
    else if (Object.hasOwn(PLAIN, word)) {
      result.sayings.push(PLAIN[word] as Saying);
      i += 1;
    } else if (FILLERS.has(word)) i += 1;
    else if (VERB_OF.has(word)) misread(1, say.of('howManyWriteNumberBefore', { word }));
    else misread(1, say.of('wasNotUnderstoodTry3', { text: words[i]?.text }));
  }
}

/** Reads what a count is of; returns the index after it, or `undefined` once it is filed as misread. */
function readCount(
  count: number,
  words: readonly Word[],
  i: number,
  result: LogLine,
  misread: (count: number, reason: Sentence) => void,
): number | undefined {
  let at = i + 1;
  while (FILLERS.has(words[at]?.text.toLowerCase() ?? '')) at += 1;
  const word = words[at]?.text.toLowerCase();
  const isPlantOut = (word === 'set' || word === 'planted') && words[at + 1]?.text.toLowerCase() === 'out';
  const verb = isPlantOut ? 'plantOut' : word ? VERB_OF.get(word) : undefined;
  if (!verb) {
    misread(1, say.of('whatWriteUpMouldPotted', { count }));
    return undefined;
  }
  if (count === 0 && verb === 'mouldy') result.sayings.push({ kind: 'mould', mould: 'none' });
  else result.sayings.push({ kind: 'count', verb, count });
  const after = at + (isPlantOut ? 2 : 1);
  return verb === 'heldOver' && words[after]?.text.toLowerCase() === 'over' ? after + 1 : after;
}

/** Reads a volume of one to three words after "watered"; returns the index after it, or `undefined` once it is filed as misread. */
function readWater(
  words: readonly Word[],
  i: number,
  result: LogLine,
  misread: (count: number, reason: Sentence) => void,
): number | undefined {
  const from = i + 1;
  const spoken = words[from]?.text.toLowerCase() ?? '';
  const figure = numberIn(spoken);
  for (const length of [3, 2, 1]) {
    const rest = textOf(words, from + 1, length - 1);
    const parsed = parseQuantity(`${figure ?? spoken} ${rest}`, 'volume_mL');
    if (words.length < from + length || !parsed.ok || parsed.value <= 0) continue;
    result.sayings.push({ kind: 'watered', water_mL: parsed.value });
    return from + length;
  }
  misread(figure === undefined ? 1 : 2, say.of('howMuchWaterWriteUnit'));
  return undefined;
}

/** So many words from one on, as typed. */
function textOf(words: readonly Word[], from: number, length: number): string {
  return words
    .slice(from, from + length)
    .map(({ text }) => text)
    .join(' ');
}

/** Reads a day of one to three words after "on"; returns the index after it, or `undefined` once it is filed as misread. */
function readDay(
  words: readonly Word[],
  i: number,
  result: LogLine,
  today: PlainDate,
  misread: (count: number, reason: Sentence) => void,
): number | undefined {
  const from = words[i]?.text.toLowerCase() === 'on' ? i + 1 : i;
  for (const length of [3, 2, 1]) {
    const parsed = parseDate(textOf(words, from, length), today);
    if (parsed.ok && words.length >= from + length) {
      result.on = parsed.value;
      return from + length;
    }
  }
  misread(Math.min(words.length, from + 1) - i, say.of('whichDayTry', { day: shortMonthDay('02-14') }));
  return undefined;
}

function numberIn(word: string): number | undefined {
  const figure = /^\+?(\d[\d.,]*)$/.exec(word);
  const count = figure ? readCountTyped(figure[1] as string) : undefined;
  if (count !== undefined) return count;
  const spoken = NUMBER_WORDS.indexOf(word);
  return spoken >= 0 ? spoken : undefined;
}

function contradictions(result: LogLine): void {
  const damps = new Set(result.sayings.flatMap((saying) => (saying.kind === 'damp' ? [saying.damp] : [])));
  if (damps.size > 1) result.misread.push({ text: '', at: 0, reason: say.of('cantBothDampDryOr') });
  const mouldCounted = result.sayings.some((saying) => saying.kind === 'count' && saying.verb === 'mouldy');
  const noMould = result.sayings.some((saying) => saying.kind === 'mould' && saying.mould === 'none');
  if (mouldCounted && noMould) result.misread.push({ text: '', at: 0, reason: say.of('mouldNoMouldLeaveOne') });
}
