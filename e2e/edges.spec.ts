import { gzipSync } from 'node:zlib';
import type { Page } from '@playwright/test';
import { dragTheWish } from './frames.ts';
import { expect, ONLY_LOOKS, startServer, test } from './nursery.ts';

test.use({ data: 'demo' });

/** The code and address of a demo batch of this species by this method. */
async function batchOf(page: Page, speciesId: string, methodId: string): Promise<{ code: string; id: string; lotId: string }> {
  const batches = await (await page.request.get('/api/batches')).json();
  return batches.find(
    (one: { speciesId: string; plan: { method: { id: string } } }) => one.speciesId === speciesId && one.plan.method.id === methodId,
  );
}

test('the first screen loads its own code only, and little of it', ONLY_LOOKS, async ({ page }) => {
  const scripts: { name: string; bytes: number }[] = [];
  page.on('response', async (response) => {
    if (response.url().endsWith('.js')) scripts.push({ name: response.url(), bytes: gzipSync(await response.body()).length });
  });
  await page.goto('/');
  await page.getByRole('heading', { level: 1 }).waitFor();
  await page.waitForLoadState('networkidle');
  expect(scripts.map((script) => script.name).join()).not.toMatch(/SproutChart|PlanStation|LotForm|LogLine/);
  expect(scripts.reduce((sum, script) => sum + script.bytes, 0)).toBeLessThan(260 * 1024);
});

test('bags that are not there are said to be not there, and a misread code is caught', ONLY_LOOKS, async ({ page, grower }) => {
  await page.goto('/batch/7QJ');
  await expect(page.getByText('“7QJ” has a wrong character in it')).toBeVisible();
  await page.goto('/batch/7Q0');
  await expect(page.getByText('Bag codes have no “0”')).toBeVisible();
  await grower.barrierFree();
  await page.goto('/seeds/nothing');
  await expect(page.getByRole('heading', { name: 'There is no such lot' })).toBeVisible();
  await page.goto('/handbook/nothing');
  await expect(page.getByRole('heading', { name: 'The handbook has no such species' })).toBeVisible();
});

test('a lot that cannot be is refused where it was typed, every fault at once', async ({ page, grower }) => {
  await page.goto('/seeds/new');
  await grower.press(grower.button('Add the lot'));
  for (const says of ['Choose a species from the handbook.', 'How many? A good guess will do; count later.']) {
    await expect(page.getByText(says)).toBeVisible();
  }
  // Of two hundred species those in sight are drawn: with all of them the list took a second to open.
  const species = page.getByRole('combobox', { name: 'Species' });
  await species.focus();
  await expect(page.getByRole('option').first()).toBeVisible();
  expect(await page.getByRole('option').count()).toBeLessThan(60);
  await species.fill('triffid');
  await expect(page.getByText('The handbook has nothing like “triffid”.')).toBeVisible();
  await species.fill('chokecherry');
  await grower.press(page.getByRole('option', { name: /Chokecherry/ }));
  await expect(page.getByText('The stones hold cyanide compounds')).toBeVisible();
  await page.getByLabel('Place', { exact: true }).fill('Creek trail');
  await page.getByLabel('Day', { exact: true }).fill('3/4/2026');
  await expect(page.getByText('= Friday 3 April')).toBeVisible();
  await page.getByLabel('Day', { exact: true }).fill('tomorrow');
  await page.getByLabel('Seeds in stock').fill('2.5');
  await page.getByLabel('Your code').fill('BS-26-01');
  await page.getByRole('textbox', { name: 'Viable' }).fill('12');
  await page.getByLabel('of seeds tested').fill('10');
  await grower.press(grower.button('Add the lot'));
  await expect(page.getByText('Give a whole number: seeds do not come in halves.')).toBeVisible();
  await page.getByLabel('Seeds in stock').fill('90');
  await grower.press(grower.button('Add the lot'));
  await expect(page.getByText('More viable than were tested: check both figures.')).toBeVisible();
  await grower.barrierFree();
  await page.getByRole('textbox', { name: 'Viable' }).fill('9');
  await grower.press(grower.button('Add the lot'));
  await expect(page.getByText('That day is in the future.')).toBeVisible();
  await page.getByLabel('Day', { exact: true }).fill('yesterday');
  await grower.press(grower.button('Add the lot'));
  await expect(page.getByText('Another lot is called BS-26-01 already.')).toBeVisible();
  await page.getByLabel('Your code').fill('PV-27-09');
  await grower.press(grower.button('Add the lot'));
  await expect(page.getByRole('heading', { name: 'Chokecherry' })).toBeVisible();
  await expect(page.getByText('9 of 10 viable (60–98 %)')).toBeVisible();
});

