import type { Page } from '@playwright/test';
import { AT_DESK, expect, type Grower, ON_PHONE, test } from './nursery.ts';

interface Said {
  id: string;
  code: string;
  plan: {
    seeds: number;
    method: { id: string; stages: { kind: string; sowing?: { container: string; each: number; cover_mm: number } }[] };
  };
  events: { kind: string; why?: string; moves?: { to: string; count: number }[] }[];
}
const all = async (page: Page): Promise<Said[]> => (await page.request.get('/api/batches')).json();
const byCode = async (page: Page, code: string) => (await all(page)).find((one) => one.code === code) as Said;
const lotId = async (page: Page, code: string): Promise<string> =>
  (await (await page.request.get('/api/lots')).json()).find((lot: { code: string }) => lot.code === code).id;
/** What a batch's events have moved into a state. */
const into = ({ events }: Said, state: string) =>
  events.flatMap(({ moves = [] }) => moves).reduce((sum, { to, count }) => sum + (to === state ? count : 0), 0);

/** Opens a method in the plan of a lot, makes the batch of it as it stands then, and tells its code. */
async function make(page: Page, grower: Grower, lot: string, method: RegExp, before: () => Promise<void>): Promise<string> {
  await page.goto(`/plan?lot=${await lotId(page, lot)}&plants=20`);
  await grower.learned();
  await grower.press(page.getByRole('list', { name: 'Methods, best first' }).getByRole('button', { name: method }));
  await before();
  await grower.press(grower.button('Make this batch'));
  await expect(page).toHaveURL(/\/batch\/[A-Z0-9]+\/label/);
  return page.url().split('/').at(-2) as string;
}

test.use({ data: 'demo' });

test(
  'filed, soaked and sown into deep cells, otherwise than planned: counted up, then tended in their cells',
  ON_PHONE,
  async ({ page, grower }) => {
    const code = await make(page, grower, 'LS-26-01', /^File, no cold/, async () => {
      await grower.press(page.getByRole('radio', { name: 'sown into mix' }));
      await expect(page.getByText(/^Sow it|^On the towel:/)).toBeVisible();
      await grower.barrierFree();
    });
    const { plan } = await byCode(page, code);
    expect(plan.method.stages.map(({ kind }) => kind)).toEqual(['openCoat', 'soak', 'sown', 'pot']);
    await page.goto(`/treat/${code}`);
    await grower.press(grower.button(new RegExp(`^all ${plan.seeds} are done`)));
    await grower.press(grower.button('All done: next'));
    await grower.press(grower.button('Start the soak'));
    await grower.press(grower.button(/^Drain/));
    await expect(page.getByRole('heading', { name: 'Sow', exact: true })).toBeVisible();
    await expect(page.getByText(`${plan.seeds} × deep cell`, { exact: false })).toBeVisible();
    await expect(page.getByText(/^Damp the mix before it is stirred/)).toBeVisible();
    await grower.barrierFree();
    await grower.press(page.getByText('Sow it otherwise'));
    const cover = page.getByRole('textbox', { name: 'Cover' });
    await cover.fill('90 mm');
    await expect(page.getByText(/210 mm deep: 70 mm at most/)).toBeVisible();
    await cover.fill('8 mm');
    await grower.press(grower.button('Sown and labelled'));
    await expect(page.getByText('It is sown; checks and counts are on the round.')).toBeVisible();
    await expect.poll(async () => (await byCode(page, code)).events.some(({ why }) => why === 'sownAs')).toBe(true);
    // Undone, it is as it was planned and not yet sown.
    await grower.press(grower.button(/^Undo/));
    await expect(grower.button('Sown and labelled')).toBeVisible();
    await grower.press(grower.button('Sown and labelled'));
    await expect(page.getByText('It is sown; checks and counts are on the round.')).toBeVisible();

    await grower.passDays(16);
    await page.goto(`/batch/${code}`);
    await expect(page.getByText(/Count what is up/)).toBeVisible();
    await grower.press(grower.button(/the simulated seeds show/));
    await grower.press(grower.button('Record'));
    await expect.poll(async () => into(await byCode(page, code), 'potted')).toBeGreaterThan(5);
    await page.goto('/pots');
    await expect(page.getByText(code).first()).toBeVisible();
  },
);

