import type { LedgerEvent } from '@chill/model/event.ts';
import { describe, expect, test } from '@jest/globals';
import { screen, within } from '@testing-library/react';
import { UndoButton } from '../../parts/UndoButton.tsx';
import { batchOf, eachAnew, id, lotOf, nurseryWith, placeId, show, upTo } from '../../testing.tsx';
import { CarryTo } from './CarryTo.tsx';
import { CorrectEntry } from './CorrectEntry.tsx';
import { GoneBag } from './GoneBag.tsx';
import { OtherCounts } from './OtherCounts.tsx';

const larch = lotOf('larix-occidentalis');
const inTheCold = (...said: object[]) => batchOf(larch, 'towel-in-fridge', ...upTo(larch, 'towel-in-fridge', 'coldMoist'), ...said);
const since = eachAnew();

describe('moving a batch', () => {
  test('to a place that its stage may lie in is one tap', async () => {
    const acorns = lotOf('larix-occidentalis');
    const warm = batchOf(acorns, 'towel-in-fridge', ...upTo(acorns, 'towel-in-fridge', 'warmTowel'));
    const { user } = show(nurseryWith(acorns, [warm]), (view) => <CarryTo view={view} />);
    await user.click(screen.getByText('Move to another place'));
    await user.click(screen.getByRole('button', { name: /^Bench/ }));
    expect(since()).toMatchObject([{ kind: 'carried', placeId: placeId('bench') }]);
  });
  test.each([
    ['Freezer', 'Frozen damp seed receives no cold, and frost may harm it.'],
    ['Heat mat', 'Too warm there: it receives no cold, and mould grows faster.'],
  ])('to the %s says first what that does, and is left at that where it is not meant', async (place, says) => {
    const { user } = show(nurseryWith(larch, [inTheCold()]), (view) => <CarryTo view={view} />);
    await user.click(screen.getByText('Move to another place'));
    await user.click(screen.getByRole('button', { name: new RegExp(`^${place}`) }));
    expect(screen.getByRole('alert').textContent).toContain(says);
    await user.click(screen.getByRole('button', { name: 'Cancel' }));
    expect(screen.queryByRole('alert')).toBeNull();
    expect(since()).toEqual([]);
    await user.click(screen.getByRole('button', { name: new RegExp(`^${place}`) }));
    await user.click(screen.getByRole('button', { name: 'Move anyway' }));
    expect(since()).toHaveLength(1);
  });
  test('of seed that frost kills says so', async () => {
    const acorns = lotOf('quercus-rubra');
    const cold = batchOf(acorns, 'sand-in-fridge', ...upTo(acorns, 'sand-in-fridge', 'coldMoist'));
    const { user } = show(nurseryWith(acorns, [cold]), (view) => <CarryTo view={view} />);
    await user.click(screen.getByText('Move to another place'));
    await user.click(screen.getByRole('button', { name: /^Freezer/ }));
    expect(screen.getByRole('alert').textContent).toContain('Frost kills this seed');
  });
});

describe('a bag that is gone', () => {
  test('says why in one tap, which counts its seeds out and closes it', async () => {
    const { user } = show(nurseryWith(larch, [inTheCold()]), (view) => <GoneBag view={view} />);
    await user.click(screen.getByText('The bag is gone'));
    await user.click(screen.getByRole('button', { name: 'eaten' }));
    expect(since()).toMatchObject([
      { kind: 'seedsMoved', moves: [{ from: 'waiting', to: 'discarded', count: 80 }] },
      { kind: 'closed', why: 'eaten' },
    ]);
  });
});

describe('an entry that is corrected', () => {
  test('has its fields filled in, and leaves in their place', async () => {
    const check = { kind: 'checked', damp: 'right', mould: 'none', moves: [{ from: 'waiting', to: 'mouldy', count: 3 }], on: '2026-10-20' };
    const { user, view } = show(nurseryWith(larch, [inTheCold(check)]), (view) => (
      <CorrectEntry view={view} event={view.batch.events.at(-1) as LedgerEvent} done={() => undefined} />
    ));
    const mouldy = screen.getByRole('textbox', { name: 'mouldy' }) as HTMLInputElement;
    expect(mouldy.value).toBe('3');
    await user.clear(mouldy);
    await user.type(mouldy, '1');
    await user.click(screen.getByRole('radio', { name: 'dry' }));
    await user.click(screen.getByRole('button', { name: 'Save' }));
    const wrong = view.batch.events.at(-1)?.id;
    expect(since()).toMatchObject([
      { kind: 'checked', damp: 'dry', on: '2026-10-20', corrects: wrong, moves: [{ to: 'mouldy', count: 1 }] },
    ]);
  });
});

describe('another count', () => {
  test('offers what can have happened, up to what is there', async () => {
    const { user } = show(nurseryWith(larch, [inTheCold()]), (view) => <OtherCounts view={view} />);
    await user.click(screen.getByText('Record another count'));
    const what = screen.getByRole('combobox', { name: 'Who became what' }) as HTMLSelectElement;
    // Nothing has sprouted: nothing can have been potted.
    expect([...what.options].map(({ text }) => text)).toEqual(['floated off', 'swollen', 'mouldy', 'broken', 'lost']);
    await user.selectOptions(what, 'lost');
    const count = screen.getByRole('textbox', { name: 'seeds' });
    await user.clear(count);
    await user.type(count, '900');
    expect((count as HTMLInputElement).value).toBe('80');
    await user.clear(count);
    await user.type(count, '4');
    await user.click(screen.getByRole('button', { name: 'Record' }));
    expect(since()).toMatchObject([{ kind: 'seedsMoved', moves: [{ from: 'waiting', to: 'discarded', count: 4 }] }]);
    expect((count as HTMLInputElement).value).toBe('0');
  });
  test('of none asks how many', async () => {
    const { user } = show(nurseryWith(larch, [inTheCold()]), (view) => <OtherCounts view={view} />);
    await user.click(screen.getByText('Record another count'));
    await user.click(screen.getByRole('button', { name: 'Record' }));
    expect(screen.getByRole('alert').textContent).toBe('How many? Give a number above 0.');
    expect(since()).toEqual([]);
  });
});

describe('undoing', () => {
  const [up, potted] = [id(), id()];
  const grown = () =>
    inTheCold(
      { id: up, kind: 'checked', damp: 'right', moves: [{ from: 'waiting', to: 'sprouted', count: 9 }], on: '2026-10-18' },
      { id: potted, kind: 'seedsMoved', moves: [{ from: 'sprouted', to: 'potted', count: 9 }], on: '2026-10-18' },
    );
  test('the latest entry takes one tap', async () => {
    const { user } = show(nurseryWith(larch, [grown()]), (view) => <UndoButton view={view} events={[{ id: potted }]} />);
    await user.click(screen.getByRole('button', { name: 'Undo: 7QK' }));
    expect(since()).toMatchObject([{ kind: 'reversed', reverses: potted }]);
  });
  test('one that a later entry rests on names that first, and undoes both where both are meant', async () => {
    const { user } = show(nurseryWith(larch, [grown()]), (view) => <UndoButton view={view} events={[{ id: up }]} />);
    await user.click(screen.getByRole('button', { name: 'Undo: 7QK' }));
    expect(since()).toEqual([]);
    const asked = within(screen.getByRole('alert'));
    expect(asked.getByText(/A later entry rests on this: 9 potted\./)).toBeTruthy();
    await user.click(asked.getByRole('button', { name: 'Undo it too' }));
    expect(since()).toMatchObject([
      { kind: 'reversed', reverses: potted },
      { kind: 'reversed', reverses: up },
    ]);
  });
});
