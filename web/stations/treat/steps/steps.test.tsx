import { describe, expect, test } from '@jest/globals';
import { cleanup, screen, within } from '@testing-library/react';
import { batchOf, eachAnew, lotOf, nurseryWith, show, upTo } from '../../../testing.tsx';
import StepPage from '../StepPage.tsx';

const since = eachAnew();

/** The bench, where a batch of a species has come as far as its stage of that kind, which is not begun unless it is told to be. */
function atTheBench(speciesId: string, method: string, kind: string, { begun = false, said = [] as object[] } = {}) {
  const lot = lotOf(speciesId, { id: `lot of ${speciesId}` });
  const way = upTo(lot, method, kind);
  const batch = { ...batchOf(lot, method, ...(begun ? way : way.slice(0, -1)), ...said), id: `batch of ${speciesId}` };
  for (const event of batch.events) event.batchId = batch.id;
  return show(nurseryWith(lot, [batch], '2026-10-13'), () => <StepPage />, { at: '/treat/7QK', path: '/treat/:code' });
}
const press = (name: string | RegExp) => screen.getByRole('button', { name });
const field = (name: string | RegExp) => screen.getByRole('textbox', { name }) as HTMLInputElement;
const kinds = () => since().map(({ kind }) => kind);
const figure = (unit: RegExp) => Number.parseFloat(screen.getByText(unit).parentElement?.textContent ?? '');

describe('scarifying', () => {
  const scarify = () => atTheBench('ceanothus-velutinus', 'sand-paper-then-sand', 'openCoat');

  test('counts what is opened, one, ten or all, and takes one back', async () => {
    const { user } = scarify();
    await user.click(press(/^\+1 /));
    await user.click(press('+10'));
    expect(figure(/^of 80/)).toBe(11);
    await user.click(press('one back'));
    expect(figure(/^of 80/)).toBe(10);
    await user.click(press(/^all 70/));
    expect(figure(/^of 80/)).toBe(80);
    expect((press(/^\+1 /) as HTMLButtonElement).disabled).toBe(true);
  });

  test('records what was opened and what went too far, and goes on', async () => {
    const { user } = scarify();
    await user.click(screen.getByRole('radio', { name: /sand/i }));
    await user.click(press(/too far/));
    await user.click(press(/^all 79/));
    await user.click(press('All done: next'));
    expect(kinds()).toEqual(expect.arrayContaining(['stageStarted', 'opened', 'stageFinished']));
    expect(since().find(({ kind }) => kind === 'opened')).toMatchObject({
      method: 'sand',
      count: 80,
      moves: [{ from: 'waiting', to: 'broken', count: 1 }],
    });
  });

  test('may be put aside half done, and is there again', async () => {
    const { user, unmount } = scarify();
    await user.click(press('+10'));
    unmount();
    scarify();
    expect(figure(/^of 80/)).toBe(10);
    await user.click(press(/Put aside/));
    expect(kinds()).not.toContain('stageFinished');
    expect(since().find(({ kind }) => kind === 'opened')).toMatchObject({ count: 10 });
  });

  test('with acid is only noted as done by trained staff', async () => {
    const { user } = scarify();
    await user.click(press(/Acid.*trained staff/i));
    expect(since()).toMatchObject([{ kind: 'trainedStaff', agent: 'acid' }]);
  });
});

