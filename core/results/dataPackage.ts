import { FATES, type Outcome } from '@chill/model/outcome.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import { say } from '@chill/words/dataPackage.ts';
import { addDays } from '../calendar/dates.ts';
import { containerOf } from '../mix/containers.ts';
import type { CsvRow } from '../units/csv.ts';
import { germinated } from './germinated.ts';
import { type JudgedBatch, lateBy } from './judged.ts';

/** A column: its name, what its values are (Table Schema), and what it says. */
interface Field {
  name: string;
  type: 'string' | 'integer' | 'number' | 'date' | 'boolean';
  description: string;
}

const field = (name: string, type: Field['type'], description: string): Field => ({ name, type, description });

/** The columns of what came of each batch, in order. */
export const resultFields = (): Field[] => [
  field('batch', 'string', say('batch')),
  field('parts', 'string', say('parts')),
  field('species', 'string', say('species')),
  field('variety', 'string', say('variety')),
  field('lot', 'string', say('lot')),
  field('source', 'string', say('source')),
  field('method', 'string', say('method')),
  field('sown_into', 'string', say('sownInto')),
  field('seeds_to_each', 'integer', say('seedsToEach')),
  field('cover_mm', 'number', say('coverMm')),
  field('came_up', 'integer', say('cameUp')),
  field('trial', 'string', say('trial')),
  field('arm', 'integer', say('arm')),
  field('made', 'date', say('made')),
  field('closed', 'date', say('closed')),
  field('seeds', 'integer', say('seeds')),
  field('promised_low', 'integer', say('promisedLow')),
  field('promised_high', 'integer', say('promisedHigh')),
  ...FATES.map((fate) => field(columnOf(fate), 'integer', say('fate'))),
  field('days_late', 'integer', say('daysLate')),
  field('minutes', 'number', say('minutes')),
  field('effective_days', 'number', say('effectiveDays')),
  field('people', 'string', say('people')),
];

/** The columns of sprouts counted, as seed banks hand them on, in order. */
export const germinationFields = (): Field[] => [
  field('batch', 'string', say('batch')),
  field('species', 'string', say('species')),
  field('lot', 'string', say('lot')),
  field('temperature_C', 'number', say('temperature')),
  field('date', 'date', say('date')),
  field('day', 'integer', say('day')),
  field('new', 'integer', say('new')),
  field('cumulative', 'integer', say('cumulative')),
  field('left', 'integer', say('left')),
];

/** "lostInPots" as "lost_in_pots". */
const columnOf = (fate: string) => fate.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);

/** What came of each batch with its parts, a row each. */
export function resultRows(all: readonly JudgedBatch[]): CsvRow[] {
  return all.map(({ outcome, codes }) => ({
    batch: outcome.code,
    parts: codes.slice(1).join(' '),
    species: outcome.speciesId,
    variety: outcome.variety,
    lot: outcome.lotCode,
    source: outcome.source,
    method: outcome.method.id,
    sown_into: outcome.sown && containerOf(outcome.sown).name,
    seeds_to_each: outcome.sown?.each,
    cover_mm: outcome.sown?.cover_mm,
    came_up: outcome.sown && outcome.sprouting && germinated(outcome.sprouting).came,
    trial: outcome.trial?.id,
    arm: outcome.trial?.arm,
    made: outcome.madeOn,
    closed: outcome.closedOn,
    seeds: outcome.seeds,
    promised_low: outcome.promised.low,
    promised_high: outcome.promised.high,
    ...Object.fromEntries(FATES.map((fate) => [columnOf(fate), outcome.went[fate] ?? 0])),
    days_late: lateBy(outcome),
    minutes: outcome.minutes,
    effective_days: outcome.treated && Math.round(outcome.treated.earned_days * 10) / 10,
    people: outcome.hands?.map(({ name }) => name).join('; '),
  }));
}

/** Sprouts counted at each check in the warmth: new, and all so far. */
export function germinationRows(outcomes: readonly Outcome[]): CsvRow[] {
  return outcomes.flatMap(({ code, speciesId, lotCode, sprouting }) => {
    let cumulative = 0;
    return (sprouting?.visits ?? []).map(({ day, came, left }): CsvRow => {
      cumulative += came;
      return {
        batch: code,
        species: speciesId,
        lot: lotCode,
        temperature_C: sprouting?.temperature_C,
        date: addDays(sprouting?.since as PlainDate, day),
        day,
        new: came,
        cumulative,
        left,
      };
    });
  });
}

/** The description of both tables beside them: a data package with a Table Schema for each, so that others can compute on it. */
export function dataPackage(nursery: string, created: PlainDate): object {
  const resource = (name: string, title: string, fields: Field[], primaryKey: string[]) => ({
    name,
    title,
    path: `${name}.csv`,
    profile: 'tabular-data-resource',
    format: 'csv',
    mediatype: 'text/csv',
    encoding: 'utf-8',
    dialect: { delimiter: ',', lineTerminator: '\r\n', header: true },
    schema: { fields, primaryKey, missingValues: [''] },
  });
  return {
    profile: 'tabular-data-package',
    name: 'results',
    title: say('title', { nursery }),
    description: say('description'),
    created,
    resources: [
      resource('results', say('results'), resultFields(), ['batch']),
      resource('germination', say('germination'), germinationFields(), ['batch', 'day']),
    ],
  };
}
