import { describe, expect, test } from '@jest/globals';
import { screen } from '@testing-library/react';
import { WaitOrStop } from '../../parts/WaitOrStop.tsx';
import { batchOf, eachAnew, id, lotOf, nurseryWith, show, upTo } from '../../testing.tsx';
import { TowelRow } from './TowelRow.tsx';

const larch = lotOf('larix-occidentalis');
const since = eachAnew();
/** A towel that was laid on 12 October, with so many up at a check some days later. */
const towel = (on = '2026-10-20', up = 4) =>
  batchOf(larch, 'towel-in-fridge', ...upTo(larch, 'towel-in-fridge', 'warmTowel'), {
    kind: 'checked',
    on,
    moves: up > 0 ? [{ from: 'waiting', to: 'sprouted', count: up }] : [],
  });
const row = (today = '2026-10-21') =>
  show(nurseryWith(larch, [towel()], today), (view) => (
    <TowelRow view={view} sight={undefined} picked pick={() => undefined} below={undefined} />
  ));

describe('a towel’s row', () => {
  test('takes the count in one tap, and none new as well', async () => {
    const { user } = row();
    await user.click(screen.getByRole('button', { name: '7QK: 5 more germinated' }));
    await user.click(screen.getByRole('button', { name: '7QK: none new' }));
    expect(since()).toMatchObject([
      { kind: 'checked', moves: [{ from: 'waiting', to: 'sprouted', count: 5 }] },
      { kind: 'checked', moves: [] },
    ]);
  });
  test('takes it in digits and Enter, shown before it is recorded; a digit too many is taken back', async () => {
    const { user, container } = row();
    container.querySelector<HTMLElement>('[data-row]')?.focus();
    await user.keyboard('123{Backspace}');
    expect(screen.getByRole('status').textContent).toBe('12 Enter records it');
    await user.keyboard('{Enter}');
    expect(since()).toMatchObject([{ kind: 'checked', moves: [{ count: 12 }] }]);
  });
  test('more than there are is refused in its place', async () => {
    const { user, container } = row();
    container.querySelector<HTMLElement>('[data-row]')?.focus();
    await user.keyboard('99{Enter}');
    expect(screen.getByRole('alert').textContent).toContain('Only 76');
    expect(since()).toEqual([]);
  });
  test('lifts what is up, and renews the paper', async () => {
    const { user } = row();
    await user.click(screen.getByRole('button', { name: /^Lift 4 at \d+ mm and pot them$/ }));
    await user.click(screen.getByRole('button', { name: '7QK: mould, damp, another count' }));
    await user.click(screen.getByRole('button', { name: 'Paper or film renewed' }));
    expect(since()).toMatchObject([{ kind: 'seedsMoved', moves: [{ from: 'sprouted', to: 'potted', count: 4 }] }, { kind: 'refreshed' }]);
  });
});

describe('wait or stop', () => {
  const panel = (today: string, ...said: object[]) => {
    const batch = towel('2026-10-14', 0);
    for (const event of said)
      batch.events.push({ id: id(), batchId: batch.id, version: batch.events.length + 1, recordedAt: '', ...event } as never);
    return show(nurseryWith(larch, [batch], today), (view) => <WaitOrStop view={view} />);
  };
  test('is not asked before the first are due', () => {
    panel('2026-10-14');
    expect(screen.getByText(/^Too early to ask: the first are due/)).toBeTruthy();
    expect(screen.queryByRole('table')).toBeNull();
  });
  test('puts the choices side by side, the best first, each with what it takes, and why', () => {
    panel('2026-10-26', { kind: 'checked', on: '2026-10-26', moves: [{ from: 'waiting', to: 'sprouted', count: 9 }] });
    const rows = screen.getAllByRole('rowheader').map(({ textContent }) => textContent);
    expect(rows[0]).toBe('Keep waiting');
    expect(rows).toContain('Stop');
    expect(rows.some((name) => name?.startsWith('Cold again for'))).toBe(true);
    expect(screen.getByText(/^Wait until/)).toBeTruthy();
    expect(screen.getByText(/Those three are assumptions/)).toBeTruthy();
  });
  test('one choice amends the plan; stopping asks what becomes of the rest', async () => {
    const { user } = panel('2026-10-26', { kind: 'checked', on: '2026-10-26', moves: [{ from: 'waiting', to: 'sprouted', count: 9 }] });
    await user.click(screen.getByRole('button', { name: /^Choose: Cold again for/ }));
    expect(since()).toMatchObject([{ kind: 'amended', why: 'secondCold' }]);
    await user.click(screen.getByRole('button', { name: 'Choose: Stop' }));
    await user.click(screen.getByRole('radio', { name: 'keep for another season' }));
    await user.click(screen.getByRole('button', { name: 'Stop' }));
    expect(since()).toMatchObject([{ kind: 'amended' }, { kind: 'stageFinished' }, { kind: 'stageStarted' }]);
  });
});
