import type { Species } from '@chill/model/species.ts';
import { afterAll, beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, screen, within } from '@testing-library/react';
import type { LotView } from '../../data/nursery.ts';
import { lotOf, nurseryWith, show, taking } from '../../testing.tsx';
import { CountForm } from './CountForm.tsx';
import LotForm from './LotForm.tsx';
import { SortForm } from './SortForm.tsx';
import { GiveForm, StoreForm } from './StoreForm.tsx';
import { TestForm } from './TestForm.tsx';

type Form = (props: { lot: LotView; species: Species; done: (said: string) => void }) => React.ReactNode;
const offline = globalThis.fetch;
let sent: ReturnType<typeof taking> = [];
const heard: string[] = [];

beforeEach(() => {
  localStorage.clear();
  cleanup();
  heard.length = 0;
  sent = taking();
});
afterAll(() => {
  globalThis.fetch = offline;
});

/** A form for a lot of larch, 120 of its 200 seeds in stock. */
function filling(Shown: Form, part: object = {}) {
  const nursery = nurseryWith(lotOf('larix-occidentalis', part), []);
  const [lot] = nursery.lots as [LotView];
  const species = nursery.handbook.find(({ id }) => id === 'larix-occidentalis') as Species;
  return show(nursery, () => <Shown lot={lot} species={species} done={(said) => heard.push(said)} />);
}
const field = (name: string | RegExp) => screen.getByRole('textbox', { name });
const press = (name: string | RegExp) => screen.getByRole('button', { name });
const events = () => sent.map(({ body }) => body.event);

describe('counting a lot', () => {
  test('by hand is what was counted', async () => {
    const { user } = filling(CountForm);
    await user.type(field(/^Seeds in stock now/), '118');
    await user.click(press('Set the stock to 118'));
    expect(events()).toMatchObject([{ kind: 'counted', seeds: 118, how: { by: 'hand' } }]);
    expect(heard).toEqual(['118 seeds in stock.']);
  });

  test('by weight is the lot over a seed, with its range, and nothing before both samples are weighed', async () => {
    const { user } = filling(CountForm);
    await user.click(screen.getByRole('radio', { name: 'by weight' }));
    await user.type(field(/^The whole lot weighs/), '10 g');
    await user.type(field('Seeds in sample 1'), '100');
    await user.type(field('Mass of sample 1'), '0.5 g');
    await user.type(field('Seeds in sample 2'), '100');
    await user.click(press(/^Set the stock/));
    expect(sent).toEqual([]);
    await user.type(field('Mass of sample 2'), '0.52 g');
    await user.click(press('Set the stock to 1,961'));
    const samples = [
      { seeds: 100, grams: 0.5 },
      { seeds: 100, grams: 0.52 },
    ];
    expect(events()).toMatchObject([{ seeds: 1961, how: { by: 'weight', lot_g: 10, samples, purity: 1 } }]);
  });

  test('by pods is the mean of those that were opened', async () => {
    const { user } = filling(CountForm);
    await user.click(screen.getByRole('radio', { name: 'by pods' }));
    await user.type(field(/^Pods in all/), '12');
    await user.type(field(/^Seeds in each one opened/), '4, 6 5 5 5');
    await user.click(press('Set the stock to 60'));
    expect(events()).toMatchObject([{ seeds: 60, how: { by: 'pods', pods: 12, perPod: [4, 6, 5, 5, 5] } }]);
  });

  test('of a mass without a unit that can be read says so at its field', async () => {
    const { user } = filling(CountForm);
    await user.click(screen.getByRole('radio', { name: 'by weight' }));
    await user.type(field(/^The whole lot weighs/), 'heavy');
    await user.click(press(/^Set the stock/));
    expect(sent).toEqual([]);
    expect(screen.getAllByRole('alert').length).toBeGreaterThan(0);
  });
});

