import type { WhyGone } from '@chill/model/event.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import { say } from '@chill/words/ledger.ts';
import type { Sentence } from '@chill/words/subject.ts';
import { shortMonthDay } from '../calendar/dates.ts';
import { parseDate } from '../calendar/parseDate.ts';
import { parseQuantity } from '../units/quantities.ts';
import { parseBagCode } from './bagCode.ts';
import { readSown, type SownSaid } from './sownLine.ts';
import { heardNumber, spokenCharacter, spokenNumber } from './spoken.ts';
import { VERBS, type Verb } from './verbs.ts';

/** One thing that a log line says. */
export type Saying =
  | { kind: 'count'; verb: Verb; count: number }
  | { kind: 'damp'; damp: 'dry' | 'right' | 'wet' }
  | { kind: 'mould'; mould: 'none' | 'few' | 'spreading' }
  | { kind: 'fresh' }
  | { kind: 'watered'; water_mL: number }
  | { kind: 'begin' }
  | ({ kind: 'sown' } & SownSaid)
  | { kind: 'gone'; why: WhyGone }
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

/** A bag as a line may name it: by its code, or by what its species is called. */
export interface NamedBag {
  code: string;
  names: readonly string[];
}

/** What a log line says of one bag: which, the day, and what was seen or done; or what was not understood. */
export interface LogLine {
  code?: string;
  /** Where a species was named of which there are several bags: their codes, to be asked which. */
  asks?: string[];
  /** The words that name it, and where they begin in the line. */
  named: { text: string; at: number };
  on: PlainDate;
  sayings: Saying[];
  misread: Misread[];
}

const FILLERS = new Set(['ok', 'and', 'as', 'usual', 'plus', 'seeds', 'seed', 'is', 'are', 'looks', 'it', 'a', 'the', 'take', 'of']);
const VERB_OF = new Map<string, Verb>(
  (Object.keys(VERBS) as Verb[]).flatMap((verb) => VERBS[verb].words.map((word): [string, Verb] => [word, verb])),
);
/** Said of the whole bag, without a number. */
const GONE: Record<string, WhyGone> = {
  gone: 'lost',
  lost: 'lost',
  missing: 'lost',
  eaten: 'eaten',
  composted: 'thrownOut',
  binned: 'thrownOut',
};
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
 *     line    = bag { part } { bag { part } }
 *     bag     = code | species          7QK · seven Q K · larch, where one bag or several are of it
 *     part    = count | check | action | day | note
 *     count   = ["+"] number verb       3 up · 1 mould · 2 potted · 1 lost · 20 swollen · 4 set out
 *     check   = damp | dry | wet | no mould | mould (few | spreading)
 *     action  = sown [NUMBER trays of SIZE | CONTAINERS] [NUMBER a cell] [NUMBER mm] | fresh [towel] | watered VOLUME | in | start | out | done | eaten | thrown out | given away | gone
 *     day     = on DATE | yesterday | today
 *     note    = "note" the rest of the line
 *
 * Commas and small words do not matter. Nothing is guessed: what is not understood comes back in `misread`. `bags` are those that can be meant; a code that
 * is none of them is read all the same. Parts come back in the order in which they were written. At least one line comes back.
 */
export function parseLogLines(line: string, today: PlainDate, bags: readonly NamedBag[] = []): LogLine[] {
  const note = /\bnote:?\s+(.+)$/i.exec(line);
  const said = note ? line.slice(0, note.index) : line;
  const words = [...said.matchAll(/(?:\d,(?=\d{3}(?!\d))|[^\s,;])+/g)].map((match): Word => ({ text: match[0], at: match.index }));
  const lines: LogLine[] = [];
  for (let rest = words; rest.length > 0 || lines.length === 0; ) {
    const result: LogLine = { on: today, sayings: [], misread: [], named: { text: '', at: rest[0]?.at ?? 0 } };
    const after = readBag(rest, result, bags);
    const end = after + readParts(rest.slice(after), result, today, bags);
    if (note && end === rest.length) result.sayings.push({ kind: 'note', text: (note[1] as string).trim() });
    contradictions(result);
    if (result.sayings.length === 0 && result.misread.length === 0) {
      const last = rest[end - 1] as Word;
      result.misread.push({ text: '', at: last.at + last.text.length, reason: say.of('whatHappened') });
    }
    lines.push(result);
    rest = rest.slice(end);
  }
  return lines;
}

