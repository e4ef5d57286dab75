import type { LotInHand } from '@chill/model/lot.ts';
import { afterAll, beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { SWRConfig } from 'swr';
import { lotOf, nurseryWith, show, taking, where } from '../../testing.tsx';
import PlanStation from './PlanStation.tsx';

const offline = globalThis.fetch;
let sent: ReturnType<typeof taking> = [];

beforeEach(() => {
  localStorage.clear();
  cleanup();
  sent = taking({ code: 'W4T' });
});
afterAll(() => {
  globalThis.fetch = offline;
});

/** The plan for some larch, for 30 plants out by the 24th of May. */
function planning(part: Partial<LotInHand> = {}, wish = 'plants=30&by=readyBy&ready=2027-05-24') {
  return show(nurseryWith(lotOf('larix-occidentalis', part), []), () => <PlanStation />, {
    at: `/plan?${wish}`,
    path: '/plan',
  });
}
const methods = () => within(screen.getByRole('list', { name: 'Methods, best first' }));
const open = () => methods().getAllByRole('button', { expanded: true })[0]?.closest('li') as HTMLElement;
describe('methods side by side', () => {
  test('name the best first with its reason, and each its seeds, its plants and its drawbacks', () => {
    planning();
    const rows = methods().getAllByRole('listitem');
    expect(rows.length).toBeGreaterThan(2);
    const best = within(rows[0] as HTMLElement).getByRole('button').textContent ?? '';
    expect(screen.getByText(/^First: /).textContent).toContain(/^[A-Z][a-z ]+/.exec(best)?.[0].trim().split(' ')[0]);
    for (const row of rows)
      expect(row.textContent).toMatch(/30 or more(hardly ever|once in 10|\d times in 10|19 times in 20); most likely about \d+/);
  });
  test('are laid out by the handbook at once, and say so until what was learned has come', async () => {
    // What was learned comes only when this lets it.
    let come = () => {};
    const held = new Promise<void>((resolve) => {
      come = resolve;
    });
    const answering = globalThis.fetch;
    globalThis.fetch = async (...asked) => {
      await held;
      return answering(...asked);
    };
    const anew = () => new Map();
    const unread = () => (
      <SWRConfig value={() => ({ provider: anew })}>
        <PlanStation />
      </SWRConfig>
    );
    const { user } = show(nurseryWith(lotOf('larix-occidentalis'), []), unread, {
      at: '/plan?plants=30&by=readyBy&ready=2027-05-24',
      path: '/plan',
    });
    expect(methods().getAllByRole('listitem').length).toBeGreaterThan(2);
    expect(screen.getByRole('status').textContent).toMatch(/^By the handbook so far/);
    // No batch is made by the handbook alone while the nursery knows better.
    await user.click(methods().getAllByRole('button')[0] as HTMLElement);
    const make = () => screen.getByRole('button', { name: 'Make this batch' }) as HTMLButtonElement;
    expect(make().disabled).toBe(true);
    come();
    await waitFor(() => expect(screen.queryByText(/^By the handbook so far/)).toBeNull());
    expect(make().disabled).toBe(false);
  });
  test('ask fewer seeds for fewer plants', async () => {
    const { user } = planning();
    const seeds = () => Number(/(\d+)seeds/.exec(methods().getAllByRole('button')[0]?.textContent ?? '')?.[1]);
    const many = seeds();
    await user.clear(screen.getByRole('textbox', { name: 'number of plants' }));
    await user.type(screen.getByRole('textbox', { name: 'number of plants' }), '5');
    expect(seeds()).toBeLessThan(many);
    expect(where()).toContain('plants=5');
  });
  test('open to their dates in order, their work and the reasons of their figures, and close again', async () => {
    const { user } = planning();
    const [first] = methods().getAllByRole('button');
    await user.click(first as HTMLElement);
    const details = within(open());
    const names = [...open().querySelectorAll('dt')].map(({ textContent }) => textContent).slice(0, 7);
    expect(names).toEqual(['start', 'into the cold', 'take-out day', 'take-out window', 'first sprouts', 'potted', 'planted out']);
    expect(details.getByText(/checks and about .* of work/)).toBeTruthy();
    expect(details.getByText('Why so many seeds?')).toBeTruthy();
    await user.click(first as HTMLElement);
    expect(methods().queryAllByRole('button', { expanded: true })).toEqual([]);
  });
  test('that do not suit this seed stand aside, each with its reason', async () => {
    const { user } = planning();
    await user.click(screen.getByText(/more that do not suit/));
    expect(screen.getByText('Dry cold storage').closest('li')?.textContent).toMatch(/does not break dormancy$/);
  });
  test('of no lot at all begin with seed', () => {
    const none = nurseryWith(lotOf('larix-occidentalis'), []);
    show({ ...none, lots: [] }, () => <PlanStation />, { at: '/plan', path: '/plan' });
    expect(screen.getByRole('link').getAttribute('href')).toBe('/seeds/new');
  });
});

describe('making a batch', () => {
  test('takes the seeds that the method asks for, or as many as are said, and opens its label', async () => {
    const { user } = planning();
    await user.click(methods().getAllByRole('button')[0] as HTMLElement);
    const seeds = screen.getByRole('textbox', { name: 'seeds to start' }) as HTMLInputElement;
    expect(Number(seeds.value)).toBeGreaterThan(30);
    await user.clear(seeds);
    await user.type(seeds, '12');
    expect(screen.getByText(/^30 plants or more, hardly ever.*Leaves 108/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Make this batch' }));
    expect(sent).toMatchObject([{ path: '/api/batches', body: { plan: { seeds: 12, wish: { plants: 30 } } } }]);
    await waitFor(() => expect(where()).toBe('/batch/W4T/label'));
  });
  test('says at once what it cannot do: no seed is left', async () => {
    const { user } = planning({ unassigned: 0, inBatches: 200 });
    await user.click(methods().getAllByRole('button')[0] as HTMLElement);
    await user.click(screen.getByRole('button', { name: 'Make this batch' }));
    expect(within(open()).getByRole('alert').textContent).toMatch(/LO-26-01/);
    expect(sent).toEqual([]);
  });
});

describe('on the towel, or sown', () => {
  test('both stand side by side; what is chosen is what a batch is made of', async () => {
    const { user } = planning();
    await user.click(methods().getAllByRole('button')[0] as HTMLElement);
    const row = (name: string) =>
      [...(screen.getByRole('rowheader', { name }).closest('tr') as HTMLElement).querySelectorAll('td')].map((one) => one.textContent);
    expect(screen.getByRole('radio', { name: 'on a towel' }).getAttribute('aria-checked')).toBe('true');
    expect(row('containers')[0]).toBe('–');
    const [onTowel, sown] = row('seeds');
    expect(sown).not.toBe(onTowel);
    await user.click(screen.getByRole('radio', { name: 'sown into mix' }));
    expect((screen.getByLabelText('seeds to start') as HTMLInputElement).value).toBe(sown);
  });
  test('two to a cell fill more of them, and take more seeds; too deep is said at its field', async () => {
    const { user } = planning();
    await user.click(methods().getAllByRole('button')[0] as HTMLElement);
    await user.click(screen.getByRole('radio', { name: 'sown into mix' }));
    const empty = () => Number(screen.getByRole('rowheader', { name: 'left empty' }).closest('tr')?.lastElementChild?.textContent);
    const before = empty();
    await user.clear(screen.getByLabelText('Seeds to each'));
    await user.type(screen.getByLabelText('Seeds to each'), '6');
    expect(empty()).toBeLessThan(before);
    await user.clear(screen.getByLabelText('Cover'));
    await user.type(screen.getByLabelText('Cover'), '50 mm');
    expect(screen.getByText(/No deeper than a third/)).toBeTruthy();
  });
});
