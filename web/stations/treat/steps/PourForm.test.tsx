import { describe, expect, test } from '@jest/globals';
import { screen } from '@testing-library/react';
import { batchOf, eachAnew, lotOf, nurseryWith, show, upTo } from '../../../testing.tsx';
import { PourForm } from './PourForm.tsx';

const lot = lotOf('ceanothus-velutinus');
const METHOD = 'hot-water-then-sand';
const since = eachAnew();
const filling = () => show(nurseryWith(lot, [batchOf(lot, METHOD, ...upTo(lot, METHOD, 'hotWater'))]), (view) => <PourForm view={view} />);
const field = (name: string) => screen.getByRole('textbox', { name: new RegExp(`^${name}`) }) as HTMLInputElement;
const poured = () => screen.getByRole('button', { name: 'Poured' }) as HTMLButtonElement;
const minutes = () => Number(/for (\d+) minutes/.exec(document.body.textContent ?? '')?.[1]);

describe('a pour', () => {
  test('begins with a vessel that holds the dose', () => {
    filling();
    expect(minutes()).toBeGreaterThanOrEqual(6);
    expect(poured().disabled).toBe(false);
  });

  test('less water stays hot for fewer minutes, a lid for more', async () => {
    const { user } = filling();
    await user.selectOptions(screen.getByRole('combobox', { name: /^Vessel/ }), 'mug');
    const open = minutes();
    await user.selectOptions(screen.getByRole('combobox', { name: /^Vessel/ }), 'jar, its lid laid on loose');
    expect(minutes()).toBeGreaterThanOrEqual(open);
    const lidded = minutes();
    await user.clear(field('Water'));
    await user.type(field('Water'), '150 mL');
    expect(minutes()).toBeLessThan(lidded);
  });

  test.each([
    ['Water', '0 mL', 'Without water there is no heat'],
    ['Poured at', '120 C', 'it cannot be'],
    ['Air', 'warm', 'Try'],
    ['Empty weight', '0 g', 'Weigh the empty vessel'],
  ])('of %s “%s” is refused at its field, and cannot be recorded', async (name, typed, says) => {
    const { user } = filling();
    await user.clear(field(name));
    await user.type(field(name), typed);
    expect(
      screen
        .getAllByRole('alert')
        .map((alert) => alert.textContent)
        .join(),
    ).toContain(says);
    expect(poured().disabled).toBe(true);
    expect(since()).toEqual([]);
  });

  test('is recorded with what was poured, and its timer is started', async () => {
    const { user } = filling();
    await user.clear(field('Water'));
    await user.type(field('Water'), '600 mL');
    await user.click(poured());
    expect(since().map(({ kind }) => kind)).toEqual(expect.arrayContaining(['poured', 'timerStarted']));
    expect(since().find(({ kind }) => kind === 'poured')).toMatchObject({ pour: { water_mL: 600 } });
  });
});
