import type { Outcome } from '@chill/model/outcome.ts';
import { expect, test } from '@jest/globals';
import Papa from 'papaparse';
import { csv } from '../units/csv.ts';
import { dataPackage, germinationRows, resultRows } from './dataPackage.ts';
import { judged } from './judged.ts';

const outcome: Outcome = {
  batchId: 'a',
  code: '7QK',
  speciesId: 'camassia-quamash',
  lotId: 'l',
  lotCode: '=L,1',
  madeOn: '2026-11-01',
  closedOn: '2027-06-01',
  method: { id: 'sand-in-fridge', name: 'Sand' },
  seeds: 60,
  promised: { low: 10, high: 30 },
  went: { plants: 20, mouldy: 4, neverSprouted: 36 },
  hands: [
    { name: 'Ida', entries: 5 },
    { name: 'Tomas', entries: 2 },
  ],
  stages: [],
  minutes: 12.5,
  treated: { kind: 'coldMoist', earned_days: 61.234, released: 0.9 },
  believed: { able: 0.9, released: 0.9, sprouts: 0.9, establishes: 0.8 },
  sprouting: {
    since: '2027-02-01',
    temperature_C: 21,
    seeds: 56,
    expected: { low: 10, high: 40 },
    releasedAt: [0, 0, 0, 0, 0],
    visits: [
      { day: 4, warmth: 70, came: 9, left: 47 },
      { day: 8, warmth: 140, came: 11, left: 36 },
    ],
  },
};

interface Resource {
  name: string;
  path: string;
  schema: { fields: { name: string; type: string; description: string }[]; primaryKey: string[] };
}

test('every column of both tables is described as it is, each row whole, and its key once', () => {
  const { resources } = dataPackage('Sallow Gap', '2027-06-02') as { resources: Resource[] };
  const tables: Record<string, string> = {
    'results.csv': csv(resultRows(judged([outcome]))),
    'germination.csv': csv(germinationRows([outcome])),
  };
  for (const { path, schema } of resources) {
    const { data, meta } = Papa.parse<Record<string, string>>(tables[path] as string, { header: true, skipEmptyLines: true });
    expect(meta.fields).toEqual(schema.fields.map(({ name }) => name));
    expect(schema.fields.every(({ description }) => description.length > 5)).toBe(true);
    expect(new Set(data.map((row) => schema.primaryKey.map((key) => row[key]).join())).size).toBe(data.length);
    for (const row of data)
      for (const { name, type } of schema.fields) {
        const text = row[name] ?? '';
        if (text === '') continue;
        if (type === 'integer') expect(text).toMatch(/^-?\d+$/);
        if (type === 'number') expect(Number.isFinite(Number(text))).toBe(true);
        if (type === 'date') expect(text).toMatch(/^\d{4}-\d\d-\d\d$/);
      }
  }
  const [row] = Papa.parse<Record<string, string>>(tables['results.csv'] as string, { header: true }).data;
  expect(row).toMatchObject({
    batch: '7QK',
    lot: "'=L,1",
    plants: '20',
    mouldy: '4',
    never_sprouted: '36',
    effective_days: '61.2',
    people: 'Ida; Tomas',
  });
  const rows = Papa.parse<Record<string, string>>(tables['germination.csv'] as string, { header: true, skipEmptyLines: true }).data;
  expect(rows.map(({ date, day, new: came, cumulative, left }) => [date, day, came, cumulative, left])).toEqual([
    ['2027-02-05', '4', '9', '9', '47'],
    ['2027-02-09', '8', '11', '20', '36'],
  ]);
});
