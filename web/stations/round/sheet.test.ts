import type { Task } from '@chill/core/tasks/task.ts';
import { asRead } from '@chill/words/testing.ts';
import { describe, expect, test } from '@jest/globals';
import type { NurseryView } from '../../data/nursery.ts';
import { BLANK, kindOfRow, readLine, sheetOf } from './sheet.ts';

const checked = (damp: string, mould = '', roots = '') => readLine({ ...BLANK, damp, mould, roots }, 'damp');

describe('a filled sheet', () => {
  test('is read as it was written: damp, mould, roots; an empty line says nothing', () => {
    expect(checked('')).toEqual({ says: 'nothing' });
    expect(checked('ok')).toEqual({ says: 'check', damp: 'right', mould: 'none', mouldy: 0, up: 0, lost: 0 });
    expect(checked('D', '3s', '2')).toEqual({ says: 'check', damp: 'dry', mould: 'spreading', mouldy: 3, up: 2, lost: 0 });
    expect(checked('', '', '1')).toMatchObject({ says: 'check', damp: undefined, up: 1 });
    expect(checked('', 's')).toMatchObject({ mould: 'spreading', mouldy: 0 });
    expect(readLine({ ...BLANK, mould: '2' }, 'pots')).toMatchObject({ says: 'check', mouldy: 0, lost: 2 });
    expect(readLine({ ...BLANK, done: true }, 'tick')).toEqual({ says: 'done' });
    expect(readLine({ ...BLANK, damp: 'ok' }, 'tick')).toEqual({ says: 'nothing' });
  });
  test('what cannot be read says which field it is', () => {
    expect(asRead(checked('soggy'))).toMatchObject({ says: 'wrong', reason: expect.stringContaining('Damp') });
    expect(asRead(checked('ok', 'lots'))).toMatchObject({ says: 'wrong', reason: expect.stringContaining('Mould') });
    expect(asRead(checked('ok', '', '-1'))).toMatchObject({ says: 'wrong', reason: expect.stringContaining('Roots') });
  });
});

describe('the sheet', () => {
  test('asks of each what there is to see: of dry seed mould alone', () => {
    const kind = (check?: Task['check']) => kindOfRow({ task: { kind: check ? 'check' : 'move', check } as Task });
    expect((['damp', 'dry', 'sprouts', 'pots'] as const).map(kind)).toEqual(['damp', 'dry', 'sprouts', 'pots']);
    expect(kind()).toBe('tick');
    expect(readLine({ ...BLANK, mould: '1' }, 'dry')).toMatchObject({ says: 'check', damp: undefined, mouldy: 1, up: 0 });
  });

  test('walks the places in their order, bags by code, as far ahead as asked', () => {
    const view = (code: string, placeId: string, due: string) => ({
      batch: { id: code, code },
      tasks: [{ kind: 'check', stage: 1, placeId, due }],
    });
    const nursery = {
      today: '2027-02-16',
      places: [
        { id: 'shelf', order: 2 },
        { id: 'crisper', order: 1 },
      ],
      batches: [view('B', 'shelf', '2027-02-16'), view('C', 'crisper', '2027-02-18'), view('A', 'crisper', '2027-02-10')],
    } as unknown as NurseryView;
    const said = (ahead: number) =>
      sheetOf(nursery, ahead).map(({ on, place, lines }) => [on.slice(-2), place?.id, lines.map((line) => line.view.batch.code)]);
    expect(said(0)).toEqual([
      ['16', 'crisper', ['A']],
      ['16', 'shelf', ['B']],
    ]);
    // What is due on another day stands under that day.
    expect(said(3)).toEqual([
      ['16', 'crisper', ['A']],
      ['16', 'shelf', ['B']],
      ['18', 'crisper', ['C']],
    ]);
  });
});
