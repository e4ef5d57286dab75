import { afterAll, beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import type { NurseryView } from '../../data/nursery.ts';
import { NurseryForm } from '../../parts/NurseryForm.tsx';
import { lotOf, nurseryWith, placeId, show, TODAY, taking } from '../../testing.tsx';
import { ClimateForm } from './ClimateForm.tsx';
import { PlaceForm } from './PlaceForm.tsx';
import { TypeReading } from './Readings.tsx';

const offline = globalThis.fetch;
let sent: ReturnType<typeof taking> = [];
let nursery: NurseryView;

beforeEach(() => {
  localStorage.clear();
  cleanup();
  sent = taking();
  nursery = nurseryWith(lotOf('larix-occidentalis'), []);
});
afterAll(() => {
  globalThis.fetch = offline;
});

const field = (name: string | RegExp) => screen.getByRole('textbox', { name });
const press = (name: string | RegExp) => screen.getByRole('button', { name });
const alerts = () => screen.queryAllByRole('alert').map((one) => one.textContent);
/** A server that says no, with a fault at a field. */
const refusing = (status: number, body: object) => {
  globalThis.fetch = async () =>
    new Response(JSON.stringify({ title: 'No', status, ...body }), { status, headers: { 'content-type': 'application/problem+json' } });
};

describe('a temperature that such a place hardly has', () => {
  const fridge = () => {
    const place = nursery.places.find(({ kind }) => kind === 'fridge');
    if (!place) throw new Error('no fridge');
    return place;
  };
  test('is asked about at its field, and kept when it is saved once more', async () => {
    const { user } = show(nursery, () => <PlaceForm place={fridge()} close={() => {}} />);
    await user.clear(field('Temperature'));
    await user.type(field('Temperature'), '35');
    await user.click(press('Save'));
    await waitFor(() => expect(alerts().join()).toMatch(/^35 °C for fridge\? 35 °F would be 1.7 °C/));
    expect(sent).toEqual([]);
    await user.click(press('Save'));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ body: { nominal_C: 35 } });
  });
  test('as a reading too', async () => {
    const { user } = show(nursery, () => <TypeReading place={fridge()} />);
    await user.click(press(/reading/));
    await user.type(field(/It shows/), '70');
    await user.click(press('Save'));
    await waitFor(() => expect(alerts().join()).toMatch(/^70 °C for fridge\? From −4 °C to 14 °C is usual/));
    expect(sent).toEqual([]);
  });
});

describe('where the nursery lies', () => {
  const first = () => show(nursery, () => <NurseryForm today={TODAY} word="Set up" />);

  test('says every fault at its own field, and nothing is sent', async () => {
    const { user } = first();
    await user.type(field(/^Latitude/), '99 N');
    await user.type(field(/^Height/), 'high');
    await user.click(press('Set up'));
    await waitFor(() => expect(alerts().length).toBeGreaterThanOrEqual(4));
    expect(field(/^Latitude/).getAttribute('aria-invalid')).toBe('true');
    expect(alerts().join()).toMatch(/Latitude runs from.*“high”/);
    expect(sent).toEqual([]);
  });

  test('reads places, heights and days as people write them, and keeps half of it over a reload', async () => {
    const { user, unmount } = first();
    await user.type(field(/^Give the place a name|name/i), 'Wet meadow');
    await user.type(field(/^Latitude/), '38.1 S');
    unmount();
    const again = first();
    expect((field(/name/i) as HTMLInputElement).value).toBe('Wet meadow');
    await again.user.type(field(/^Height/), '2560 ft');
    await again.user.type(field(/^Last spring frost/), '12 Oct');
    await again.user.click(press('Set up'));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({
      path: '/api/nursery',
      body: { name: 'Wet meadow', latitude_deg: -38.1, lastFrost: { mean: '10-12', sd_days: 9 } },
    });
    expect(sent[0]?.body.elevation_m).toBeCloseTo(780.3, 0);
    expect(localStorage.getItem('chill.draft.nursery')).toBeNull();
  });

  test('keeps the rest of a nursery that is changed: its climate, its confidence', async () => {
    const climate = Array.from({ length: 12 }, () => ({ min_C: 1, max_C: 11 }));
    const known = { ...nursery.nursery, climate };
    const { user } = show(nursery, () => <NurseryForm known={known} today={TODAY} word="Save" />);
    await user.click(screen.getByRole('radio', { name: /English, US/ }));
    await user.click(press('Save'));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]?.body).toMatchObject({ climate, settings: { confidence: 0.9, language: 'en-US' } });
  });
});

