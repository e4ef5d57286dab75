import { beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, screen } from '@testing-library/react';
import { batchOf, lotOf, nurseryWith, show, upTo, where } from '../../testing.tsx';
import FindDialog from './FindDialog.tsx';

const lot = lotOf('larix-occidentalis');
let closed = 0;
const finding = () =>
  show(nurseryWith(lot, [batchOf(lot, 'towel-in-fridge', ...upTo(lot, 'towel-in-fridge', 'coldMoist'))]), () => (
    <FindDialog close={() => closed++} />
  ));
const first = () => screen.getAllByRole('option')[0]?.textContent;

beforeEach(() => {
  localStorage.clear();
  cleanup();
  closed = 0;
});

describe('finding', () => {
  test.each([
    ['7qk', /^7QK ?Western larch.*cold stratification, Fridge/],
    ['LO-26', /^LO-26-01 ?Western larch/],
    ['larch', /Western larch/],
    ['heat mat', /Heat mat/],
    ['filled sheet', /Enter a filled sheet/],
  ])('“%s” finds it first', async (typed, found) => {
    const { user } = finding();
    await user.type(screen.getByRole('combobox', { name: 'Find' }), typed);
    expect(first()).toMatch(found);
  });

  test('goes there by Enter, and closes', async () => {
    const { user } = finding();
    await user.type(screen.getByRole('combobox', { name: 'Find' }), '7qk');
    await user.keyboard('{Enter}');
    expect(where()).toBe('/batch/7QK');
    expect(closed).toBe(1);
  });

  test('of a code that no bag in hand has offers to look it up', async () => {
    const { user } = finding();
    await user.type(screen.getByRole('combobox', { name: 'Find' }), 'W3X');
    expect(screen.getAllByRole('option').at(-1)?.textContent).toMatch(/^W3X ?a bag that was closed/);
  });

  test('says that nothing is called so', async () => {
    const { user } = finding();
    await user.type(screen.getByRole('combobox', { name: 'Find' }), 'xyzzy plugh');
    expect(screen.getByText('Nothing is called “xyzzy plugh”.')).toBeTruthy();
  });
});
