import { SALLOW_GAP } from '@chill/demo/nursery.ts';
import { describe, expect, test } from '@jest/globals';
import { Wish } from './batch.ts';
import { Append, NewEvent } from './event.ts';
import { Lot, Viability } from './lot.ts';
import { Method } from './method.ts';
import { MonthDay, Nursery } from './nursery.ts';
import { Place } from './place.ts';
import { PlainDate } from './primitives.ts';
import { DaysAdvice, TemperatureResponse } from './species.ts';
import { DatedStage, Stage } from './stage.ts';
import type { z } from './zod.ts';

const ID = '00000000-0000-4000-8000-000000000000';
/** The faults that a schema finds, as "where: what to do". */
const faults = (schema: z.ZodType, value: unknown) => {
  const parsed = schema.safeParse(value);
  return parsed.success ? [] : parsed.error.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`);
};
const accepts = (schema: z.ZodType, value: unknown) => faults(schema, value).length === 0;

describe('days', () => {
  test.each(['2026-02-28', '2028-02-29', '2027-12-31'])('%s exists', (day) => expect(accepts(PlainDate, day)).toBe(true));
  test.each(['2026-02-29', '2026-2-3', '16 Feb', '2026-00-10', ''])('“%s” does not', (day) => expect(accepts(PlainDate, day)).toBe(false));
  test.each(['05-12', '02-28', '12-31'])('%s is in every year', (day) => expect(accepts(MonthDay, day)).toBe(true));
  test.each(['02-29', '04-31', '13-01', '5-12', '00-10'])('%s is not', (day) => expect(accepts(MonthDay, day)).toBe(false));
});

describe('a nursery', () => {
  const changed = (part: object) => faults(Nursery, { ...SALLOW_GAP, ...part });
  test('is taken as it is', () => expect(changed({})).toEqual([]));
  test.each([
    [{ latitude_deg: 80 }, 'latitude_deg: Chill plans between the polar circles: −66 to 66.'],
    [{ elevation_m: 9000 }, 'elevation_m: At most 6000 m.'],
    [{ timeZone: 'Mars/Olympus' }, 'timeZone: Not a time zone that this machine knows.'],
    [{ lastFrost: { mean: '05-12', sd_days: 0 } }, 'lastFrost.sd_days: The last frost varies from year to year: give at least 1.'],
    [{ name: '  ' }, 'name: Write something here.'],
    [{ settings: { ...SALLOW_GAP.settings, confidence: 1 } }, 'settings.confidence: At most 99 in 100.'],
  ])('%o is refused with what to do', (part, says) => expect(changed(part)).toEqual([says]));
});

describe('a place', () => {
  const place = { id: ID, name: 'Crisper', kind: 'fridge', nominal_C: 3.6, capacity: 24, order: 1 };
  test('is taken as it is', () => expect(faults(Place, place)).toEqual([]));
  test.each([
    [{ nominal_C: 204 }, 'nominal_C: Above 120 °C: is the unit right?'],
    [{ capacity: 0 }, 'capacity: Give at least 1.'],
    [{ kind: 'cupboard' }, 'kind: Chill does not know this kind.'],
  ])('%o is refused', (part, says) => expect(faults(Place, { ...place, ...part })).toEqual([says]));
});

describe('a lot', () => {
  test('has a code that can be written on a bag', () => {
    const code = (text: string) => accepts(Lot.shape.code, text);
    expect(['BS-25-01', 'b2', 'K.4'].map(code)).toEqual([true, true, true]);
    expect(['', 'x', '-a1', 'two words', 'a'.repeat(21)].map(code)).toEqual([false, false, false, false, false]);
  });
  test.each([
    [{ kind: 'tested', tested: 0, viable: 0 }, 'tested: Give at least 1.'],
    [{ kind: 'tested', tested: 10, viable: -1 }, 'viable: A count cannot be negative.'],
    [{ kind: 'tested', tested: 10, viable: 12 }, 'viable: More viable than were tested: check both figures.'],
    [{ kind: 'packet', percent: Number.NaN }, 'percent: Give the packet’s figure, such as 85.'],
    [{ kind: 'hearsay' }, 'kind: Chill does not know this kind.'],
  ])('%o is no viability', (value, says) => expect(faults(Viability, value)).toEqual([says]));
});

describe('an event', () => {
  const base = { id: ID, on: '2027-02-16' };
  test.each([
    { ...base, kind: 'stageStarted', stage: 0, placeId: ID },
    { ...base, kind: 'checked', damp: 'right', mould: 'none', moves: [] },
    { ...base, kind: 'seedsMoved', moves: [{ from: 'waiting', to: 'sprouted', count: 3 }] },
    { ...base, kind: 'noted', note: 'smells of earth' },
    { ...base, kind: 'reversed', reverses: ID },
  ])('of kind $kind is taken', (event) => expect(faults(NewEvent, event)).toEqual([]));
  test.each([
    [{ ...base, kind: 'seedsMoved', moves: [] }, 'moves: Say how many seeds moved.'],
    [{ ...base, kind: 'seedsMoved', moves: [{ from: 'waiting', to: 'waiting', count: 3 }] }, 'moves.0.to: From and to are the same.'],
    [
      { ...base, kind: 'seedsMoved', moves: [{ from: 'waiting', to: 'mouldy', count: 1.5 }] },
      'moves.0.count: Give a whole number: seeds do not come in halves.',
    ],
    [{ ...base, kind: 'noted', note: '  ' }, 'note: Write the note.'],
    [{ ...base, id: '7QK', kind: 'closed' }, 'id: An id must be a UUID.'],
    [{ ...base, kind: 'exploded' }, 'kind: Chill does not know this kind.'],
  ])('such as %o is refused', (event, says) => expect(faults(NewEvent, event)).toEqual([says]));
  test('comes one at least and fifty at most', () => {
    const note = { ...base, kind: 'noted', note: 'x' };
    expect(faults(Append, { decidedOn: 0, events: [] })).toEqual(['events: Nothing to record.']);
    expect(accepts(Append, { decidedOn: 0, events: Array(50).fill(note) })).toBe(true);
    expect(accepts(Append, { decidedOn: 0, events: Array(51).fill(note) })).toBe(false);
    expect(faults(Append, { decidedOn: -1, events: [note] })).toEqual(['decidedOn: A count cannot be negative.']);
  });
});

describe('stages and methods', () => {
  test('seed that waits lies in something', () => {
    expect(faults(Stage, { kind: 'coldMoist' })).toEqual(['medium: Say what the seed lies in during this stage.']);
    expect(accepts(Stage, { kind: 'soak' })).toBe(true);
  });
  test('least, best and most days are in that order', () => {
    const days = (least: number, best: number, most: number) => accepts(Stage, { kind: 'soak', days: { least, best, most } });
    expect([days(1, 2, 3), days(2, 1, 3), days(1, 4, 3), days(-1, 1, 2)]).toEqual([true, false, false, false]);
  });
  test('a method ends in the pot', () => {
    const method = { id: 'x', name: 'X', school: 'noCold', evidence: 'sparse', stages: [{ kind: 'soak' }] };
    expect(faults(Method, method)).toEqual(['stages: A method ends in the pot, and a test on the towel.']);
    expect(accepts(Method, { ...method, stages: [{ kind: 'soak' }, { kind: 'pot' }] })).toBe(true);
  });
  test('a dated stage does not end before it starts', () => {
    const stage = { kind: 'soak', start: '2027-02-16', end: '2027-02-15', temperature_C: 18 };
    expect(faults(DatedStage, stage)).toEqual(['end: A stage cannot end before it starts.']);
  });
});

describe('advice and responses', () => {
  test('advice is a rising range or one figure above nothing', () => {
    const advice = [{ from: 60, to: 90 }, { about: 60 }, { from: 90, to: 60 }, { about: 0 }, { from: -1, to: 5 }];
    expect(advice.map((one) => accepts(DaysAdvice, one))).toEqual([true, true, false, false, false]);
  });
  test('the four temperatures of a response rise', () => {
    const response = (...[zeroBelow_C, fullFrom_C, fullTo_C, zeroAbove_C]: number[]) =>
      accepts(TemperatureResponse, { zeroBelow_C, fullFrom_C, fullTo_C, zeroAbove_C });
    expect([response(-2, 1, 5, 10), response(-2, 1, 1, 10), response(1, 1, 5, 10), response(-2, 6, 5, 10)]).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });
});

describe('a wish', () => {
  const wish = (part: object) => faults(Wish, { plants: 40, confidence: 0.9, timing: { by: 'frostRisk', risk: 0.1 }, ...part });
  test('may be timed by frost, by a day to be ready, or by a day to start', () => {
    const day = '2027-05-20';
    expect([{}, { timing: { by: 'readyBy', date: day } }, { timing: { by: 'startOn', date: day } }].flatMap(wish)).toEqual([]);
  });
  test.each([
    [{ plants: 0 }, 'plants: Give at least 1.'],
    [{ confidence: 0.2 }, 'confidence: At least 50 in 100.'],
    [{ timing: { by: 'readyBy', date: '2027-02-30' } }, 'timing.date: Give a day that exists, such as 2026-02-16.'],
  ])('%o is refused', (part, says) => expect(wish(part)).toEqual([says]));
});