describe('a soak', () => {
  test('says how much water and when it is to be drained, and starts its own timer', async () => {
    const { user } = atTheBench('larix-occidentalis', 'towel-in-fridge', 'soak');
    await user.click(screen.getByRole('radio', { name: '24 h' }));
    await user.click(press('Start the soak'));
    expect(kinds()).toEqual(['stageStarted', 'timerStarted']);
    expect(since()[1]).toMatchObject({ step: 'soak', seconds: 24 * 3600 });
  });

  const drained = (...said: object[]) => atTheBench('ceanothus-velutinus', 'sand-paper-then-sand', 'soak', { begun: true, said });

  test('of hard seed is counted: the swollen go on, the hard may go round again', async () => {
    const { user } = drained();
    const swollen = field('swollen of 80');
    await user.clear(swollen);
    await user.type(swollen, '30');
    await user.click(press('Record'));
    expect(since()).toMatchObject([
      {
        kind: 'swellingChecked',
        swelling: { by: 'count', soaked: 80, swollen: 30 },
        moves: [{ from: 'waiting', to: 'swollen', count: 30 }],
      },
    ]);
    cleanup();
    drained(since()[0] as object);
    expect(screen.getByText('38 % swollen').parentElement?.textContent).toMatch(/30 swollen, 50 hard/);
    expect(screen.getByText('hard seeds to treat again').parentElement?.querySelector('input')?.value).toBe('50');
  });

  test.each([
    ['more than were soaked', '90', /more/i],
    ['nothing heavier wet than dry', undefined, /weighs less wet than dry/],
  ])('is refused with %s', async (_what, count, says) => {
    const { user } = drained();
    if (count) {
      await user.clear(field('swollen of 80'));
      await user.type(field('swollen of 80'), count);
    } else {
      await user.click(screen.getByRole('radio', { name: 'weighed' }));
      await user.type(field('Dry, before the soak'), '3 g');
      await user.type(field('Wet, patted dry'), '2 g');
    }
    await user.click(press('Record'));
    expect(screen.getByRole('alert').textContent).toMatch(says);
    expect(since()).toEqual([]);
  });

  test('asks for floaters only where floating tells', () => {
    drained();
    expect(screen.getByText('Floaters, taken out')).toBeTruthy();
    cleanup();
    atTheBench('larix-occidentalis', 'towel-in-fridge', 'soak', { begun: true });
    expect(screen.queryByText('Floaters, taken out')).toBeNull();
    expect(screen.getByText('Floating says nothing of this seed: keep what floats.')).toBeTruthy();
  });

  test('says that hard seed should be counted before it is drained, and lets it be', async () => {
    const { user } = drained();
    expect(screen.getByText(/hard seed/i)).toBeTruthy();
    await user.click(press(/^Drain/));
    expect(kinds()).toEqual(['stageFinished']);
  });
});

describe('poured water', () => {
  test('read as 28 where 82 fits is asked about before it is believed', async () => {
    const now = Date.now();
    const poured = {
      kind: 'poured',
      stage: 0,
      at: new Date(now).toISOString(),
      pour: {
        water_mL: 600,
        pour_C: 95,
        seed_g: 2,
        vessel_g: 450,
        material: 'glass',
        kind: 'lidded',
        air_C: 18,
        elevation_m: 780,
        above_C: 75,
        minutes: 6,
      },
    };
    const { user } = atTheBench('ceanothus-velutinus', 'hot-water-then-sand', 'hotWater', { begun: true, said: [poured] });
    await user.type(field('Thermometer reads'), '28');
    await user.click(press('Correct it'));
    expect(since()).toEqual([]);
    expect(screen.queryByText(/Pour again/)).toBeNull();
    await user.click(press('It was 82 °C'));
    expect(since()).toMatchObject([{ kind: 'waterRead', water_C: 82 }]);
  });
});