test(
  'sown, then chilled: the same session before the fridge; a shared tray is pricked out on its day',
  AT_DESK,
  async ({ page, grower }) => {
    const code = await make(page, grower, 'HD-26-01', /^Potted, then chilled/, async () => {
      await expect(page.getByRole('heading', { name: 'Into what it is sown' })).toBeVisible();
      await expect(page.getByRole('rowheader', { name: 'containers' }).locator('..')).toContainText('open');
    });
    const { plan } = await byCode(page, code);
    expect(plan.method.stages.map(({ kind, sowing }) => [kind, sowing?.container])).toEqual([
      ['coldMoist', 'halfTray'],
      ['sown', 'halfTray'],
      ['pot', undefined],
    ]);
    await page.goto(`/treat/${code}`);
    await expect(page.getByText(/of dry sand first, about \d+ seeds to a millilitre/)).toBeVisible();
    await expect(page.getByText('pressed on, left bare')).toBeVisible();
    await grower.press(grower.button('Sown and labelled'));
    await expect.poll(async () => (await byCode(page, code)).events.map(({ kind }) => kind)).toEqual(['stageStarted']);

    // The demo's own flat of penstemon has come up and stands together.
    const flat = (await all(page)).find(({ plan }) => plan.method.id === 'towel-in-fridge-sown') as Said;
    await page.goto(`/batch/${flat.code}`);
    await expect(page.getByText(/best with 1.25 pairs of true leaves, \d+ in 100 live; a week later/)).toBeVisible();
    await grower.passDays(10);
    await page.goto('/');
    const row = page.getByRole('listitem').filter({ hasText: flat.code }).filter({ hasText: 'Prick out' }).first();
    await expect(row).toBeVisible();
    await grower.press(row.getByRole('button', { name: 'Pot', exact: true }).first());
    await expect.poll(async () => into(await byCode(page, flat.code), 'potted')).toBeGreaterThan(10);

    await test.step('what never came up is given up on; its plants go out for a promise', async () => {
      const promise = { id: crypto.randomUUID(), speciesId: 'penstemon-venustus', plants: 8, on: '2027-07-20', whom: 'dry slope' };
      expect((await page.request.post('/api/promises', { data: { promises: [promise] } })).ok()).toBe(true);
      await page.goto(`/batch/${flat.code}`);
      await grower.press(grower.button('Choose: Stop'));
      await grower.press(grower.button('Stop'));
      await expect(page.getByText(/ \d+ lost/).first()).toBeVisible();
      for (const days of [40, 40, 20]) await grower.passDays(days);
      await page.goto(`/batch/${flat.code}`);
      const out = page.getByRole('listitem').filter({ has: page.getByRole('textbox', { name: 'plants' }) });
      await out.getByRole('combobox', { name: 'for' }).selectOption({ label: 'dry slope (8)' });
      await expect(out.getByRole('textbox', { name: 'plants' })).toHaveValue('8');
      await grower.press(out.getByRole('button', { name: 'Plant out' }));
      await expect(page.getByText(/\b8 planted out/).first()).toBeVisible();
      await page.goto('/pots/promises');
      await expect(page.getByText('8 of 8 handed over')).toBeVisible();
    });
  },
);

test(
  'a flat for the winter outdoors has its mesh and no grit on what needs light; a container of one’s own is sown, and what does not go into a measured fridge is told',
  AT_DESK,
  async ({ page, grower }) => {
    const flat = await make(page, grower, 'PN-26-01', /^Outdoors over winter/, async () => undefined);
    await page.goto(`/treat/${flat}`);
    await expect(page.getByText(/^No grit: this seed needs light\./)).toBeVisible();
    await expect(page.getByText(/^Fine wire mesh, 6 mm at most, above and below/)).toBeVisible();
    await grower.barrierFree();

    await test.step('a container of one’s own, and shelves that are measured', async () => {
      await page.goto('/places');
      await grower.press(page.getByText('Own containers', { exact: true }));
      await grower.press(grower.button('Add a container'));
      await page.getByRole('textbox', { name: 'Name' }).first().fill('Roasting tin');
      await page.getByLabel('What it is').selectOption('open');
      for (const [name, value] of Object.entries({ 'Length, mm': '500', 'Width, mm': '380', 'Depth, mm': '70', 'Holds, mL': '9000' }))
        await page.getByRole('textbox', { name, exact: true }).fill(value);
      await page.getByRole('textbox', { name: 'In a tray of 540 × 280 mm' }).fill('1');
      await grower.barrierFree();
      await grower.press(page.locator('form').filter({ hasText: 'Add a container' }).getByRole('button', { name: 'Save' }));
      await expect(page.getByText('Saved.')).toBeVisible();
      for (const name of ['Fridge, crisper', 'Fridge, middle shelf']) {
        await page.goto('/places');
        await grower.press(page.getByRole('link', { name }));
        await grower.press(grower.button('Change'));
        for (const [field, value] of Object.entries({ Width: '480', Depth: '320', Height: '170', Shelves: '1' }))
          await page.getByRole('textbox', { name: field, exact: true }).fill(value);
        await expect(page.getByText(/^Of one kind go in: 4 × half tray; 2 × seed tray; 0 × flat; /)).toBeVisible();
        await grower.press(grower.button('Save'));
        await expect(grower.button('Change')).toBeVisible();
      }
    });

    await test.step('sown into it before the cold: told, and sown otherwise', async () => {
      const code = await make(page, grower, 'CQ-26-01', /^Potted, then chilled/, async () => {
        await page.getByLabel('Into', { exact: true }).selectOption('own Roasting tin');
        await expect(
          page.getByText(/^Roasting tin: does not go into Fridge.*whose shelf is 480 × 320 mm and 170 mm high\.$/).first(),
        ).toBeVisible();
        await page.getByLabel('Into', { exact: true }).selectOption('halfTray');
        await expect(page.getByText(/^Roasting tin: does not go into/)).toHaveCount(0);
      });
      expect((await byCode(page, code)).plan.method.stages[0]?.sowing?.container).toBe('halfTray');
    });

    await test.step('sown into the ground, where it stays', async () => {
      const code = await make(page, grower, 'PN-26-01', /^Outdoors over winter/, async () => {
        await page.getByLabel('Into', { exact: true }).selectOption('bed');
        await expect(page.getByText(/^\d+ m² of bed$/)).toBeVisible();
      });
      await page.goto(`/treat/${code}`);
      await expect(page.getByText(/^[\d.]+ m of row, 150 mm apart$/)).toBeVisible();
      await expect(page.getByText(/^They stay here and are not moved/)).toBeVisible();
      await grower.barrierFree();
      await grower.press(grower.button('Sown and labelled'));
      await expect.poll(async () => (await byCode(page, code)).events.map(({ kind }) => kind)).toEqual(['stageStarted']);
    });
  },
);