test('a lot is changed, but never below what its batches hold', async ({ page, grower }) => {
  const { lotId } = await batchOf(page, 'amelanchier-alnifolia', 'sand-in-fridge');
  await page.goto(`/seeds/${lotId}`);
  await grower.press(grower.link('Change'));
  // With seed in batches, the whole of it is asked for.
  await page.getByLabel('Seeds in all, with those in batches').fill('12');
  await grower.press(grower.button('Save'));
  await expect(page.getByText(/Its batches hold \d+ seeds already: give \d+ or more\./)).toBeVisible();
  await page.getByLabel('Seeds in all, with those in batches').fill('600');
  await page.getByLabel('Note', { exact: true }).fill('a second tin was found');
  await grower.press(grower.button('Save'));
  await expect(page.getByText('a second tin was found')).toBeVisible();
  await expect(page.getByText('600 seeds in all:')).toBeVisible();
});

test(
  'a wish that cannot be is said so in the sentence; one too large for the lot says what the lot would give',
  ONLY_LOOKS,
  async ({ page, grower }) => {
    const { lotId } = await batchOf(page, 'larix-occidentalis', 'no-cold');
    await page.goto(`/plan?lot=${lotId}`);
    await grower.learned();
    const plants = page.getByLabel('number of plants');
    const towel = page.getByRole('button', { name: /^Towel in the fridge/ });
    const before = await towel.textContent();
    await plants.fill('many');
    await expect(page.getByText('a whole number from 1 to 99999')).toBeVisible();
    await expect(towel).toHaveText(before ?? '');
    await plants.fill('5000');
    await expect(towel).toContainText(/needs [\d,]+ seeds, the lot has \d+: all of them would give \d+–\d+/);
    await plants.fill('30');
    await page.getByLabel('when', { exact: true }).selectOption('startOn');
    await page.getByLabel('day', { exact: true }).fill('1 Feb 2027');
    await expect(towel).toContainText('choose today or later');
    await grower.press(towel);
    await expect(page.getByText(/^Fridge, crisper: \d+ of 30 bags free .*, \d+ needed\.$/)).toBeVisible();
    await grower.press(grower.button('Make this batch'));
    await expect(page.getByText('It would start before today: plan from today.').or(page.getByText('would start before'))).toBeVisible();
    await grower.barrierFree();
    await page.reload();
    await expect(plants, 'the wish survives a reload').toHaveValue('30');
    await page.getByLabel('when', { exact: true }).selectOption('readyBy');
    await expect(page.getByText(/Plant out by/)).toBeVisible();
    await page.getByLabel('day', { exact: true }).fill('1 Sep');
    // The coming September, though the last one lies nearer.
    await expect(page.getByText('Plant out by 1 Sep,')).toBeVisible();
    await expect(towel).not.toContainText('late');
  },
);

test('a wish moved a month moves the path by as much, under the hand', ONLY_LOOKS, async ({ page, grower }) => {
  const { lotId } = await batchOf(page, 'balsamorhiza-sagittata', 'sand-in-fridge');
  await page.goto(`/plan?lot=${lotId}&by=readyBy&ready=2028-05-24`);
  await grower.learned();
  const sand = page.getByRole('button', { name: /^Sand in the fridge/ });
  const starts = async () => {
    const said = /starts (\d+ \w{3})(?: (\d{4}))?/.exec((await sand.textContent()) ?? '');
    return Date.parse(`${said?.[1]} ${said?.[2] ?? '2027'} UTC`);
  };
  await expect(sand).toContainText(/starts \d/);
  const before = await starts();
  await page.getByLabel('day', { exact: true }).fill('2028-06-24');
  await expect.poll(async () => ((await starts()) - before) / 86_400_000).toBe(31);
});

test('a wish changed under the hand ends on the answer of where the hand stopped', ONLY_LOOKS, async ({ page, grower }) => {
  const { lotId } = await batchOf(page, 'balsamorhiza-sagittata', 'sand-in-fridge');
  await page.goto(`/plan?lot=${lotId}`);
  await grower.learned();
  const towel = page.getByRole('button', { name: /^Towel in the fridge/ });
  await towel.waitFor();
  const before = await towel.textContent();
  await page.getByLabel('number of plants').fill('70');
  await expect(towel).not.toHaveText(before ?? '');
  const typed = await towel.textContent();
  await page.goto(`/plan?lot=${lotId}`);
  await grower.learned();
  await expect(towel).toHaveText(before ?? '');
  await dragTheWish(page, 40);
  await expect(towel).toHaveText(typed ?? '');
});

