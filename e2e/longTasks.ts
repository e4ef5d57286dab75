import type { Page } from '@playwright/test';

/** Rows of the logger's file that is taken in meanwhile. */
const ROWS = 1_000_000;

/** The longest task on the page's own thread, ms, from now until `work` is over. */
export async function longestDuring(page: Page, work: () => Promise<unknown>): Promise<number> {
  // The first key wakes the page's sound, which is no work of what is measured here.
  await page.keyboard.press('Shift');
  await page.waitForTimeout(500);
  await page.evaluate(`(() => {
    window.longest = 0;
    window.watching = new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) window.longest = Math.max(window.longest, entry.duration);
    });
    window.watching.observe({ type: 'longtask' });
  })()`);
  await work();
  await page.waitForTimeout(300);
  return page.evaluate<number>('(window.watching.disconnect(), window.longest)');
}

/** A logger's file of a million minutes up to a day, as CSV. */
function minutes(until: string): Buffer {
  const to = Date.parse(until);
  const lines = ['time,temperature C'];
  for (let i = ROWS; i > 0; i--) {
    const moment = new Date(to - i * 60_000).toISOString();
    lines.push(`${moment.slice(0, 10)} ${moment.slice(11, 16)},${(3.8 + Math.sin(i / 6)).toFixed(1)}`);
  }
  return Buffer.from(lines.join('\n'));
}

/** The longest task while a thousand winters are calculated, and while a million readings are read and taken in. Needs the demo. */
export async function longestTasks(page: Page): Promise<{ winters: number; readings: number }> {
  await page.goto('/cold/winter');
  await page.getByText(/^(Yes|No|Perhaps)\./).waitFor({ timeout: 60_000 });
  await page.getByLabel('Winters simulated').waitFor({ state: 'detached', timeout: 60_000 });
  const winters = await longestDuring(page, async () => {
    await page.getByRole('textbox', { name: 'Out from' }).fill('1 Dec 2026');
    await page.keyboard.press('Tab');
    await page.getByLabel('Winters simulated').waitFor({ timeout: 10_000 });
    await page.getByLabel('Winters simulated').waitFor({ state: 'detached', timeout: 60_000 });
  });
  const places = (await (await page.request.get('/api/places')).json()) as { id: string; kind: string }[];
  await page.goto(`/places/${places.find(({ kind }) => kind === 'fridge')?.id}`);
  await page
    .getByLabel('Import a file')
    .setInputFiles({ name: 'million.csv', mimeType: 'text/csv', buffer: minutes('2027-02-16T00:00:00Z') });
  await page.getByRole('button', { name: 'Import as shown' }).waitFor();
  const readings = await longestDuring(page, async () => {
    await page.getByRole('button', { name: 'Import as shown' }).click();
    const [goodOnes, there] = [page.getByRole('button', { name: /^Import the/ }), page.getByText(/^million\.csv: /)];
    await goodOnes.or(there).first().waitFor({ timeout: 240_000 });
    if (await goodOnes.isVisible()) await goodOnes.click();
    await there.waitFor({ timeout: 60_000 });
  });
  return { winters, readings };
}

/** The longest task while sixty promises are planned, shown as they get better, and what binds them is tried. Needs the demo. */
export async function longestTaskOfTheSeason(page: Page): Promise<number> {
  const lots = (await (await page.request.get('/api/lots')).json()) as { speciesId: string; unassigned: number }[];
  const species = lots.filter(({ unassigned }) => unassigned > 40).map(({ speciesId }) => speciesId);
  const promises = Array.from({ length: 60 }, (_, i) => ({
    ...{ id: crypto.randomUUID(), speciesId: species[i % species.length], plants: 8 + (i % 20) },
    ...{ on: ['2027-10-01', '2028-05-30', '2028-06-10'][i % 3], whom: `planting ${i + 1}` },
  }));
  await page.request.post('/api/promises', { data: { promises } });
  await page.goto('/plan/season');
  const plan = page.getByRole('button', { name: 'Plan the season' });
  await plan.waitFor();
  return longestDuring(page, async () => {
    await plan.click();
    // Asked for by its words alone: looking for a role walks the whole page, and is a long task itself.
    for (let tried = 0; tried < 90; tried++) {
      if (
        await page.evaluate<boolean>(
          `[...document.querySelectorAll('button')].some(({ textContent, disabled }) => textContent.startsWith('Accept') && !disabled)`,
        )
      )
        return;
      await page.waitForTimeout(1000);
    }
    throw new Error('The season was not planned.');
  });
}
