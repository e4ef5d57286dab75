// npm run screenshots: one current picture of each main view, from the demo data, into docs/screenshots.
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium, type Page } from '@playwright/test';
import { demoFolder, startServer } from './nursery.ts';
import config from './playwright.config.ts';
import growDemo from './setup.ts';

const FOLDER = fileURLToPath(new URL('../docs/screenshots', import.meta.url));
mkdirSync(FOLDER, { recursive: true });

interface View {
  name: string;
  path: string;
  phone?: boolean;
  prepare?: (page: Page) => Promise<unknown>;
}

growDemo();
const server = await startServer({}, demoFolder());
const batches = (await (await fetch(`${server.address}/api/batches`)).json()) as {
  code: string;
  lotId: string;
  speciesId: string;
  plan: { method: { id: string } };
  events: unknown[];
}[];
const cold = batches.find((one) => one.speciesId === 'balsamorhiza-sagittata' && one.plan.method.id === 'sand-in-fridge')?.code;
const sprouting = batches.find((one) => one.speciesId === 'camassia-quamash' && one.plan.method.id === 'towel-in-fridge')?.code;

const lot = batches.find((one) => one.speciesId === 'balsamorhiza-sagittata')?.lotId;
/** Nothing was done to them yet: to be scalded, and to be filed. */
const begun = (speciesId: string, method: string) =>
  batches.find((one) => one.speciesId === speciesId && one.plan.method.id === method && one.events.length === 0)?.code;
const camas = batches.find((one) => one.speciesId === 'camassia-quamash')?.lotId;
const scalded = begun('ceanothus-velutinus', 'hot-water-then-sand');

const weigh = async (page: Page) => {
  await page.getByRole('radio', { name: 'Count', exact: true }).click();
  await page.getByRole('radio', { name: 'by weight' }).click();
  await page.getByLabel('The whole lot weighs').fill('1.36 g');
  for (const [i, grams] of ['0.41 g', '0.42 g'].entries()) {
    await page.getByLabel(`Seeds in sample ${i + 1}`).fill('50');
    await page.getByLabel(`Mass of sample ${i + 1}`).fill(grams);
  }
};
const pourAndRead = async (page: Page) => {
  await page.getByRole('button', { name: 'Poured' }).click();
  await page.getByRole('button', { name: 'Attach the thermometer' }).click();
  await page.waitForTimeout(20_000);
  await page.getByRole('button', { name: 'Use it' }).click();
};

const sowInCells = async (page: Page) => {
  await page.getByRole('button', { name: /^Potted, then chilled/ }).click();
  await page.getByRole('button', { name: 'Make this batch' }).click();
  await page.waitForURL(/\/batch\/.*label/);
  await page.goto(page.url().replace(/\/batch\/(\w+)\/label.*/, '/treat/$1'));
  await page.getByRole('heading', { name: 'Sow' }).waitFor();
};

const VIEWS: View[] = [
  { name: 'round', path: '/' },
  { name: 'round-phone', path: '/', phone: true },
  {
    name: 'plan',
    path: '/plan',
    prepare: async (page) => {
      await page.getByText(/^By the handbook so far/).waitFor({ state: 'hidden' });
      await page.getByRole('button', { name: /^Sand in the fridge/ }).click();
    },
  },
  { name: 'batch', path: `/batch/${sprouting}` },
  {
    name: 'season',
    path: '/plan/season',
    prepare: async (page) => void (await page.getByLabel('Follow a batch').selectOption({ label: 'B6F Common camas' })),
  },
  { name: 'cold', path: '/cold' },
  {
    name: 'winter',
    path: '/cold/winter',
    prepare: (page) => page.getByLabel('Winters simulated').waitFor({ state: 'detached', timeout: 60_000 }),
  },
  { name: 'warm', path: '/warm' },
  { name: 'pots', path: '/pots' },
  { name: 'seeds', path: '/seeds' },
  { name: 'lot', path: `/seeds/${lot}`, prepare: weigh },
  { name: 'handbook', path: '/handbook?cue=smoke' },
  { name: 'treat', path: '/treat' },
  { name: 'hot-water', path: `/treat/${scalded}`, prepare: pourAndRead },
  { name: 'results', path: '/results' },
  { name: 'learned', path: '/results/learned' },
  { name: 'places', path: '/places' },
  { name: 'labels', path: `/labels?of=${cold},${sprouting}` },
  // Last, since it makes a batch.
  { name: 'sow', path: `/plan?lot=${camas}&plants=60`, prepare: sowInCells },
];

const browser = await chromium.launch(config.projects?.[0]?.use?.launchOptions);

async function take({ name, path, phone, prepare }: View, address: string): Promise<void> {
  const size = phone
    ? { viewport: { width: 360, height: 740 }, isMobile: true, hasTouch: true }
    : { viewport: { width: 1280, height: 800 } };
  const context = await browser.newContext({ ...size, locale: 'en-GB' });
  const page = await context.newPage();
  await page.goto(address + path);
  await page.getByRole('heading', { level: 1 }).waitFor();
  await prepare?.(page);
  // Plots come after the page they stand on. A shell without windows goes on counting what a worker that ended had asked for.
  await page.waitForLoadState('networkidle', { timeout: 8000 }).catch(() => undefined);
  await page.waitForTimeout(1000);
  await page.screenshot({ path: join(FOLDER, `${name}.png`) });
  await context.close();
}

for (const view of VIEWS) await take(view, server.address);
await browser.close();
await server.kill();
