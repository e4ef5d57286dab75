import type { Nursery } from '@chill/model/nursery.ts';
import type { LotId, PlainDate } from '@chill/model/primitives.ts';
import type { PlantPromise, Priority } from '@chill/model/promise.ts';
import type { Species } from '@chill/model/species.ts';
import { type Sentence, spoken } from '@chill/words/subject.ts';
import { say } from '@chill/words/wishes.ts';
import Papa from 'papaparse';
import { shortDate } from '../calendar/dates.ts';
import { parseComingDate } from '../calendar/parseDate.ts';
import { searchSpecies } from '../cue/searchSpecies.ts';
import { LINE_END } from '../units/lines.ts';
import { readCount } from '../units/number.ts';
import { nextFrostSafeDate } from '../winter/frost.ts';
import { plainText } from './findAnything.ts';

/** What a column of a table of wishes may hold. */
export const WISH_COLUMNS = ['plants', 'species', 'on', 'whom', 'priority', 'confidence', 'lot'] as const;
export type WishColumn = (typeof WISH_COLUMNS)[number];

/** A line read: the promise that it makes, or what is wrong with it. */
export interface WishLine {
  line: number;
  written: string;
  wish?: Omit<PlantPromise, 'id'>;
  faults: Sentence[];
}

/** A text of wishes read; `columns`: where it is a table, what each of its columns was taken for, and what stood over it. */
export interface ReadWishes {
  lines: WishLine[];
  columns?: { of: (WishColumn | undefined)[]; heads: string[] };
}

/** What a line is read against. */
export interface WishReader {
  handbook: readonly Species[];
  lots: readonly { id: LotId; code: string; speciesId: string; variety?: string | undefined; unassigned: number }[];
  nursery: Pick<Nursery, 'lastFrost' | 'settings'>;
  today: PlainDate;
}

/** More at once nobody checks. */
export const MOST_WISHES = 400;
const MOST_PLANTS = 1_000_000;

/** What people write over columns, in small letters. */
const HEADS: Record<WishColumn, RegExp> = {
  plants: /plant|number|count|quantity|qty|how many|amount/,
  species: /species|plant name|^name|common|scientific|taxon|what/,
  on: /by|date|day|when|due|wanted/,
  whom: /whom|client|customer|for|purpose|project|site|order/,
  priority: /priority|rank|import/,
  confidence: /sure|confiden|chance/,
  lot: /lot|source|accession/,
};

