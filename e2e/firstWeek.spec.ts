import { cpSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Locator } from '@playwright/test';
import { AT_DESK, expect, type Grower, NURSERY, ON_PHONE, startServer, test } from './nursery.ts';
import { GROWN } from './setup.ts';

test.use({ data: 'demo' });

/** Hands that count what they do: a tap or a click, a field that is written and sent, a key. */
class Hands {
  readonly grower: Grower;
  #steps = 0;
  readonly told: string[] = [];

  constructor(grower: Grower) {
    this.grower = grower;
  }

  async press(target: Locator): Promise<void> {
    this.#steps++;
    await this.grower.press(target);
  }

  /** Writes a field, and sends it with Enter. */
  async write(field: Locator, text: string): Promise<void> {
    this.#steps++;
    await field.fill(text);
    await field.press('Enter');
  }

  async keys(...keys: string[]): Promise<void> {
    for (const key of keys) {
      this.#steps++;
      await this.grower.page.keyboard.press(key);
    }
  }

  /** Types into what has the focus: every character is a key. */
  async type(text: string): Promise<void> {
    this.#steps += text.length;
    await this.grower.page.keyboard.type(text);
  }

  async tabTo(target: Locator): Promise<void> {
    this.#steps += await this.grower.tabTo(target);
  }

