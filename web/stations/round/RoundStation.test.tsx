import type { PlaceTemperatures } from '@chill/model/temperature.ts';
import { beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { batchOf, lotOf, nurseryWith, placeId, recorded, show, upTo } from '../../testing.tsx';
import { RoundStation } from './RoundStation.tsx';

const larch = lotOf('larix-occidentalis');
const inTheCold = (code: string, ...said: object[]) => ({
  ...batchOf(larch, 'towel-in-fridge', ...upTo(larch, 'towel-in-fridge', 'coldMoist'), ...said),
  code,
  id: `batch ${code}`,
});
const round = (nursery = nurseryWith(larch, [inTheCold('7QK'), inTheCold('W3X')], '2026-11-05')) => show(nursery, () => <RoundStation />);
const stop = (name: RegExp) => within(screen.getByRole('heading', { level: 2, name }).closest('section') as HTMLElement);

beforeEach(() => {
  localStorage.clear();
  cleanup();
});

describe('the round', () => {
  test('is the day, what is due on it and for how long, place by place', () => {
    round();
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('Thursday 5 November');
    expect(screen.getByText(/^2 things are due/).textContent).toMatch(/about \d+ minutes/);
    expect(
      stop(/^Fridge/)
        .getAllByRole('listitem')
        .map((one) => /7QK|W3X/.exec(one.textContent ?? '')?.[0]),
    ).toEqual(['7QK', 'W3X']);
  });

  test('takes an answer in its row', async () => {
    const { user } = round();
    const before = recorded().length;
    await user.click(stop(/^Fridge/).getAllByRole('button', { name: /as usual/i })[1] as HTMLElement);
    expect(recorded().slice(before)).toMatchObject([{ kind: 'checked', damp: 'right', mould: 'none' }]);
  });

  test('keeps what was half said when another device records the bag, and says so; a count that changes under it is taken as it is now', async () => {
    const { user, unmount } = round();
    await user.click(stop(/^Fridge/).getAllByRole('button', { name: /^no roots/ })[0] as HTMLElement);
    unmount();
    const others = { kind: 'checked', damp: 'right', mould: 'none', moves: [], on: '2026-11-05', by: 'Tomas' };
    round(nurseryWith(larch, [inTheCold('7QK', others), inTheCold('W3X')], '2026-11-05'));
    const said = screen.getByText(/somebody recorded this bag meanwhile/).closest('[role=alert]') as HTMLElement;
    expect(said.textContent).toMatch(/7QK.*Tomas.*You had: .*1 germinated/);
    const before = recorded().length;
    await user.click(within(said).getByRole('button', { name: 'Record mine too' }));
    expect(recorded().slice(before)).toMatchObject([{ kind: 'checked', moves: [{ to: 'sprouted', count: 1 }] }]);
    expect(screen.queryByText(/somebody recorded this bag/)).toBeNull();
  });

  test('writes down whose hands it was, of those who are named; nobody is asked where nobody is', async () => {
    const named = nurseryWith(larch, [inTheCold('7QK')], '2026-11-05');
    const people = ['Ida', 'Tomas'].map((name) => ({ name, minutes: [60, 60, 60, 60, 60, 0, 0] }));
    const { user } = round({ ...named, nursery: { ...named.nursery, people } });
    const before = recorded().length;
    const usual = () => stop(/^Fridge/).getByRole('button', { name: /as usual/i });
    await user.selectOptions(screen.getByLabelText('At work here'), 'Tomas');
    await user.click(usual());
    expect(recorded().slice(before)).toMatchObject([{ kind: 'checked', by: 'Tomas' }]);
    cleanup();
    // Who is named no more does nothing more.
    round({ ...named, nursery: { ...named.nursery, people: people.slice(0, 1) } });
    expect((screen.getByLabelText('At work here') as HTMLSelectElement).value).toBe('');
    await user.click(usual());
    expect(recorded().at(-1)).not.toHaveProperty('by');
    cleanup();
    round(named);
    expect(screen.queryByLabelText('At work here')).toBeNull();
  });

  test('is walked with keys: arrows to a row, figures and letters, Enter, and the next row has the focus', async () => {
    const { user } = round();
    const before = recorded().length;
    const row = (code: string) => screen.getByRole('link', { name: `${code}, Western larch` }).closest('li');
    await user.keyboard('{ArrowDown}');
    expect(document.activeElement).toBe(row('7QK'));
    await user.keyboard('dm2{Enter}');
    expect(recorded().slice(before)).toMatchObject([{ kind: 'checked', damp: 'dry', moves: [{ to: 'mouldy', count: 2 }] }]);
    await waitFor(() => expect(document.activeElement).toBe(row('W3X')));
    await user.keyboard('{ArrowUp}');
    expect(document.activeElement).toBe(row('7QK'));
  });

  test('has what is done at the end, each with its way back', async () => {
    const checked = { kind: 'checked', damp: 'right', mould: 'none', moves: [], on: '2026-11-05', recordedAt: '2026-11-05T09:00:00Z' };
    const { user } = round(nurseryWith(larch, [inTheCold('7QK', checked), inTheCold('W3X')], '2026-11-05'));
    expect(screen.getByText(/1 done/)).toBeTruthy();
    expect(
      stop(/^Fridge/)
        .getAllByRole('listitem')
        .map((one) => /7QK|W3X/.exec(one.textContent ?? '')?.[0]),
    ).toEqual(['W3X', '7QK']);
    const before = recorded().length;
    await user.click(screen.getByRole('button', { name: 'Undo: 7QK' }));
    expect(recorded().slice(before)).toMatchObject([{ kind: 'reversed' }]);
  });

  test('looks at the batch whose row has the hand or the focus', async () => {
    const { user } = round();
    const glance = () => screen.getByRole('complementary', { hidden: true }).getAttribute('aria-label');
    expect(glance()).toMatch(/7QK/);
    await user.click(screen.getByRole('link', { name: /^W3X/ }));
    expect(glance()).toMatch(/W3X/);
  });

  test('of nothing says when something is', () => {
    const checked = { kind: 'checked', damp: 'right', mould: 'none', moves: [], on: '2026-11-04' };
    round(nurseryWith(larch, [inTheCold('7QK', checked)], '2026-11-05'));
    expect(screen.getByText(/^Nothing is due today/).textContent).toMatch(/\d+ Nov/);
  });

  test('is headed by a fridge that is too warm, with who lies in it', () => {
    const nursery = nurseryWith(larch, [inTheCold('7QK')], '2026-11-05');
    const warm: PlaceTemperatures = {
      placeId: placeId('fridge'),
      readings: 48,
      from: '2026-11-04',
      measured: [1, 1],
      mean_C: [4, 12],
      min_C: [4, 11],
      max_C: [5, 13],
      rot: [1, 3],
      effects: [],
      hot: [],
      spells: [{ kind: 'warm', from: '2026-11-05', to: '2026-11-05', hours: 20, peak_C: 13 }],
      last: { at: '2026-11-05T09:00:00Z', celsius: 12 },
    };
    round({ ...nursery, temperatures: [warm] });
    expect(within(screen.getByRole('list', { name: 'What cannot wait' })).getByRole('listitem').textContent).toMatch(/Fridge.*12 °C/);
  });

  test('of a nursery with seed and no batch leads to a plan; without a fridge it says so', () => {
    const empty = nurseryWith(larch, []);
    round({ ...empty, places: empty.places.filter(({ kind }) => kind !== 'fridge') });
    expect(screen.getByRole('link', { name: 'Make a plan' }).getAttribute('href')).toBe('/plan');
    expect(screen.getByText(/no fridge among your/)).toBeTruthy();
  });

  test('of seed that dies when it dries counts its days down', () => {
    const acorns = lotOf('quercus-rubra', {
      state: undefined,
      provenance: { kind: 'collected', place: 'a bank', on: '2026-10-15' },
    } as never);
    round(nurseryWith(acorns, []));
    expect(
      within(screen.getByRole('list', { name: 'What cannot wait' }))
        .getByRole('link')
        .getAttribute('href'),
    ).toBe(`/seeds/${acorns.id}`);
  });

  test('folds several things that cannot wait into one line on a phone, and shows them all at the desk', () => {
    const acorns = lotOf('quercus-rubra', {
      state: undefined,
      provenance: { kind: 'collected', place: 'a bank', on: '2026-10-15' },
    } as never);
    const nursery = nurseryWith(acorns, []);
    round({ ...nursery, lots: [...nursery.lots, { ...nursery.lots[0], id: 'another' } as never] });
    expect(screen.getByText('2 things cannot wait').closest('details')?.className).toContain('desk:hidden');
    const [folded, all] = screen.getAllByRole('list', { name: 'What cannot wait', hidden: true });
    expect(folded?.closest('details')).toBeTruthy();
    expect(all?.closest('.max-desk\\:hidden')).toBeTruthy();
  });
});
