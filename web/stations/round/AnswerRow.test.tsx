import type { Task } from '@chill/core/tasks/task.ts';
import { beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, screen, within } from '@testing-library/react';
import type { BatchView, NurseryView } from '../../data/nursery.ts';
import { AnswerControls } from '../../parts/AnswerRow.tsx';
import { batchOf, lotOf, nurseryWith, placeId, recorded, show, TODAY, upTo } from '../../testing.tsx';

const larch = lotOf('larix-occidentalis');
/** In its towel in the fridge since 12 October; more may have happened there. */
const inTheCold = (...said: object[]) => batchOf(larch, 'towel-in-fridge', ...upTo(larch, 'towel-in-fridge', 'coldMoist'), ...said);
const taskOf = (view: BatchView, kind: Task['kind']) => {
  const task = view.tasks.find((one) => one.kind === kind);
  if (!task) throw new Error(`No ${kind} among ${view.tasks.map((one) => one.kind)}.`);
  return task;
};

/** Draws the answer to a task; `since` gives what was recorded from then on. */
function answering(nursery: NurseryView, kind: Task['kind']) {
  const before = recorded().length;
  const shown = show(nursery, (view) => <AnswerControls view={view} task={taskOf(view, kind)} />);
  return { ...shown, since: () => recorded().slice(before), task: taskOf(shown.view, kind) };
}
const press = (name: string | RegExp) => screen.getByRole('button', { name });

beforeEach(() => {
  localStorage.clear();
  cleanup();
});

describe('a check of seed in the cold', () => {
  test('is answered as usual in one tap: damp, no mould, no roots', async () => {
    const { user, since } = answering(nurseryWith(larch, [inTheCold()]), 'check');
    await user.click(press('As usual'));
    expect(since()).toMatchObject([{ kind: 'checked', on: TODAY, damp: 'right', mould: 'none', moves: [] }]);
  });
  test('takes what was seen instead: dry, two mouldy and spreading, one root', async () => {
    const { user, since } = answering(nurseryWith(larch, [inTheCold()]), 'check');
    await user.click(screen.getByRole('radio', { name: 'dry' }));
    expect(screen.queryByRole('radiogroup', { name: 'How far the mould goes' })).toBeNull();
    await user.click(press(/^no roots/));
    await user.click(press(/^no mould/));
    const mould = screen.getByRole('textbox', { name: 'mould' });
    // Emptied first, it is still there to be typed in.
    await user.clear(mould);
    await user.type(mould, '2');
    await user.click(within(screen.getByRole('radiogroup', { name: 'How far the mould goes' })).getByRole('radio', { name: 'spreading' }));
    await user.click(press('Record'));
    expect(since()).toMatchObject([{ kind: 'checked', damp: 'dry', mould: 'spreading' }]);
    expect((since()[0] as { moves: unknown[] }).moves).toEqual(
      expect.arrayContaining([
        { from: 'waiting', to: 'mouldy', count: 2 },
        { from: 'waiting', to: 'sprouted', count: 1 },
      ]),
    );
  });
  test('goes back to the usual once it is recorded', async () => {
    const { user } = answering(nurseryWith(larch, [inTheCold()]), 'check');
    await user.click(screen.getByRole('radio', { name: 'wet' }));
    await user.click(press('Record'));
    expect(screen.getByRole('radio', { name: 'damp' }).getAttribute('aria-checked')).toBe('true');
    expect(press('As usual')).toBeTruthy();
  });
  test('is gone through by arrow keys, the choice following the focus', async () => {
    const { user } = answering(nurseryWith(larch, [inTheCold()]), 'check');
    screen.getByRole('radio', { name: 'damp' }).focus();
    await user.keyboard('{ArrowRight}');
    expect(document.activeElement).toBe(screen.getByRole('radio', { name: 'wet' }));
    await user.keyboard('{ArrowRight}');
    expect(screen.getByRole('radio', { name: 'dry' }).getAttribute('aria-checked')).toBe('true');
  });
});

describe('what a check asks', () => {
  test('of dry seed mould alone: nothing there is damp, and nothing roots', () => {
    const lot = lotOf('eriogonum-umbellatum');
    const batch = batchOf(lot, 'dry-cold', ...upTo(lot, 'dry-cold', 'coldDry'));
    const { task } = answering(nurseryWith(lot, [batch], '2026-11-20'), 'check');
    expect(task.check).toBe('dry');
    expect(screen.queryByRole('radiogroup', { name: 'How damp' })).toBeNull();
    expect(screen.queryByRole('button', { name: /^no roots/ })).toBeNull();
    expect(press(/^no mould/)).toBeTruthy();
  });
  test('of a warm towel how many are up, as a figure that is there at once', async () => {
    const warm = upTo(larch, 'towel-in-fridge', 'warmTowel');
    const { user, since } = answering(nurseryWith(larch, [batchOf(larch, 'towel-in-fridge', ...warm)]), 'check');
    const up = screen.getByRole('textbox', { name: 'germinated' });
    await user.clear(up);
    await user.type(up, '7');
    await user.click(press('Record'));
    expect(since()).toMatchObject([{ kind: 'checked', moves: [{ from: 'waiting', to: 'sprouted', count: 7 }] }]);
    expect(since()[0]).not.toHaveProperty('damp');
  });
});