  /** One task: what it took, against what it may take. */
  async task(name: string, most: number, work: () => Promise<void>): Promise<void> {
    this.#steps = 0;
    await test.step(name, work);
    this.told.push(`${name}: ${this.#steps} (at most ${most})`);
    expect(this.#steps, name).toBeLessThanOrEqual(most);
  }
}

const rows = (grower: Grower) => grower.page.locator('[data-row="due"]');
const done = (grower: Grower) => grower.page.locator('[data-row="done"]');

test('eleven tasks of the first week, by hand', ON_PHONE, async ({ page, grower }) => {
  const hands = new Hands(grower);
  const start = async (path: string) => {
    await page.goto(path);
    await page.getByRole('heading', { level: 1 }).first().waitFor();
  };

  await start('/seeds');
  await hands.task('a lot of which two grams are there', 4, async () => {
    await hands.press(grower.link('Add a lot'));
    await hands.write(page.getByRole('combobox', { name: 'Species' }), 'western larch');
    const seeds = page.getByLabel('Seeds in stock');
    await seeds.fill('2 g');
    await expect(page.getByText(/^About \d+ seeds/)).toBeVisible();
    await hands.write(seeds, '2 g');
    await expect(page.getByText(/^From “2 g”: probably/)).toBeVisible();
  });

  await hands.task('a batch of it, with its label', 8, async () => {
    await hands.press(grower.link('Plan with this lot'));
    await hands.press(page.getByRole('button', { name: /^Towel in the fridge/ }));
    await hands.press(grower.button('Make this batch'));
    await expect(page.getByRole('img', { name: /QR code/ })).toBeVisible();
  });

  await start('/seeds/new');
  await hands.task('a species that the handbook has not, by its genus', 4, async () => {
    const species = page.getByRole('combobox', { name: 'Species' });
    await species.fill('zizia aptera');
    await hands.press(page.getByRole('option', { name: /Add Zizia aptera/ }));
    await expect(species).toHaveValue(/Zizia aptera/);
  });

  await start('/');
  await hands.task('a round of sixteen', 16, async () => {
    for (let i = 0; i < 16; i++) {
      const before = await done(grower).count();
      await hands.press(rows(grower).locator('button.action').first());
      await expect(done(grower)).toHaveCount(before + 1);
    }
  });
  await hands.task('the last of it taken back', 1, async () => {
    const before = await done(grower).count();
    await hands.press(done(grower).first().getByRole('button', { name: /^Undo/ }));
    await expect(done(grower)).toHaveCount(before - 1);
  });

  await hands.task('a batch found by its species', 2, async () => {
    await hands.press(grower.button('Find'));
    await hands.write(page.getByRole('combobox', { name: 'Find' }), 'balsamroot');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Arrowleaf balsamroot');
  });
  await hands.task('an entry of it corrected', 3, async () => {
    const struck = page.locator('li .line-through');
    const before = await struck.count();
    const entry = page
      .getByRole('listitem')
      .filter({ hasText: /mould/ })
      .filter({ has: page.getByRole('button', { name: /^Correct this/ }) });
    await hands.press(entry.first().getByRole('button', { name: /^Correct this/ }));
    await hands.press(grower.button('One more: mouldy'));
    await hands.press(grower.button('Save'));
    await expect(struck).toHaveCount(before + 1);
  });
  await hands.task('all of it eaten', 3, async () => {
    await hands.press(page.getByText('The bag is gone'));
    await hands.press(grower.button('eaten'));
    await expect(page.getByText(/the whole bag eaten/)).toBeVisible();
  });

  await hands.task('an entry in words, by a species of which there are three bags', 4, async () => {
    await hands.press(grower.button(/^Quick entry/));
    await hands.write(page.getByRole('combobox', { name: 'Quick entry' }), 'geranium 1 mould, damp');
    await hands.press(page.getByRole('button', { name: /^RFV/ }));
    await hands.press(grower.button('Record'));
    await expect(page.getByText(/^✓ \w+ damp, some mould/)).toBeVisible();
  });
  await grower.press(grower.button('Close'));

  await hands.task('everything saved', 2, async () => {
    await hands.press(grower.link('Places'));
    const saved = page.waitForEvent('download');
    await hands.press(grower.link('Save everything'));
    expect((await saved).suggestedFilename()).toBe('chill-2027-02-16.sqlite');
  });
  await grower.barrierFree();
  console.log(['By hand:', ...hands.told].join('\n  '));
});

test('the same by keys alone', AT_DESK, async ({ page, grower }) => {
  const hands = new Hands(grower);
  await page.goto('/');
  await page.getByRole('heading', { level: 1 }).waitFor();

  await hands.task('a round of sixteen', 48, async () => {
    let on: 'ArrowDown' | 'ArrowUp' = 'ArrowDown';
    await hands.keys(on);
    while ((await done(grower).count()) < 16) {
      const row = page.locator('[data-row="due"]:focus');
      // Past the last of them, the way back up leads to what came up meanwhile.
      if (on === 'ArrowDown' && (await page.locator('[data-row="done"]:focus').count()) === 1) {
        on = 'ArrowUp';
        await hands.keys(on);
        continue;
      }
      await expect(row).toHaveCount(1);
      const before = await done(grower).count();
      // What is done at the bench is passed by.
      if ((await row.locator('button.action').count()) === 0) {
        await hands.keys(on);
        continue;
      }
      await hands.keys('Enter');
      await expect(done(grower)).toHaveCount(before + 1);
    }
  });
  await hands.task('the keys of the screen', 2, async () => {
    await hands.keys('?');
    await expect(page.getByRole('heading', { name: 'Keys' })).toBeVisible();
    await grower.barrierFree();
    await hands.keys('Escape');
  });
  await hands.task('a lot of which two grams are there', 80, async () => {
    await hands.keys('g', 's');
    await expect(page.getByRole('heading', { level: 1, name: 'Seeds' })).toBeVisible();
    await hands.tabTo(grower.link('Add a lot'));
    await hands.keys('Enter');
    await hands.tabTo(page.getByRole('combobox', { name: 'Species' }));
    await hands.type('western larch');
    await hands.keys('Enter');
    await hands.tabTo(page.getByLabel('Seeds in stock'));
    await hands.type('2 g');
    await hands.keys('Enter');
    await expect(page.getByText(/^From “2 g”: probably/)).toBeVisible();
  });
  await hands.task('a batch found by its species', 14, async () => {
    await hands.keys('Control+k');
    await expect(page.getByRole('combobox', { name: 'Find' })).toBeFocused();
    await hands.type('balsamroot');
    await hands.keys('Enter');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Arrowleaf balsamroot');
  });
  await hands.task('an entry in words, with what was suggested', 20, async () => {
    await hands.keys('/');
    await expect(page.getByRole('combobox', { name: 'Quick entry' })).toBeFocused();
    await hands.type('balsam');
    await hands.keys('ArrowDown', 'Enter');
    await hands.type('1 mo');
    await hands.keys('ArrowDown', 'Enter', 'Enter');
    await expect(page.getByText(/^✓ \w+ some mould, 1 mouldy/)).toBeVisible();
    await hands.keys('Escape');
  });
  await hands.task('all of it eaten', 80, async () => {
    await hands.tabTo(page.getByText('The bag is gone'));
    await hands.keys('Enter');
    await hands.tabTo(grower.button('eaten'));
    await hands.keys('Enter');
    await expect(page.getByText(/the whole bag eaten/)).toBeVisible();
    // The button has gone with the bag: the focus has not.
    await expect.poll(() => page.evaluate<boolean>('document.activeElement !== document.body')).toBe(true);
  });
  console.log(['By keys:', ...hands.told].join('\n  '));
});

test('a newcomer looks around in the demo and goes back; all of a nursery is saved, and read back', AT_DESK, async ({ page, grower }) => {
  const hands = new Hands(grower);
  const folder = mkdtempSync(join(tmpdir(), 'chill-e2e-'));
  cpSync(GROWN, join(folder, 'demo'), { recursive: true });
  const server = await startServer({ CHILL_DEMO: '0', CHILL_TODAY: '2026-10-05' }, folder);
  try {
    await page.goto(server.address);
    await hands.task('the demo looked around in, and back', 2, async () => {
      await hands.press(grower.button('Look around in the demo nursery'));
      await expect(page.getByRole('heading', { level: 1, name: 'Tuesday 16 February' })).toBeVisible();
      await hands.press(grower.button('To your own nursery'));
      await expect(page.getByLabel('Name of the nursery')).toBeVisible();
    });
    const put = async (name: string, version?: number) =>
      expect((await page.request.put(`${server.address}/api/nursery`, { data: { ...NURSERY, name, version } })).ok()).toBe(true);
    await put('Home bench');
    await page.goto(`${server.address}/places`);
    const coming = page.waitForEvent('download');
    await hands.press(grower.link('Save everything'));
    const saved = await (await coming).path();
    await put('Changed since', 1);
    await page.reload();
    await page
      .getByLabel('Read one back')
      .setInputFiles({ name: 'notes.sqlite', mimeType: 'text/plain', buffer: Buffer.from('nothing of the kind') });
    await expect(page.getByText(/holds no nursery’s data/)).toBeVisible();
    await page.getByLabel('Read one back').setInputFiles(saved);
    await expect(page.getByText('That file holds Home bench: 0 lots')).toBeVisible();
    await grower.barrierFree();
    await hands.press(grower.button('Replace with it'));
    await expect(page.getByText('Read back: Home bench, with 0 lots and 0 batches')).toBeVisible();
    await hands.press(grower.button('Seen'));
    await expect(page.getByText('Read back: Home bench')).toBeHidden();
    await expect(page.getByText('Home bench')).toBeVisible();
    console.log(['Newcomer:', ...hands.told].join('\n  '));
  } finally {
    await server.kill();
  }
});
