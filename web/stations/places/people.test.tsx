import { afterAll, beforeEach, expect, test } from '@jest/globals';
import { cleanup, screen, waitFor } from '@testing-library/react';
import type { NurseryView } from '../../data/nursery.ts';
import { batchOf, lotOf, nurseryWith, show, taking } from '../../testing.tsx';
import { WorkList } from '../plan/WorkList.tsx';
import { People } from './PeopleForm.tsx';
import { PlaceForm } from './PlaceForm.tsx';

const offline = globalThis.fetch;
afterAll(() => {
  globalThis.fetch = offline;
});
let sent: ReturnType<typeof taking> = [];
beforeEach(() => {
  cleanup();
  sent = taking();
});
const lot = lotOf('larix-occidentalis');
const withPeople = (people: NurseryView['nursery']['people']): NurseryView => {
  const view = nurseryWith(lot, [batchOf(lot, 'towel-in-fridge')]);
  return { ...view, nursery: { ...view.nursery, ...(people && { people }) } };
};
const field = (name: string) => screen.getByRole('textbox', { name });
const press = (name: string) => screen.getByRole('button', { name });
const alerts = () => screen.queryAllByRole('alert').map((one) => one.textContent);

test('people are written down with their minutes and days away, every fault at its field; the last one removed, nobody is named', async () => {
  const { user } = show(withPeople([{ name: 'Ann', minutes: [60, 0, 0, 0, 0, 0, 0] }]), () => <People />);
  await user.click(screen.getByText('Who works when'));
  await user.click(press('Add a person'));
  await user.clear(field('Mon, person 2'));
  await user.type(field('Mon, person 2'), 'all day');
  await user.click(press('Add days: away, Ann'));
  await user.type(field('From, away, Ann, 1'), '10 Nov');
  await user.type(field('To, away, Ann, 1'), '3 Nov');
  await user.click(press('Save'));
  await waitFor(() => expect(alerts()).toHaveLength(3));
  expect(alerts()).toEqual(
    expect.arrayContaining(['Give whole minutes, 0 to 1,440.', 'The last day is before the first. Give the same day or a later one.']),
  );
  expect(sent).toEqual([]);
  await user.click(press('Remove person 2'));
  await user.clear(field('To, away, Ann, 1'));
  await user.type(field('To, away, Ann, 1'), '12 Nov');
  await user.click(press('Save'));
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]?.body['people']).toEqual([
    { name: 'Ann', minutes: [60, 0, 0, 0, 0, 0, 0], away: [{ from: '2026-11-10', to: '2026-11-12' }] },
  ]);
  await user.click(press('Remove Ann'));
  await user.click(press('Save'));
  await waitFor(() => expect(sent).toHaveLength(2));
  expect(sent[1]?.body).not.toHaveProperty('people');
});

test('a place is shut from a day to a day', async () => {
  const view = nurseryWith(lot, []);
  const [fridge] = view.places.filter(({ kind }) => kind === 'fridge');
  if (!fridge) throw new Error('No fridge.');
  const { user } = show(view, () => <PlaceForm place={fridge} close={() => undefined} />);
  await user.click(press('Add days: Shut'));
  await user.click(press('Save'));
  await waitFor(() => expect(alerts()).toHaveLength(1));
  await user.type(field('From, Shut, 1'), '1 Dec');
  await user.type(field('To, Shut, 1'), '7 Dec');
  await user.click(press('Save'));
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]?.body).toMatchObject({ id: fridge.id, shut: [{ from: '2026-12-01', to: '2026-12-07' }] });
});

test('the work of the weeks is listed by day and person; what nobody has time for is said', () => {
  show(withPeople([{ name: 'Every other day', minutes: [60, 0, 60, 0, 60, 0, 60] }]), () => <WorkList />);
  expect(screen.getAllByText(/, Every other day$/).length).toBeGreaterThan(1);
  expect(screen.queryByText('Nobody has time')).toBeNull();
  cleanup();
  show(withPeople([{ name: 'Nobody much', minutes: [1, 0, 0, 0, 0, 0, 0] }]), () => <WorkList />);
  expect(screen.getAllByText('Nobody has time').length).toBeGreaterThan(0);
  expect(screen.queryByText(/, Nobody much$/)).toBeNull();
});
