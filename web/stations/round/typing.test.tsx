import { bagCode } from '@chill/core/ledger/bagCode.ts';
import { beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, fireEvent, screen } from '@testing-library/react';
import { batchOf, lotOf, nurseryWith, recorded, show, upTo } from '../../testing.tsx';
import LogLineDialog from './LogLineDialog.tsx';
import TypedSheetPage from './TypedSheetPage.tsx';

const larch = lotOf('larix-occidentalis');
const inTheCold = () => batchOf(larch, 'towel-in-fridge', ...upTo(larch, 'towel-in-fridge', 'coldMoist'));
let before = 0;
const since = () => recorded().slice(before);
const press = (name: string | RegExp) => screen.getByRole('button', { name });

beforeEach(() => {
  localStorage.clear();
  cleanup();
  before = recorded().length;
});

describe('the quick entry', () => {
  const open = () => show(nurseryWith(larch, [inTheCold()]), () => <LogLineDialog close={() => undefined} />);
  const line = () => screen.getByRole('combobox', { name: 'Quick entry' });

  test('shows what it will record, and records that', async () => {
    const { user } = open();
    await user.type(line(), '7QK 2 mould, damp');
    expect(document.body.textContent).toContain('waiting 80 → 78');
    await user.click(press('Record'));
    expect(since()).toMatchObject([{ kind: 'checked', damp: 'right', moves: [{ from: 'waiting', to: 'mouldy', count: 2 }] }]);
    expect((line() as HTMLInputElement).value).toBe('');
    expect(screen.getByText(/^✓ 7QK damp/)).toBeTruthy();
  });

  test('finds a bag by its species, asks which of two, and records several in order', async () => {
    const other = { ...inTheCold(), id: '00000000-0000-4000-8000-00000000aaaa', code: bagCode(1) };
    const { user } = show(nurseryWith(larch, [inTheCold(), other]), () => <LogLineDialog close={() => undefined} />);
    await user.type(line(), `larch 3 up, 3 potted, 1 lost ${other.code} dry`);
    await user.click(press(/^7QK/));
    expect((line() as HTMLInputElement).value).toMatch(/^7QK 3 up/);
    await user.click(press('Record'));
    expect(since().map(({ kind }) => kind)).toEqual(['checked', 'checked']);
    expect(since()[0]).toMatchObject({ moves: [{ to: 'sprouted' }, { to: 'potted', count: 3 }, { from: 'potted', to: 'discarded' }] });
  });

  test('suggests as one types; arrows choose, Enter takes, and the caret is found where it was left', async () => {
    const { user, unmount } = open();
    await user.type(line(), 'larc{ArrowDown}{Enter}');
    expect((line() as HTMLInputElement).value).toBe('7QK ');
    await user.type(line(), '2 mo{ArrowDown}{Enter}');
    expect((line() as HTMLInputElement).value).toBe('7QK 2 mould ');
    expect(since()).toEqual([]);
    (line() as HTMLInputElement).setSelectionRange(5, 5);
    fireEvent.select(line());
    unmount();
    open();
    expect((line() as HTMLInputElement).selectionStart).toBe(5);
  });

  test('cancelled by Esc is not typed on to, and can be brought back', async () => {
    let closed = 0;
    const entry = () => show(nurseryWith(larch, [inTheCold()]), () => <LogLineDialog close={() => closed++} />);
    const { user, unmount } = entry();
    await user.type(line(), '7QK potted{Escape}');
    expect(closed).toBe(1);
    unmount();
    entry();
    expect((line() as HTMLInputElement).value).toBe('');
    await user.click(press(/^Bring back/));
    expect((line() as HTMLInputElement).value).toBe('7QK potted');
  });

  test.each([
    ['7QK purple', '“purple” was not understood'],
    ['7QK 90 mould', 'can’t become mouldy'],
    ['7QX +1 up', 'wrong character'],
  ])('“%s” is refused with what would be right, and stays to be corrected', async (typed, says) => {
    const { user } = open();
    await user.type(line(), typed);
    expect(document.body.textContent).toContain(says);
    expect((press('Record') as HTMLButtonElement).disabled).toBe(true);
    expect((line() as HTMLInputElement).value).toBe(typed);
    expect(since()).toEqual([]);
  });
});

describe('a filled sheet typed in', () => {
  const open = () => show(nurseryWith(larch, [inTheCold()], '2026-10-27'), () => <TypedSheetPage />);
  const cell = (what: string) => screen.getByRole('textbox', { name: new RegExp(`^7QK .*: ${what}$`) });

  test('is recorded whole, on the day of the walk', async () => {
    const { user } = open();
    await user.type(cell('damp'), 'w');
    await user.type(cell('mould'), '2s');
    await user.type(cell('roots'), '1');
    await user.click(press('Record 1 line'));
    expect(since().map(({ kind, on }) => [kind, on])).toContainEqual(['checked', '2026-10-27']);
    expect(since()).toEqual(expect.arrayContaining([expect.objectContaining({ kind: 'checked', damp: 'wet', mould: 'spreading' })]));
    expect(screen.getByRole('status').textContent).toContain('1 recorded');
  });

  test.each([
    ['damp', 'q', 'Damp: “q” is none of d, ok, w.'],
    ['mould', 'much', 'Mould: “much” is not a number'],
    ['roots', '1.5', 'Roots: “1.5” is not a number.'],
    ['mould', '99', 'can’t become mouldy'],
  ])('of %s “%s” records nothing, and says at the line what would be right', async (what, typed, says) => {
    const { user } = open();
    await user.type(cell(what), typed);
    await user.click(press('Record 1 line'));
    expect(document.body.textContent).toContain(says);
    expect(since()).toEqual([]);
    expect((cell(what) as HTMLInputElement).value).toBe(typed);
  });

  test('takes a dot for all as usual', async () => {
    const { user } = open();
    await user.type(cell('damp'), '.');
    expect([cell('damp'), cell('mould'), cell('roots')].map((one) => (one as HTMLInputElement).value)).toEqual(['ok', '0', '0']);
  });
});