describe('an answer that cannot be', () => {
  test('is refused in its place, with its reason, and nothing leaves', async () => {
    const nursery = nurseryWith(larch, [inTheCold()]);
    // Somebody else has closed the batch meanwhile: what is shown here is older.
    const view = nursery.batches[0] as BatchView;
    const task = taskOf(view, 'check');
    const closed = { ...view, batch: inTheCold({ kind: 'closed' }) };
    const before = recorded().length;
    const { user } = show(nursery, () => <AnswerControls view={closed} task={task} />);
    await user.click(press('As usual'));
    expect(screen.getByRole('alert').textContent).toBe('This batch is closed. Undo the closing to go on with it.');
    expect(recorded()).toHaveLength(before);
  });
});

describe('a move', () => {
  test('says where to, with the caution of where it goes, and begins the next stage there', async () => {
    const today = '2027-03-01';
    const { user, since } = answering(nurseryWith(larch, [inTheCold()], today), 'move');
    const to = screen.getByRole('combobox', { name: 'to' }) as HTMLSelectElement;
    expect(to.value).toBe(placeId('mat'));
    expect(screen.getByText(/use an outlet with a residual-current device/)).toBeTruthy();
    await user.selectOptions(to, 'Bench');
    await user.click(press('Packed and labelled'));
    expect(since()).toMatchObject([
      { kind: 'stageFinished', on: today },
      { kind: 'stageStarted', placeId: placeId('bench') },
    ]);
  });
  test.each([
    ['scarifies', 'iliamna-rivularis', 'sandpaper'],
    ['pours hot water', 'ceanothus-velutinus', 'hot-water-then-sand'],
  ])('that %s is never claimed with one tap: its dose is recorded at the bench', (_what, speciesId, methodId) => {
    const lot = lotOf(speciesId);
    answering(nurseryWith(lot, [batchOf(lot, methodId)]), 'begin');
    expect(screen.queryByRole('button')).toBeNull();
    expect(screen.getByRole('link', { name: '7QK at the bench' }).getAttribute('href')).toBe('/treat/7QK');
  });
  test('that would end a soak which has hardly begun is asked first', async () => {
    const at = new Date(Date.now() - 60_000).toISOString();
    const timer = { kind: 'timerStarted', timer: placeId('mat'), stage: 0, step: 'soak', seconds: 14 * 3600, at, on: TODAY };
    const soak = batchOf(larch, 'towel-in-fridge', { kind: 'stageStarted', stage: 0, placeId: placeId('bench'), on: TODAY }, timer);
    const { user, since } = answering(nurseryWith(larch, [soak]), 'move');
    await user.click(press('Packed and labelled'));
    expect(screen.getByRole('alert').textContent).toMatch(/early/);
    expect(since()).toEqual([]);
    await user.click(press('Cancel'));
    await user.click(press('Packed and labelled'));
    await user.click(press('End it anyway'));
    expect(since()).toMatchObject([{ kind: 'stageFinished' }, { kind: 'stageStarted' }]);
  });
  test('out of a soak that nobody looked at asks to count the swollen of hard-coated seed first', () => {
    const lot = lotOf('ceanothus-velutinus');
    const method = 'hot-water-then-sand';
    answering(nurseryWith(lot, [batchOf(lot, method, ...upTo(lot, method, 'hotWater'))]), 'move');
    expect(screen.getByText('Count the swollen first: hard seed left in would only rot.')).toBeTruthy();
    expect(screen.getByRole('link', { name: '7QK at the bench' }).getAttribute('href')).toBe('/treat/7QK');
  });
});

test('water for what was found dry is advised, and may be changed', async () => {
  const dry = { kind: 'checked', damp: 'dry', moves: [], on: '2026-10-19' };
  const { user, since } = answering(nurseryWith(larch, [inTheCold(dry)]), 'water');
  const field = screen.getByRole('textbox', { name: 'water added' }) as HTMLInputElement;
  expect(field.value).toMatch(/^\d+ mL$/);
  await user.clear(field);
  await user.type(field, '1 tbsp');
  await user.tab();
  await user.click(press('Record'));
  expect(since()).toMatchObject([{ kind: 'watered', mL: expect.closeTo(14.8, 1) }]);
});
