import { loadHandbook } from '@chill/handbook/load.ts';
import type { Lot } from '@chill/model/lot.ts';
import { describe, expect, test } from '@jest/globals';
import { asWritten, EMPTY, fieldOf, judge, nextCode, readViability, type Written } from './lotWriting.ts';

const ID = '00000000-0000-4000-8000-000000000001';
const READER = { seed: loadHandbook().find(({ id }) => id === 'prunus-serotina')?.seed };
const good: Written = {
  ...EMPTY,
  speciesId: 'prunus-serotina',
  code: 'PS-26-01',
  from: 'Second bridge',
  on: '2026-08-28',
  at: '46.312, -117.98',
  permission: 'the valley trust',
  seeds: '900',
  tested: '20',
  viable: '17',
  where: 'tin 4',
};
const faultsOf = (part: Partial<Written>) => {
  const judged = judge({ ...good, ...part }, ID, READER);
  return 'faults' in judged ? judged.faults.map(({ field, message }) => `${field}: ${message}`) : [];
};

describe('a lot as it is written', () => {
  test('becomes a lot', () => {
    expect(judge(good, ID, READER)).toEqual({
      value: {
        id: ID,
        code: 'PS-26-01',
        speciesId: 'prunus-serotina',
        provenance: {
          kind: 'collected',
          place: 'Second bridge',
          on: '2026-08-28',
          at: { latitude_deg: 46.312, longitude_deg: -117.98 },
          permission: 'the valley trust',
        },
        seeds: 900,
        viability: { kind: 'tested', tested: 20, viable: 17 },
        storage: { state: 'dry', since: '2026-08-28', where: 'tin 4' },
      },
    });
  });

  test.each<[string, Partial<Written>]>([
    ['collected, tested and wintered', { hasWintered: 'yes', chillDays: '74', give: '20', detail: 'eight trees', note: 'by the ford' }],
    [
      'bought, with a packet’s figure',
      {
        provenanceKind: 'bought',
        from: 'a swap',
        at: '',
        permission: '',
        detail: 'B 7',
        harvestYear: '2025',
        viabilityKind: 'packet',
        percent: '82',
        tested: '',
        viable: '',
      },
    ],
    ['of unknown viability, kept moist', { viabilityKind: 'unknown', tested: '', viable: '', storageState: 'moist' }],
  ])('%s, it is the same once read back into the form', (_, part) => {
    const lot = (judge({ ...good, ...part }, ID, READER) as { value: Lot }).value;
    expect(judge(asWritten(lot), ID, READER)).toEqual({ value: lot });
  });

  test('holds what its number was read from, and gives it back to be changed', () => {
    const { value } = judge({ ...good, seeds: '2 g' }, ID, READER) as { value: Lot };
    expect(value.amount).toMatchObject({ typed: '2 g' });
    expect(value.seeds).toBeGreaterThan(value.amount?.low as number);
    expect(asWritten(value).seeds).toBe('2 g');
    expect(judge({ ...good, seeds: '2 g' }, ID, {})).toMatchObject({
      faults: [{ field: 'seeds', message: expect.stringContaining('species first') }],
    });
  });

  test('may come from somewhere that nobody noted, and be of a viability that nobody knows', () => {
    const { value } = judge({ ...good, from: '', at: '', tested: '', viable: '' }, ID, READER) as { value: Lot };
    expect(value.provenance).toEqual({ kind: 'collected', on: '2026-08-28', permission: 'the valley trust' });
    expect(value.viability).toEqual({ kind: 'unknown' });
  });

  test('says every fault at its own field, and asks for what is missing', () => {
    expect(faultsOf({ speciesId: '', from: ' ', on: '', seeds: '', tested: '10', viable: '12' })).toEqual([
      'speciesId: Choose a species from the handbook.',
      'on: On which day? Roughly is enough.',
      'seeds: How many? A good guess will do; count later.',
      'viable: More viable than were tested: check both figures.',
      'on: On which day? Roughly is enough.',
    ]);
    expect(faultsOf({ seeds: '2.5' })).toEqual(['seeds: Give a whole number: seeds do not come in halves.']);
    expect(faultsOf({ at: '118.2, 46.3' })[0]).toMatch(/^at: Latitude runs from 90 S to 90 N/);
    expect(faultsOf({ hasWintered: 'yes', chillDays: '-4' })).toEqual(['chillDays: Days cannot be negative.']);
    expect(faultsOf({ provenanceKind: 'bought', harvestYear: '19' })).toEqual(['harvestYear: From 1950 on.']);
    expect(faultsOf({ code: 'no spaces!' })[0]).toMatch(/^code: Two to twenty letters/);
  });

  test('coordinates of a lot that was bought are nobody’s fault', () => {
    expect(faultsOf({ provenanceKind: 'bought', at: 'nowhere at all' })).toEqual([]);
  });

  test('the server’s faults find their fields too', () => {
    expect(['lot.provenance.on', 'code', 'lot.seeds', 'storage.where', 'something.new'].map(fieldOf)).toEqual([
      'on',
      'code',
      'seeds',
      'where',
      'root',
    ]);
  });

  test('a half-written test says nothing yet', () => {
    expect(readViability({ ...good, viable: '' })).toBeUndefined();
    expect(readViability({ ...good, viable: '21' })).toBeUndefined();
    expect(readViability(good)).toEqual({ kind: 'tested', tested: 20, viable: 17 });
  });

  test('codes run on, and are made of the species’ initials', () => {
    expect(nextCode('prunus-serotina', [], '2026-10-05')).toBe('PS-26-01');
    expect(nextCode('prunus-serotina', ['PS-26-01', 'PS-26-02'], '2026-10-05')).toBe('PS-26-03');
  });
});