describe('packing', () => {
  const towel = () => atTheBench('larix-occidentalis', 'towel-in-fridge', 'coldMoist');

  test('a towel: more layers hold more water, and a towel of none is refused at its field', async () => {
    const { user } = towel();
    const water = () => figure(/of water for (the|each) towel/);
    const two = water();
    await user.clear(field('layers of paper'));
    await user.type(field('layers of paper'), '4');
    expect(water()).toBeGreaterThan(1.5 * two);
    await user.clear(field('layers of paper'));
    expect(screen.getByRole('alert').textContent).toBe('A towel has at least one ply: give a whole number.');
    expect(field('layers of paper').getAttribute('aria-invalid')).toBe('true');
    expect(field('Towel, length').getAttribute('aria-invalid')).not.toBe('true');
    await user.type(field('layers of paper'), '2');
    expect(water()).toBe(two);
  });

  test('a bag of a mix: its parts by volume, and none of nothing', async () => {
    const { user } = atTheBench('larix-occidentalis', 'sand-in-fridge', 'coldMoist');
    const parts = within(screen.getByRole('group', { name: 'Parts of the mix' }));
    const part = (name: string) => parts.getByRole('textbox', { name }) as HTMLInputElement;
    const sandy = figure(/of water into the dry mix/);
    await user.type(part('peat'), '1');
    expect(figure(/of water into the dry mix/)).toBeGreaterThan(sandy);
    await user.clear(part('peat'));
    await user.clear(part('sand'));
    expect(screen.getByRole('alert').textContent).toBe('Give at least one part of the mix, none below zero.');
  });

  test('seed that is chilled in its pots is sown first: containers, mix and depth, otherwise where the grower says so', async () => {
    const { user } = atTheBench('quercus-rubra', 'potted-then-chilled', 'coldMoist');
    expect(screen.getByText(/80 × deep pot, 1 L/)).toBeDefined();
    await user.click(screen.getByText('Sow it otherwise'));
    await user.selectOptions(screen.getByRole('combobox', { name: 'Into' }), 'cone650');
    expect(screen.getByText(/80 × deep narrow cell, 650 mL/)).toBeDefined();
    await user.clear(field(/Cover/));
    await user.type(field(/Cover/), '100 mm');
    expect(screen.getByText(/250 mm deep: 83 mm at most/)).toBeDefined();
    await user.clear(field(/Cover/));
    await user.type(field(/Cover/), '40 mm');
    await user.click(press('Sown and labelled'));
    expect(since()).toMatchObject([
      { kind: 'amended', why: 'sownAs', method: [{ sowing: { container: 'cone650', cover_mm: 40 } }, {}, {}] },
      { kind: 'stageStarted' },
    ]);
  });

  test('begins the cold, in its place', async () => {
    const { user } = towel();
    await user.click(press('Packed and labelled'));
    expect(since()).toMatchObject([{ kind: 'stageStarted', stage: 1 }]);
  });
});

describe('other steps', () => {
  test('a flood is refused at the measure that is none', async () => {
    const { user } = atTheBench('alisma-plantago-aquatica', 'sand-in-fridge', 'flood');
    await user.clear(field('and width'));
    await user.type(field('and width'), '0 mm');
    expect(field('and width').getAttribute('aria-invalid')).toBe('true');
    expect((press(/water/) as HTMLButtonElement).disabled).toBe(true);
  });

  test('smoke is recorded by its dose, in figures that any language tells', async () => {
    const { user } = atTheBench('erica-cerinthoides', 'no-cold', 'smoke');
    await user.click(press('Start the smoke soak'));
    expect(since().find(({ kind }) => kind === 'smoked')).toMatchObject({ dose: { by: 'water', stock_mL: 3, water_mL: 27 } });
    expect(since().some(({ note }) => note)).toBe(false);
  });

  test('smoke says its dose, and asks what a sheet is rated for', async () => {
    const { user } = atTheBench('erica-cerinthoides', 'no-cold', 'smoke');
    await user.click(screen.getByRole('radio', { name: /paper/ }));
    await user.clear(field(/rated/i));
    expect(screen.getByRole('alert').textContent).toMatch(/rated for\? Above zero/);
  });

  test('a closed batch has nothing left to do, and a code that nobody has leads back', () => {
    const lot = lotOf('larix-occidentalis');
    show(nurseryWith(lot, [batchOf(lot, 'towel-in-fridge', { kind: 'closed' })]), () => <StepPage />, {
      at: '/treat/7QK',
      path: '/treat/:code',
    });
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('Done at the bench');
  });
});
