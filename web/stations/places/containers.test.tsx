import { afterAll, beforeEach, expect, test } from '@jest/globals';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { SowingFields } from '../../parts/SowingFields.tsx';
import { lotOf, nurseryWith, show, taking } from '../../testing.tsx';
import { OwnContainers } from './ContainersForm.tsx';
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
const nursery = nurseryWith(lotOf('larix-occidentalis'), []);
const tin = { name: 'Tin', shape: 'open', volume_mL: 900, top_mm: [160, 160], depth_mm: 60, perTray: 5 } as const;
const withTin = { ...nursery, nursery: { ...nursery.nursery, containers: [{ ...tin, top_mm: [160, 160] as [number, number] }] } };
const write = (name: string, value: string) => fireEvent.change(screen.getByRole('textbox', { name }), { target: { value } });
const alerts = () => screen.queryAllByRole('alert').map((one) => one.textContent);

test('a container is written down with its measures, every fault at its field; taken off, there is none', async () => {
  const { user } = show(nursery, () => <OwnContainers />);
  await user.click(screen.getByText('Own containers'));
  await user.click(screen.getByRole('button', { name: 'Add a container' }));
  write('Name', 'Tin');
  write('Depth, mm', 'deep');
  write('In a tray of 540 × 280 mm', '0');
  await user.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(alerts()).toEqual(['Give the measure in mm.', 'How many stand in one tray: 1 to 1000.']));
  expect(sent).toEqual([]);
  fireEvent.change(screen.getByLabelText('What it is'), { target: { value: 'open' } });
  for (const [name, value] of Object.entries({ 'Length, mm': '160', 'Width, mm': '160', 'Depth, mm': '60', 'Holds, mL': '900' }))
    write(name, value);
  write('In a tray of 540 × 280 mm', '5');
  await user.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]?.body['containers']).toEqual([tin]);
  await user.click(screen.getByRole('button', { name: 'Remove Tin' }));
  await user.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(sent).toHaveLength(2));
  expect(sent[1]?.body).not.toHaveProperty('containers');
});

test('seed is sown into it by its measures', async () => {
  const sowing = { container: 'plug72', each: 2, cover_mm: 2 } as const;
  const species = nursery.handbook[0];
  if (!species) throw new Error('No handbook.');
  let sown: object = {};
  show(withTin, () => (
    <SowingFields
      sowing={sowing}
      species={species}
      sow={(next) => {
        sown = next;
      }}
    />
  ));
  fireEvent.change(screen.getByLabelText('Into'), { target: { value: 'own Tin' } });
  expect(sown).toMatchObject({ own: tin });
  expect(screen.getByRole('textbox', { name: 'Seeds to each tray' })).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Into'), { target: { value: 'cell' } });
  expect(sown).not.toHaveProperty('own');
});

test('shelves are measured or not: half measured is a fault, measured says what goes in', async () => {
  const fridge = nursery.places.find(({ kind }) => kind === 'fridge');
  if (!fridge) throw new Error('No fridge.');
  const { user } = show(nursery, () => <PlaceForm place={fridge} close={() => undefined} />);
  write('Width', '480');
  await user.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(alerts()).toHaveLength(3));
  expect(sent).toEqual([]);
  write('Depth', '320');
  write('Height', '170');
  write('Shelves', '2');
  expect(screen.getByText(/8 × half tray.*; 0 × flat;/)).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]?.body['shelf']).toEqual({ width_mm: 480, depth_mm: 320, height_mm: 170, shelves: 2 });
});
