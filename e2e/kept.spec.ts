import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { ensureChromium } from '../scripts/ensure.mjs';
import { AT_DESK, expect, ONLY_LOOKS, test } from './nursery.ts';

test.use({ data: 'demo' });
test.describe.configure({ timeout: 240_000 });

const launchOptions = { executablePath: ensureChromium(), args: ['--no-sandbox', '--disable-gpu'] };

/** After so long, ms, the browser is killed: at once, while what was typed is being written, and later. More moments: `npm run attack`. */
const KILLED_AFTER_MS = (process.env['CHILL_KILLS'] ?? '0 60 150 900').split(' ').map(Number);

test(
  'a browser that is killed while the server is away has lost nothing of what it said it keeps, and sends nothing twice',
  AT_DESK,
  async ({ server, page: shown }) => {
    const folder = mkdtempSync(join(tmpdir(), 'chill-browser-'));
    const notes = async () =>
      ((await (await shown.request.get('/api/batches')).json()) as { events: { note?: string }[] }[])
        .flatMap(({ events }) => events.flatMap(({ note }) => note ?? []))
        .filter((note) => note.startsWith('kept '));
    const launched = () => chromium.launchPersistentContext(folder, { ...launchOptions, baseURL: server.address });
    const [{ code }] = (await (await shown.request.get('/api/batches')).json()) as [{ code: string }];
    const said: string[] = [];
    for (const [round, after] of KILLED_AFTER_MS.entries()) {
      const browser = await launched();
      const page = browser.pages()[0] ?? (await browser.newPage());
      await page.route('**/api/batches/*/events', (route) => route.abort());
      await page.goto('/');
      await page.getByRole('heading', { level: 1 }).waitFor();
      for (let i = 0; i < 3; i++) {
        const note = `kept ${round} ${i}`;
        await page.keyboard.press('/');
        await page.getByRole('dialog').getByRole('combobox').fill(`${code} note ${note}`);
        await page.getByRole('dialog').getByRole('button', { name: 'Record', exact: true }).click();
        await page.keyboard.press('Escape');
        said.push(note);
      }
      await expect(page.getByText(/entries are not saved yet\..*Kept here/)).toBeVisible();
      await new Promise((done) => setTimeout(done, after));
      // Killed as a machine that goes dark would: nothing is closed.
      const session = await browser.newCDPSession(page);
      await Promise.race([session.send('Browser.crash').catch(() => undefined), new Promise((done) => browser.once('close', done))]);
      await browser.close().catch(() => undefined);
    }
    const last = await launched();
    await (last.pages()[0] ?? (await last.newPage())).goto('/');
    await expect.poll(async () => (await notes()).sort(), { timeout: 60_000 }).toEqual(said.sort());
    await last.close();
    rmSync(folder, { recursive: true });
  },
);

test('an old page says that the app was updated where its further code is gone', ONLY_LOOKS, async ({ page }) => {
  await page.goto('/');
  await page.getByRole('heading', { level: 1 }).waitFor();
  await page.route('**/assets/*.js', (route) => route.fulfill({ status: 404, body: '' }));
  await page.getByRole('link', { name: 'Places' }).first().click();
  await expect(page.getByRole('heading', { name: 'Chill was updated' })).toBeVisible();
});