/** The first bag of a line alone; of a line that names one, all of it. */
export function parseLogLine(line: string, today: PlainDate, bags: readonly NamedBag[] = []): LogLine {
  return parseLogLines(line, today, bags)[0] as LogLine;
}

/** Reads which bag is meant, by its code or its species; returns how many words that took. */
function readBag(words: readonly Word[], result: LogLine, bags: readonly NamedBag[]): number {
  if (words.length === 0) {
    result.misread.push({ text: '', at: 0, reason: say.of('startWithACode') });
    return 0;
  }
  const found = bagAt(words, bags);
  const took = found?.took ?? 1;
  const first = words[0] as Word;
  result.named = { text: textOf(words, 0, took), at: first.at };
  if (found?.codes.length === 1) result.code = found.codes[0] as string;
  else if (found) result.asks = found.codes;
  else {
    const parsed = parseBagCode(first.text);
    result.misread.push({ ...first, reason: parsed.ok ? say.of('startWithACode') : parsed.reason });
  }
  return took;
}

interface Named {
  codes: string[];
  took: number;
}

/** The bags that some words begin by naming, and how many words that took. A code that one of them has goes before a name, a name before any other code. */
function bagAt(words: readonly Word[], bags: readonly NamedBag[]): Named | undefined {
  const byCode = codesAt(words);
  return byCode.find(({ codes }) => bags.some(({ code }) => codes.includes(code))) ?? nameAt(words, bags) ?? byCode[0];
}

/** Every code that some words begin with, which may be spelled: `7QK`, `seven q k`, `seven QK`. */
function codesAt(words: readonly Word[]): Named[] {
  const characters = words.slice(0, 4).map(({ text }) => spokenCharacter(text));
  return [1, 2, 4, 3].flatMap((took) => {
    const joined = characters.slice(0, took).join('');
    if (took > characters.length || joined.length > 4) return [];
    const parsed = parseBagCode(joined);
    return parsed.ok ? [{ codes: [parsed.value], took }] : [];
  });
}

/** A species at the beginning of some words, as far as its name is written: `western larch`, `larch`, `larix`. */
function nameAt(words: readonly Word[], bags: readonly NamedBag[]): Named | undefined {
  for (let took = Math.min(4, words.length); took > 0; took--) {
    const asked = words.slice(0, took).map(({ text }) => text.toLowerCase());
    if (asked.every((word) => word.length < 3 || isKeyword(word))) continue;
    const codes = bags.filter(({ names }) => names.some((name) => named(name, asked))).map(({ code }) => code);
    if (codes.length > 0) return { codes, took };
  }
  return undefined;
}

/** Whether words stand in a name one after another, each from its beginning: "w larch" does in "western larch". */
function named(name: string, asked: readonly string[]): boolean {
  const parts = name.toLowerCase().split(/[\s-]+/);
  return parts.some((_, i) => asked.every((word, j) => parts[i + j]?.startsWith(word) === true));
}

const isKeyword = (word: string) =>
  VERB_OF.has(word) ||
  FILLERS.has(word) ||
  Object.hasOwn(PLAIN, word) ||
  Object.hasOwn(GONE, word) ||
  /^(on|no|note|water(ed)?|thrown|given|sow(n|ed)?)$/.test(word);