describe('a place', () => {
  const changing = () => {
    const place = nursery.places.find(({ id }) => id === placeId('fridge'));
    if (!place) throw new Error('No fridge.');
    let closed = false;
    return { ...show(nursery, () => <PlaceForm place={place} close={() => (closed = true)} />), closed: () => closed };
  };

  test('is saved as it is written, its temperature read with its unit', async () => {
    const { user, closed } = changing();
    await user.clear(field(/^Name/));
    await user.type(field(/^Name/), 'Cellar fridge');
    await user.clear(field(/temperature/i));
    await user.type(field(/temperature/i), '38F');
    await user.selectOptions(screen.getByRole('combobox', { name: /^Counted in/ }), 'litres');
    await user.click(press('Save'));
    await waitFor(closed);
    expect(sent[0]?.body).toMatchObject({ name: 'Cellar fridge', room: 'litres', kind: 'fridge' });
    expect(sent[0]?.body.nominal_C).toBeCloseTo(3.33, 1);
  });

  test('says while it is written what can lie there, and what a day there counts', async () => {
    const { user } = changing();
    expect(screen.getByText(/What can lie here: cold stratification and dry cold storage/)).toBeTruthy();
    for (const [typed, counts] of [
      ['4', /each day counts fully for cold stratification/],
      ['8', /counts 40 % for cold stratification: 12 weeks of it take 30/],
      ['12', /cold stratification earns nothing/],
    ] as const) {
      await user.clear(field(/temperature/i));
      await user.type(field(/temperature/i), typed);
      expect(screen.getByText(counts)).toBeTruthy();
    }
  });

  test('where seed sprouts may say whether it has light', async () => {
    const { user, closed } = changing();
    expect(screen.queryByRole('radiogroup', { name: 'Light' })).toBeNull();
    await user.selectOptions(screen.getByRole('combobox', { name: /^Kind/ }), 'mat');
    await user.clear(field(/temperature/i));
    await user.type(field(/temperature/i), '24');
    await user.click(screen.getByRole('radio', { name: 'dark' }));
    await user.click(press('Save'));
    await waitFor(closed);
    expect(sent[0]?.body).toMatchObject({ kind: 'mat', light: 'dark' });
  });

  test('with no name, and room for half a bag, is refused at both', async () => {
    const { user, closed } = changing();
    await user.clear(field(/^Name/));
    await user.clear(field(/^How many fit/));
    await user.type(field(/^How many fit/), '2.5');
    await user.click(press('Save'));
    await waitFor(() => expect(alerts()).toHaveLength(2));
    expect([closed(), sent]).toEqual([false, []]);
  });

  test('that the server refuses says so at the field that it names', async () => {
    const { user, closed } = changing();
    refusing(422, { detail: 'No', errors: [{ field: 'name', message: 'There is a place of that name.' }] });
    await user.click(press('Save'));
    await waitFor(() => expect(alerts()).toEqual(['There is a place of that name.']));
    expect(closed()).toBe(false);
  });

  test('outdoors is asked what it keeps off, and says nothing of it elsewhere', async () => {
    const { user } = changing();
    expect(screen.queryByRole('radiogroup', { name: /mice/i })).toBeNull();
    await user.selectOptions(screen.getByRole('combobox', { name: /^Kind/ }), 'outdoors');
    await user.click(within(screen.getByRole('radiogroup', { name: /rain/i })).getByRole('radio', { name: 'not kept off' }));
    await user.click(press('Save'));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]?.body).toMatchObject({ kind: 'outdoors', cover: { animals: true, rain: false } });
  });
});

describe('a reading, typed', () => {
  const typing = async () => {
    const place = nursery.places.find(({ id }) => id === placeId('fridge'));
    if (!place) throw new Error('No fridge.');
    const shown = show(nursery, () => <TypeReading place={place} />);
    await shown.user.click(press('Type a reading'));
    return shown;
  };

  test('is sent with its moment, and the field is empty for the next', async () => {
    const { user } = await typing();
    await user.type(field(/shows/i), '39F');
    await user.type(field(/when/i), '19 Oct 7:40');
    await user.click(press('Save'));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]?.body).toMatchObject({ at: '2026-10-19T07:40:00.000Z' });
    expect(sent[0]?.body.celsius).toBeCloseTo(3.89, 1);
    expect((field(/shows/i) as HTMLInputElement).value).toBe('');
  });

  test('that says nothing, or no moment, is refused at its field', async () => {
    const { user } = await typing();
    await user.type(field(/when/i), 'half past');
    await user.click(press('Save'));
    await waitFor(() => expect(alerts()).toHaveLength(2));
    expect(sent).toEqual([]);
  });

  test('that could not be kept comes back to be sent again', async () => {
    const { user } = await typing();
    refusing(507, { detail: 'The disk is full.' });
    await user.type(field(/shows/i), '4.2 C');
    await user.click(press('Save'));
    await waitFor(() => expect(alerts()).toEqual(['The disk is full.']));
    expect((field(/shows/i) as HTMLInputElement).value).toBe('4.2 °C');
  });
});

describe('the months', () => {
  test('are saved together; one that cannot be read is named, and none is saved', async () => {
    const { user } = show(nursery, () => <ClimateForm nursery={nursery.nursery} />);
    await user.click(screen.getByText('Change the months'));
    const january = screen.getByRole('textbox', { name: /^January.*minimum/ });
    await user.clear(january);
    await user.type(january, 'cold');
    await user.click(press('Save the months'));
    await waitFor(() => expect(alerts()).toHaveLength(1));
    expect(alerts()[0]).toContain('cold');
    expect(sent).toEqual([]);
    await user.clear(january);
    await user.type(january, '-7.5');
    await user.click(press('Save the months'));
    await waitFor(() => expect(sent).toHaveLength(1));
    const climate = sent[0]?.body.climate as { min_C: number }[];
    expect([climate.length, climate[0]?.min_C]).toEqual([12, -7.5]);
  });
});
