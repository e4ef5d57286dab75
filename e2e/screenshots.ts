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
  dim?: boolean;
  prepare?: (page: Page) => Promise<unknown>;
}

growDemo();
const server = await startServer({}, demoFolder());
const empty = await startServer({ CHILL_TODAY: '2026-10-05' });
const batches = (await (await fetch(`${server.address}/api/batches`)).json()) as {
  code: string;
  speciesId: string;
  plan: { way: { id: string } };
  events: unknown[];
}[];
const sprouting = batches.find((one) => one.speciesId === 'camassia-quamash' && one.plan.way.id === 'towel-in-fridge')?.code;
const cold = batches.find((one) => one.speciesId === 'balsamorhiza-sagittata' && one.plan.way.id === 'sand-in-fridge')?.code;

const fillLot = async (page: Page) => {
  await page.getByRole('combobox', { name: 'Species' }).fill('balsam');
  await page.getByRole('option').first().click();
  await page.getByLabel('Place').fill('Dry Fork bench');
  await page.getByLabel('Seeds in hand').fill('240');
  await page.getByLabel('Sound').fill('7');
  await page.getByLabel('of seeds tested').fill('10');
};
const openLog = async (page: Page) => {
  await page.keyboard.press('/');
  await page.getByRole('textbox', { name: 'Log line' }).fill(`${cold} +3 up, 1 mould, damp ok`);
};

const VIEWS: View[] = [
  { name: 'round', path: '/' },
  { name: 'round-dim', path: '/', dim: true },
  { name: 'round-phone', path: '/', phone: true },
  { name: 'plan', path: '/plan', prepare: (page) => page.getByRole('button', { name: /^Sand in the fridge/ }).click() },
  { name: 'batch', path: `/batch/${sprouting}` },
  { name: 'cold', path: '/cold' },
  { name: 'warm', path: '/warm' },
  { name: 'pots', path: '/pots' },
  { name: 'seeds', path: '/seeds' },
  { name: 'lot', path: '/seeds/new', prepare: fillLot },
  { name: 'species', path: '/handbook/pinus-ponderosa' },
  { name: 'log', path: '/cold', prepare: openLog },
  { name: 'findings', path: '/findings' },
  { name: 'places', path: '/places' },
  { name: 'label', path: `/batch/${cold}/label` },
];

const browser = await chromium.launch(config.projects?.[0]?.use?.launchOptions);

async function take({ name, path, phone, dim, prepare }: View, address: string): Promise<void> {
  const size = phone
    ? { viewport: { width: 360, height: 740 }, isMobile: true, hasTouch: true }
    : { viewport: { width: 1280, height: 800 } };
  const context = await browser.newContext({ ...size, locale: 'en-GB' });
  const page = await context.newPage();
  if (dim) await page.addInitScript({ content: "localStorage.setItem('chill.dim', 'true')" });
  await page.goto(address + path);
  await page.getByRole('heading', { level: 1 }).waitFor();
  await prepare?.(page);
  await page.waitForTimeout(600);
  await page.screenshot({ path: join(FOLDER, `${name}.png`) });
  await context.close();
}

for (const view of VIEWS) await take(view, server.address);
await take({ name: 'first-run', path: '/' }, empty.address);
await browser.close();
await Promise.all([server.kill(), empty.kill()]);
