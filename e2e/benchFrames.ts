import { chromium, type Page } from '@playwright/test';
import { type Frames, firstScreenOnAPhone, framesAtTheBench, framesOfTheDrag, framesOfTheRedraw } from './frames.ts';
import { longestDuring, longestTaskOfTheSeason, longestTasks } from './longTasks.ts';
import { demoFolder, startServer } from './nursery.ts';
import config from './playwright.config.ts';
import growDemo from './setup.ts';

async function withTheDemo<T>(viewport: { width: number; height: number }, work: (page: Page) => Promise<T>): Promise<T> {
  growDemo();
  const server = await startServer({}, demoFolder());
  const browser = await chromium.launch(config.projects?.[0]?.use?.launchOptions);
  try {
    return await work(await browser.newPage({ baseURL: server.address, viewport, locale: 'en-GB' }));
  } finally {
    await browser.close();
    await server.kill();
  }
}

/** For `npm run bench`: frames of the busiest step at the bench on a quarter of the processor, and of a page where nothing moves, in one run. */
export function framesOfTheBench(): Promise<{ idle: Frames; busy: Frames }> {
  return withTheDemo({ width: 360, height: 740 }, framesAtTheBench);
}

/** For `npm run bench`: until the first screen can be used on a phone, ms. */
export function firstScreen(): Promise<number> {
  return withTheDemo({ width: 360, height: 740 }, firstScreenOnAPhone);
}

/** For `npm run bench`: the middle frame of the plan while nothing changes and while every frame changes the wish. */
export function framesOfThePlan(): Promise<{ idle: number; dragged: number }> {
  return withTheDemo({ width: 1280, height: 800 }, framesOfTheRedraw);
}

/** For `npm run bench`: the middle frame of a planned season while nothing changes, and while every frame takes a proposed line a day further. */
export function framesOfTheSeason(): Promise<{ idle: number; dragged: number }> {
  return withTheDemo({ width: 1280, height: 800 }, framesOfTheDrag);
}

/** For `npm run bench`: the longest tasks of the page while the heavy work of the cold runs. */
export function longestTasksOfTheCold(): Promise<{ winters: number; readings: number }> {
  return withTheDemo({ width: 1280, height: 800 }, longestTasks);
}

/** For `npm run bench`: the longest task of the page while a season of sixty promises is planned. */
export function longestTaskOfThePlanning(): Promise<number> {
  return withTheDemo({ width: 1280, height: 800 }, longestTaskOfTheSeason);
}

/** For `npm run bench`: from asking for the first page until its first row can be answered, and from pressing Cold until the list of so many is drawn, ms. */
export async function drawnIn(address: string, open: number): Promise<{ first_ms: number; cold_ms: number }> {
  const browser = await chromium.launch(config.projects?.[0]?.use?.launchOptions);
  try {
    const page = await browser.newPage({ baseURL: address, viewport: { width: 1280, height: 800 }, locale: 'en-GB' });
    const began = performance.now();
    await page.goto('/');
    await page.getByRole('button', { name: 'As usual' }).first().waitFor({ timeout: 120_000 });
    const first_ms = performance.now() - began;
    const pressed = performance.now();
    await page.getByRole('navigation', { name: 'Stations' }).getByRole('link', { name: /^Cold/ }).locator('visible=true').click();
    await page.locator(`[aria-setsize="${open}"]`).first().waitFor({ timeout: 120_000 });
    return { first_ms, cold_ms: performance.now() - pressed };
  } finally {
    await browser.close();
  }
}

/** Results to a page, as the server has them. */
const A_PAGE = 250;

/**
 * For `npm run bench`: from pressing Results until the list of so many closed batches is drawn, ms, and the longest task of the page meanwhile; they are given
 * as what the server would answer; what handing them over through the test's own wire takes, asked for once alone, is no part of it.
 */
export function drawnResults(outcomes: readonly object[], roots: number): Promise<{ drawn_ms: number; longest_ms: number }> {
  return withTheDemo({ width: 1280, height: 800 }, async (page) => {
    const index = Array.from({ length: Math.ceil(outcomes.length / A_PAGE) }, (_, i) => ({ page: i, count: A_PAGE, edition: 'bench' }));
    await page.route('**/api/results', (route) => route.fulfill({ json: index }));
    await page.route('**/api/results/*', (route) => {
      const at = Number(/results\/(\d+)/.exec(route.request().url())?.[1]) * A_PAGE;
      return route.fulfill({ json: outcomes.slice(at, at + A_PAGE) });
    });
    await page.goto('/');
    await page.getByRole('button', { name: 'As usual' }).first().waitFor({ timeout: 60_000 });
    const results = page
      .getByRole('navigation', { name: 'Stations' })
      .getByRole('link', { name: /^Results/ })
      .locator('visible=true');
    const wire = async () => {
      const began = performance.now();
      for (const address of ['/api/results', ...index.map((one) => `/api/results/${one.page}`)])
        await page.evaluate(`fetch('${address}').then((answer) => answer.arrayBuffer()).then(() => undefined)`);
      return performance.now() - began;
    };
    await wire();
    const alone = await wire();
    let drawn_ms = 0;
    const longest_ms = await longestDuring(page, async () => {
      const pressed = performance.now();
      await results.click();
      await page.locator(`[aria-setsize="${roots}"]`).first().waitFor({ timeout: 60_000 });
      drawn_ms = performance.now() - pressed - alone;
    });
    return { drawn_ms, longest_ms };
  });
}