test('the label prints alone, with its code, its dates and what must not be thrown away', ONLY_LOOKS, async ({ page, grower }) => {
  const { code } = await batchOf(page, 'lupinus-sericeus', 'file-no-cold');
  await page.goto(`/batch/${code}/label`);
  await expect(page.getByText('NOT FOOD: poisonous seed.')).toBeVisible();
  await grower.barrierFree();
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByText('Do not throw away.')).toBeVisible();
  for (const screenOnly of [page.getByRole('navigation', { name: 'Stations' }), page.getByRole('button', { name: 'Print the label' })]) {
    await expect(screenOnly.first()).toBeHidden();
  }
});

test('everything that happened can be taken back from the batch’s own page, in turn', async ({ page, grower }) => {
  const { code, id } = await batchOf(page, 'balsamorhiza-sagittata', 'sand-in-fridge');
  await page.goto(`/batch/${code}`);
  const bar = page.getByText(/^\d+ seeds: /).first();
  const before = await bar.textContent();
  await grower.press(page.getByText('Record another count'));
  await page.getByRole('combobox', { name: 'Who became what' }).selectOption('broken');
  await page.getByRole('textbox', { name: 'seeds', exact: true }).fill('2');
  const form = page.locator('details').filter({ hasText: 'Record another count' });
  await grower.press(form.getByRole('button', { name: 'Record' }));
  await expect(bar).toContainText('2 broken');
  await grower.press(grower.button(`Undo: ${code}`));
  await expect(bar).toHaveText(before ?? '');
  await expect(page.getByText('2 broken', { exact: true })).toHaveCSS('text-decoration-line', 'line-through');
  const stored = async () => (await (await page.request.get(`/api/batches/${id}`)).json()).events.at(-1).kind;
  await expect.poll(stored).toBe('reversed');
});

test('every figure answers why', ONLY_LOOKS, async ({ page, grower }) => {
  const { code } = await batchOf(page, 'balsamorhiza-sagittata', 'sand-in-fridge');
  await page.goto(`/batch/${code}`);
  await grower.press(page.getByText('Why then?'));
  await expect(page.getByText('The best day is where ready × alive is highest')).toBeVisible();
  await expect(page.getByText(/Part of this is assumed/)).toBeVisible();
  const warm = await batchOf(page, 'camassia-quamash', 'towel-in-fridge');
  await page.goto(`/batch/${warm.code}`);
  await grower.press(page.getByText('Why so many?'));
  await expect(page.getByText('Progress adds up in degree-days')).toBeVisible();
  await page.goto(`/seeds/${warm.lotId}`);
  await grower.press(page.getByText('why?'));
  await expect(page.getByText('Wilson’s score interval')).toBeVisible();
  await grower.barrierFree();
});

test('units are the grower’s own, everywhere, once they are changed', async ({ page, grower }) => {
  await page.goto('/places');
  await grower.press(page.getByText('Change the nursery'));
  await expect(page.getByLabel('Latitude')).toHaveValue('46.3 N');
  await grower.press(page.getByRole('radio', { name: /°F/ }));
  await page.getByLabel('Height above the sea').fill('20000 ft');
  await grower.press(grower.button('Save the nursery'));
  await expect(page.getByText('At most 6000 m.')).toBeVisible();
  await page.getByLabel('Height above the sea').fill('2560 ft');
  await grower.press(grower.button('Save the nursery'));
  await expect(page.getByText('−0.4 °F')).toBeVisible();
  await page.goto('/handbook/pinus-ponderosa');
  await expect(page.getByText('6 to 16 days at 71.6 °F')).toBeVisible();
});

test('a handbook search answers as one types', ONLY_LOOKS, async ({ page, grower }) => {
  await page.goto('/handbook');
  const entries = page.getByRole('main').getByRole('listitem');
  const handbook: { family: string }[] = await (await page.request.get('/api/handbook')).json();
  await expect(entries).toHaveCount(handbook.length);
  await page.getByRole('searchbox').fill('rosac');
  await expect(entries).toHaveCount(handbook.filter(({ family }) => family === 'Rosaceae').length);
  await page.getByRole('searchbox').fill('xyz');
  await expect(page.getByText('The handbook has nothing like “xyz”.')).toBeVisible();
  await grower.barrierFree();
});

test('bound beyond this machine, a browser without the secret sees nothing', async ({ browser }) => {
  const secret = 'a-long-enough-secret';
  const guarded = await startServer({ CHILL_SECRET: secret });
  const stranger = await browser.newContext();
  expect((await stranger.request.get(`${guarded.address}/`)).status()).toBe(401);
  expect((await stranger.request.get(`${guarded.address}/api/lots`)).status()).toBe(401);
  const known = await browser.newContext({ httpCredentials: { username: 'grower', password: secret } });
  const page = await known.newPage();
  await page.goto(guarded.address);
  await expect(page.getByRole('heading', { name: /Seeds sleep/ })).toBeVisible();
  await Promise.all([stranger.close(), known.close()]);
  await guarded.kill();
});
