import { beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { batchOf, lotOf, nurseryWith, recorded, show } from '../../testing.tsx';
import MeasuresDrawer from './MeasuresDrawer.tsx';

const lot = lotOf('larix-occidentalis');
const closed: boolean[] = [];
const drawer = (batches = [batchOf(lot, 'towel-in-fridge')]) =>
  show(nurseryWith(lot, batches), () => <MeasuresDrawer close={() => closed.push(true)} />);
const tab = (name: string) => screen.getByRole('tab', { name: new RegExp(name) });
const field = (name: string | RegExp) => screen.getByRole('textbox', { name }) as HTMLInputElement;
const results = () => Object.fromEntries([...document.querySelectorAll('dt')].map((dt) => [dt.textContent, dt.nextSibling?.textContent]));

beforeEach(() => {
  localStorage.clear();
  cleanup();
  closed.length = 0;
});

describe('the calculators', () => {
  test('are chosen by tab, by arrow and by figure, and the last one is there again', async () => {
    const { user, unmount } = drawer();
    expect(tab('units').getAttribute('aria-selected')).toBe('true');
    await user.click(tab('dilution'));
    expect(field(/^Strength in the bottle/).value).toBe('3');
    await user.keyboard('{ArrowRight}');
    expect(tab('hot-water soak').getAttribute('aria-selected')).toBe('true');
    fireEvent.keyDown(document.body, { key: '4' });
    expect(tab('towel water').getAttribute('aria-selected')).toBe('true');
    unmount();
    drawer();
    expect(tab('towel water').getAttribute('aria-selected')).toBe('true');
  });

  test('answer as one types, and say at its field what cannot be', async () => {
    const { user } = drawer();
    await user.clear(field('As typed'));
    await user.type(field('As typed'), '1 cup');
    expect(results()).toMatchObject({ metric: '236.6 mL', 'US customary': expect.stringMatching(/cup/) });
    await user.type(field('As typed'), ' or so');
    expect(field('As typed').getAttribute('aria-invalid')).toBe('true');
    expect(screen.getByText('Nothing can be said yet.')).toBeTruthy();
    // A figure in a field picks no calculator.
    await user.clear(field('As typed'));
    await user.type(field('As typed'), '5 mL');
    expect(tab('units').getAttribute('aria-selected')).toBe('true');
  });

  test('stand beside the caution of their step', async () => {
    const { user } = drawer();
    await user.click(tab('hot-water soak'));
    expect(screen.getByText(/scald/i)).toBeTruthy();
  });

  test('go into the record of a batch with one tap', async () => {
    const { user } = drawer();
    const before = recorded().length;
    await user.click(tab('towel water'));
    await user.click(screen.getByRole('button', { name: 'Note it' }));
    expect(recorded().slice(before)).toMatchObject([{ kind: 'noted', note: expect.stringMatching(/^towel water: water \d+/) }]);
    expect(screen.getByRole('status').textContent).toBe('Noted on 7QK.');
  });

  test('have nowhere to be noted while there is no batch', () => {
    drawer([]);
    expect(within(screen.getByRole('dialog')).queryByRole('button', { name: 'Note it' })).toBeNull();
  });

  test('close by their button and by Escape', async () => {
    const { user } = drawer();
    await user.click(screen.getByRole('button', { name: 'Close' }));
    await user.keyboard('{Escape}');
    expect(closed).toEqual([true, true]);
  });
});
