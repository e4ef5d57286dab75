import { availableParallelism, loadavg } from 'node:os';
import { defineConfig } from '@playwright/test';
import { ensureChromium } from '../scripts/ensure.mjs';

/** How many times longer an honest test may take here, by what else the machine has to do as they begin: from 1 to 6. */
const busy = Math.min(6, Math.max(1, (loadavg()[0] ?? 0) / availableParallelism()));

const chromium = {
  browserName: 'chromium' as const,
  launchOptions: {
    executablePath: ensureChromium(),
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  },
};

export default defineConfig({
  testDir: '.',
  globalSetup: './setup.ts',
  outputDir: '../.cache/test-results',
  timeout: 180_000 * busy,
  expect: { timeout: 10_000 * busy },
  workers: 2,
  // CI shares its two cores with others: what passes only when tried again is named as flaky and looked at, but keeps nobody from landing.
  retries: process.env.CI ? 1 : 0,
  fullyParallel: true,
  reporter: [['list'], ['json', { outputFile: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ?? '../.cache/test-results/report.json' }]],
  use: { actionTimeout: 60_000 * busy, locale: 'en-GB', timezoneId: 'UTC', screenshot: 'only-on-failure' },
  projects: [
    { name: 'desk', grepInvert: /@phone/, use: { ...chromium, viewport: { width: 1280, height: 800 } } },
    {
      name: 'phone',
      testIgnore: 'edges.spec.ts',
      grepInvert: /@desk/,
      use: { ...chromium, viewport: { width: 360, height: 740 }, hasTouch: true, isMobile: true },
    },
  ],
});