/** Reads parts until another bag is named; returns how many words they took. */
function readParts(words: readonly Word[], result: LogLine, today: PlainDate, bags: readonly NamedBag[]): number {
  let i = 0;
  const next = (ahead: number) => words[i + ahead]?.text.toLowerCase();
  const misread = (count: number, reason: Sentence) => {
    result.misread.push({ text: textOf(words, i, count), at: (words[i] as Word).at, reason });
    i += count;
  };
  while (i < words.length) {
    const word = next(0) as string;
    const count = countAt(words, i);
    if (count) i = readCount(count.value, words, i + count.took - 1, result, misread) ?? i;
    else if (!isKeyword(word) && names(words.slice(i), bags)) return i;
    else if (/^[+−-]?\d/.test(word)) misread(1, say.of('countsAreWhole'));
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
    else if (/^sow(n|ed)?$/.test(word)) i = sown(words, i, result, misread) ?? i;
    else if (word === 'on' || word === 'yesterday' || word === 'today') i = readDay(words, i, result, today, misread) ?? i;
    else if (word === 'thrown' || word === 'given') {
      result.sayings.push({ kind: 'gone', why: word === 'thrown' ? 'thrownOut' : 'givenAway' });
      i += /^(out|away)$/.test(next(1) ?? '') ? 2 : 1;
    } else if (Object.hasOwn(GONE, word)) {
      result.sayings.push({ kind: 'gone', why: GONE[word] as WhyGone });
      i += 1;
    } else if (Object.hasOwn(PLAIN, word)) {
      result.sayings.push(PLAIN[word] as Saying);
      i += 1;
    } else if (FILLERS.has(word)) i += 1;
    else if (VERB_OF.has(word)) misread(1, say.of('howManyOf', { word }));
    else misread(1, say.of('notUnderstood', { text: words[i]?.text }));
  }
  return words.length;
}

/** Whether words begin by naming one of the bags. Nothing but those that are there counts: a word that is misread is no bag. */
function names(words: readonly Word[], bags: readonly NamedBag[]): boolean {
  return bagAt(words, bags)?.codes.some((code) => bags.some((bag) => bag.code === code)) === true;
}

/** A number of things at a word: written, spoken, or as a phone heard it where something to count follows. */
function countAt(words: readonly Word[], i: number): { value: number; took: number } | undefined {
  const from = words.slice(i, i + 2).map(({ text }) => text);
  const spoken = spokenNumber(from);
  if (spoken) return spoken;
  const heard = heardNumber(from[0]?.toLowerCase() ?? '');
  return heard !== undefined && VERB_OF.has(from[1]?.toLowerCase() ?? '') ? { value: heard, took: 1 } : undefined;
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
    misread(1, say.of('countOfWhat', { count }));
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
  const figure = spokenNumber([spoken])?.value;
  for (const length of [3, 2, 1]) {
    const rest = textOf(words, from + 1, length - 1);
    const parsed = parseQuantity(`${figure ?? spoken} ${rest}`, 'volume_mL');
    if (words.length < from + length || !parsed.ok || parsed.value <= 0) continue;
    result.sayings.push({ kind: 'watered', water_mL: parsed.value });
    return from + length;
  }
  misread(figure === undefined ? 1 : 2, say.of('howMuchWater'));
  return undefined;
}

/** Files how it was sown, in any order after "sown"; returns the index after it, or `undefined` once it is filed as misread. */
function sown(words: readonly Word[], i: number, result: LogLine, misread: (count: number, reason: Sentence) => void): number | undefined {
  const read = readSown(
    words.map(({ text }) => text.toLowerCase()),
    i + 1,
  );
  if ('reason' in read) {
    misread(read.to - i, read.reason);
    return undefined;
  }
  result.sayings.push({ kind: 'sown', ...read.said });
  return read.to;
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

function contradictions(result: LogLine): void {
  const isGone = result.sayings.some(({ kind }) => kind === 'gone');
  if (isGone && result.sayings.some(({ kind }) => kind !== 'gone' && kind !== 'note'))
    result.misread.push({ text: '', at: 0, reason: say.of('goneStandsAlone') });
  const damps = new Set(result.sayings.flatMap((saying) => (saying.kind === 'damp' ? [saying.damp] : [])));
  if (damps.size > 1) result.misread.push({ text: '', at: 0, reason: say.of('twoDampnesses') });
  const mouldCounted = result.sayings.some((saying) => saying.kind === 'count' && saying.verb === 'mouldy');
  const noMould = result.sayings.some((saying) => saying.kind === 'mould' && saying.mould === 'none');
  if (mouldCounted && noMould) result.misread.push({ text: '', at: 0, reason: say.of('mouldAndNoMould') });
}