describe('what is done with a lot', () => {
  test('sorting in water takes out what floats', async () => {
    const { user } = filling(SortForm);
    await user.type(field(/taken out/), '14');
    await user.click(press('Record'));
    expect(events()).toMatchObject([{ kind: 'sorted', rejected: 14 }]);
    expect(heard).toEqual(['14 sorted out.']);
  });

  test('moving it says how it is kept from then on, and where', async () => {
    const { user } = filling(StoreForm);
    await user.click(screen.getByRole('radio', { name: 'moist' }));
    await user.type(field(/^Where/), 'crisper, in peat');
    await user.click(press('Record'));
    expect(events()).toMatchObject([{ kind: 'stored', storage: { state: 'moist', where: 'crisper, in peat', since: '2026-10-20' } }]);
  });

  test('giving some away says how many, and to whom where that is known', async () => {
    const { user } = filling(GiveForm);
    await user.type(field(/^Seeds given away/), '20');
    await user.type(field(/^To whom/), 'the school');
    await user.click(press(/^Record/));
    expect(events()).toMatchObject([{ kind: 'givenAway', seeds: 20, note: 'the school' }]);
  });

  test('no number at all is refused at its field, and leaves nothing', async () => {
    const { user } = filling(GiveForm);
    await user.click(press(/^Record/));
    expect(sent).toEqual([]);
    expect(screen.getByRole('alert').textContent).toBe('Give a whole number: seeds do not come in halves.');
  });
});

describe('testing a lot', () => {
  test('says how many seeds make it how sure, the dearest said to be too much', () => {
    filling(TestForm);
    const sizes = within(screen.getAllByRole('list')[0] as HTMLElement).getAllByRole('button');
    const needed = sizes.map((one) => Number.parseInt(one.textContent ?? '', 10)).filter(Number.isFinite);
    expect(sizes.length).toBeGreaterThan(2);
    // The surer, the more.
    expect(needed).toEqual([...needed].sort((a, b) => a - b));
    expect(sizes.at(-1)?.textContent).toContain('too much of it');
  });

  test('by cutting records both figures; more viable than cut is refused', async () => {
    const { user } = filling(TestForm);
    await user.click(screen.getByRole('radio', { name: 'cut test' }));
    await user.type(screen.getByRole('textbox', { name: /^Viable/ }), '21');
    const tested = field(/^of seeds cut/);
    await user.clear(tested);
    await user.type(tested, '20');
    await user.click(press('Record'));
    expect(sent).toEqual([]);
    expect(screen.getByText(/More viable than were cut/)).toBeTruthy();
    await user.clear(field(/^Viable/));
    await user.type(field(/^Viable/), '18');
    await user.click(press('Record'));
    expect(events()).toMatchObject([{ kind: 'cutTested', tested: 20, viable: 18 }]);
  });
});

describe('a lot that is being written', () => {
  test('says at once what two grams are, how many of them are viable, and what they would make', async () => {
    const { user } = show(nurseryWith(lotOf('larix-occidentalis'), []), () => <LotForm />, {
      at: '/seeds/new?species=larix-occidentalis',
      path: '/seeds/new',
    });
    await user.type(screen.getByLabelText('Seeds in stock'), '2 g');
    expect(screen.getByText(/^About 610 seeds, 470–780/)).toBeTruthy();
    const aside = screen.getByRole('complementary', { name: 'Western larch' }).textContent;
    expect(aside).toMatch(/Of the 610 in stock, \d+–\d+ are viable/);
    expect(aside).toMatch(/All of it would make \d+–\d+ plants by “.+”, ready about/);
    await user.clear(screen.getByLabelText('Seeds in stock'));
    await user.type(screen.getByLabelText('Seeds in stock'), 'plenty');
    await user.click(screen.getByRole('button', { name: 'Add the lot' }));
    expect(await screen.findByText(/“plenty” does not say how much seed/)).toBeTruthy();
  });
});
