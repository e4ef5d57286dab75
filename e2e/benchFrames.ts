import { chromium } from '@playwright/test';
import { type Frames, framesAtTheBench } from './frames.ts';
import { demoFolder, startServer } from './nursery.ts';
import config from './playwright.config.ts';
import growDemo from './setup.ts';

/** For `npm run bench`: frames of the busiest step at the bench on a quarter of the processor, and of a page where nothing moves, in one run. */
export async function framesOfTheBench(): Promise<{ idle: Frames; busy: Frames }> {
  growDemo();
  const server = await startServer({}, demoFolder());
  const browser = await chromium.launch(config.projects?.[0]?.use?.launchOptions);
  const page = await browser.newPage({ baseURL: server.address, viewport: { width: 360, height: 740 } });
  const { idle, busy } = await framesAtTheBench(page);
  await browser.close();
  await server.kill();
  return { idle, busy };
}