const PRIORITIES: readonly (readonly [RegExp, Priority])[] = [
  [/^(comes )?first$|^1$|^high$|^must$/, 'first'],
  [/^next$|^2$|^normal$|^medium$/, 'next'],
  [/^if (there is|there's)? ?room$|^3$|^low$|^if room$/, 'ifRoom'],
];

/** Reads wishes as people have them: a line each, as one says it ("40 camas by 30 May for the wet meadow, first"), or a table with or without heads. */
export function readWishes(text: string, reader: WishReader, columns?: readonly (WishColumn | undefined)[]): ReadWishes {
  const table = asTable(text);
  if (!table) {
    const lines = text.split(LINE_END).map((written, i) => ({ written: written.trim(), line: i + 1 }));
    return { lines: lines.filter(({ written }) => written !== '').map(({ written, line }) => readSentence(written, line, reader)) };
  }
  const { rows, heads, first } = table;
  const of = columns ? [...columns] : heads ? guessedByHead(heads) : guessedByCells(rows, reader);
  return {
    columns: { of, heads: heads ?? rows[0] ?? [] },
    lines: rows.map((cells, i) => readCells(cells, of, first + i, reader)),
  };
}

/** A text as the rows of a table, or `undefined` where it is none: several cells in most lines, and a line whose cell is a number alone or heads above. */
function asTable(text: string): { rows: string[][]; heads?: string[]; first: number } | undefined {
  // "1,200 larch by 1 Oct, first" has commas and is a sentence all the same.
  if (SENTENCE.test(text.trim()) && !text.includes('\t')) return undefined;
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy', delimitersToGuess: ['\t', ';', ',', '|'] });
  const rows = data.map((row) => row.map((cell) => cell.trim()));
  const [top] = rows;
  if (!top || rows.filter((row) => row.length > 1).length < rows.length * 0.8) return undefined;
  const isNumber = (cell: string) => readCount(cell) !== undefined;
  const headed = !top.some((head) => /\d/.test(head)) && guessedByHead(top).filter((column) => column !== undefined).length >= 2;
  if (headed) return { rows: rows.slice(1), heads: top, first: 2 };
  return top.length > 2 && rows.some((row) => row.some(isNumber)) ? { rows, first: 1 } : undefined;
}

function guessedByHead(heads: readonly string[]): (WishColumn | undefined)[] {
  const taken = new Set<WishColumn>();
  return heads.map((head) => {
    // "Plant name" names a species before "plant" counts them.
    const text = plainText(head);
    const found = /name|species/.test(text) ? 'species' : WISH_COLUMNS.find((column) => !taken.has(column) && HEADS[column].test(text));
    if (!found || taken.has(found)) return undefined;
    taken.add(found);
    return found;
  });
}

/** Columns by what most of their cells are: a number, a day, a species, a lot; the first that is none of these says for whom. */
function guessedByCells(rows: readonly (readonly string[])[], reader: WishReader): (WishColumn | undefined)[] {
  const is: [WishColumn, (cell: string) => boolean][] = [
    ['plants', (cell) => readCount(cell) !== undefined],
    ['on', (cell) => parseComingDate(cell, reader.today).ok],
    ['lot', (cell) => reader.lots.some(({ code }) => plainText(code) === plainText(cell))],
    ['priority', (cell) => PRIORITIES.some(([written]) => written.test(plainText(cell)))],
    ['species', (cell) => searchSpecies(cell, reader.handbook).length > 0],
    ['whom', (cell) => cell !== ''],
  ];
  const taken = new Set<WishColumn>();
  const width = Math.max(0, ...rows.map((row) => row.length));
  return Array.from({ length: width }, (_, i) => {
    const cells = rows.map((row) => row[i] ?? '').filter((cell) => cell !== '');
    const found = is.find(
      ([column, holds]) => !taken.has(column) && cells.length > 0 && cells.filter(holds).length >= cells.length * 0.6,
    )?.[0];
    if (found) taken.add(found);
    return found;
  });
}

/** What a line says, part by part, as it was written. */
type Written = Partial<Record<WishColumn, string>>;

function readCells(cells: readonly string[], of: readonly (WishColumn | undefined)[], line: number, reader: WishReader): WishLine {
  const written: Written = {};
  for (const [i, column] of of.entries()) if (column && cells[i]) written[column] = cells[i];
  return wishFrom(written, line, cells.filter(Boolean).join(', '), reader);
}

const NUMBER = /^([\d.,\u00a0\u202f ]*\d)\s*(?:plants? of|plants?|of|x|×)?\s+/i;
const SENTENCE = /^[\d.,\u00a0\u202f ]+\s\S.*\b(?:by|when|for)\s/i;
const SURE = /,?\s*(?:(?:as )?sure(?: as)?:?\s*)?(\d{2})\s*%(?:\s*sure)?|,?\s*(\d{1,2}) (?:times )?in (10|20)(?: sure)?/i;
const FROST = /\bwhen (?:the )?(?:frost )?risk (?:is|falls)(?: below| to| under)? (?:(\d{1,2})\s*%|1 (?:year )?in (\d{1,2}))/i;
const LOT = /,?\s*\bfrom (?:lot )?([A-Za-z]+-?\d[\w-]*)/i;
const RANK = /[,;]\s*(comes first|first|next|if there is room|if room)\s*$/i;

/** A line as one says it: how many of what, by when, for whom; then from which lot, how sure, what comes first, in any order. */
function readSentence(sentence: string, line: number, reader: WishReader): WishLine {
  let rest = sentence.replace(/\.$/, '');
  const cut = (pattern: RegExp) => {
    const found = pattern.exec(rest);
    if (found) rest = `${rest.slice(0, found.index)} ${rest.slice(found.index + found[0].length)}`.trim();
    return found;
  };
  const written: Written = {};
  const put = (column: WishColumn, text: string | undefined) => {
    if (text?.trim()) written[column] = text.trim().replace(/[,;]$/, '');
  };
  put('priority', cut(RANK)?.[1]);
  const frost = cut(FROST);
  if (frost) {
    const risk = Math.min(0.5, Math.max(0.01, frost[1] ? Number(frost[1]) / 100 : 1 / Number(frost[2])));
    put('on', nextFrostSafeDate(reader.nursery.lastFrost, reader.today, risk));
  }
  const sure = cut(SURE);
  if (sure) put('confidence', sure[1] ?? String(Math.round((100 * Number(sure[2])) / Number(sure[3]))));
  put('lot', cut(LOT)?.[1]);
  put('plants', cut(NUMBER)?.[1]);
  // What is left is a species, then by when and for whom.
  const [species = '', ...parts] = rest.split(/\b(?=(?:by|for)\s)/i);
  put('species', species);
  for (const part of parts) {
    const text = part.replace(/^(by|for)\s+/i, '');
    const day = /^by\s/i.test(part) && written.on === undefined;
    if (day) put('on', text);
    else put('whom', written.whom ? `${written.whom} ${part}` : text);
  }
  return wishFrom(written, line, sentence, reader);
}

function wishFrom(written: Written, line: number, whole: string, reader: WishReader): WishLine {
  const faults: Sentence[] = [];
  const plants = readCount(written.plants ?? '');
  if (plants === undefined || plants < 1 || plants > MOST_PLANTS) faults.push(say.of('givePlants'));
  const asked = written.lot ? reader.lots.find(({ code }) => plainText(code) === plainText(written.lot ?? '')) : undefined;
  if (written.lot && !asked) faults.push(say.of('noLot', { code: written.lot }));
  const ofVariety = written.lot ? undefined : lotOfVariety(written.species, reader);
  const lot = asked ?? ofVariety;
  const speciesId = ofVariety ? ofVariety.speciesId : speciesFor(written.species, asked, reader, faults);
  const on = written.on ? parseComingDate(written.on, reader.today) : undefined;
  if (!on) faults.push(say.of('giveDay'));
  else if (!on.ok) faults.push(on.reason);
  else if (on.value < reader.today) faults.push(say.of('dayPast', { on: shortDate.of(on.value, reader.today) }));
  const priority = PRIORITIES.find(([pattern]) => pattern.test(plainText(written.priority ?? '')))?.[1];
  if (written.priority && !priority) faults.push(say.of('givePriority'));
  const sure = written.confidence === undefined ? undefined : sureness(written.confidence);
  if (Number.isNaN(sure)) faults.push(say.of('giveConfidence'));
  if (faults.length > 0 || plants === undefined || !speciesId || !on?.ok) return { line, written: whole, faults };
  return {
    line,
    written: whole,
    faults,
    wish: {
      speciesId,
      plants,
      on: on.value,
      whom: (written.whom ?? spoken(say.of('ownUse'))).slice(0, 80),
      ...(sure !== undefined && { confidence: sure }),
      ...(priority && priority !== 'next' && { priority }),
      ...(lot && { lotId: lot.id }),
    },
  };
}

/** "90", "90 %", "0.9": a chance from one half to 99 in 100; NaN for anything else. */
function sureness(text: string): number {
  const typed = Number(text.replace(/%/g, '').replace(',', '.').trim());
  const share = typed > 1 ? typed / 100 : typed;
  return share >= 0.5 && share <= 0.99 ? share : Number.NaN;
}

/** The only lot in stock of the variety that a name is, with its species' name before it or without. */
function lotOfVariety(name: string | undefined, { lots, handbook }: WishReader): WishReader['lots'][number] | undefined {
  const plain = (text: string) => plainText(text.replaceAll(',', ' ')).replace(/\s+/g, ' ').trim();
  const found = lots.filter(({ variety, speciesId, unassigned }) => {
    if (!name || !variety || unassigned === 0) return false;
    const names = handbook.find(({ id }) => id === speciesId)?.common ?? [];
    return [variety, ...names.map((one) => `${one} ${variety}`)].some((one) => plain(one) === plain(name));
  });
  return found.length === 1 ? found[0] : undefined;
}

/** The species that a name means: the only one that has it; of several, the only one that has seed in stock. */
function speciesFor(
  name: string | undefined,
  lot: WishReader['lots'][number] | undefined,
  reader: WishReader,
  faults: Sentence[],
): string | undefined {
  if (!name) {
    if (!lot) faults.push(say.of('noSpecies', { name: '' }));
    return lot?.speciesId;
  }
  const same = (text: string) => plainText(text) === plainText(name);
  const exact = reader.handbook.filter(({ id, common, scientific }) => [id, scientific, ...common].some(same));
  const found = exact.length > 0 ? exact : searchSpecies(name.replace(/s$/, ''), reader.handbook);
  if (lot) {
    if (found.some(({ id }) => id === lot.speciesId)) return lot.speciesId;
    faults.push(say.of('notOfLot', { code: lot.code }));
    return undefined;
  }
  const inStock = found.filter(({ id }) => reader.lots.some(({ speciesId, unassigned }) => speciesId === id && unassigned > 0));
  const [only] = found.length === 1 ? found : inStock.length === 1 ? inStock : [];
  if (only) return only.id;
  const few = (inStock.length > 0 ? inStock : found).slice(0, 3).map(({ common }) => common[0]);
  faults.push(found.length === 0 ? say.of('noSpecies', { name }) : say.of('whichSpecies', { names: few.join(', ') }));
  return undefined;
}
