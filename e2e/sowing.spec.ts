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
    await expect(page.getByText(/Damp the mix before you stir it/)).toBeVisible();
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
  },
);
