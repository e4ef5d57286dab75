import { AT_DESK, expect, type Grower, ON_PHONE, settle, test } from './nursery.ts';

/** The figures of the lot's bar, read back: they add up to all its seeds. */
async function everySeed(grower: Grower): Promise<Record<string, number>> {
  const list = grower.page
    .getByText(/seeds in all:/)
    .locator('xpath=following-sibling::ul')
    .getByRole('listitem');
  await list.first().waitFor();
  // Read in one go: the list may be drawn anew between two questions.
  const lines = await list.allTextContents();
  const codeOrName = /^(\d+?)\s*((?:[2-9A-HJKMNP-Z]{3} )?[a-z].*)$/;
  const parts = Object.fromEntries(
    lines.map((line) => {
      const [, count, name] = codeOrName.exec(line.replace(/\s+/g, ' ').trim()) ?? [];
      return [name ?? line, Number(count)];
    }),
  );
  const total = Number.parseInt((await grower.page.getByText(/^\d+ seeds in all:/).textContent()) ?? '', 10);
  expect(Object.values(parts).reduce((sum, count) => sum + count, 0)).toBe(total);
  return parts;
}

const GPX = `<?xml version="1.0"?><gpx version="1.1" xmlns="http://www.topografix.com/GPX/1/1">
<wpt lat="46.31" lon="-117.98"><name>Second bridge</name></wpt><wpt lat="46.42" lon="-117.8"><name>Ridge</name></wpt></gpx>`;

test('a fleshy tree seed, from harvest to a split plan', AT_DESK, async ({ page, grower }) => {
  await settle(grower);
  await test.step('the lot, with a waypoint file for its place', async () => {
    await grower.goTo('/seeds/new');
    await page.getByRole('combobox', { name: 'Species' }).fill('blak cherry');
    await grower.press(page.getByRole('option', { name: /Black cherry/ }));
    await expect(page.getByText(/release cyanide/)).toBeVisible();
    const file = page.getByLabel('from a GPX waypoint file');
    await file.setInputFiles({ name: 'big.gpx', mimeType: 'application/gpx+xml', buffer: Buffer.alloc(2.1 * 1024 * 1024, 'x') });
    await expect(page.getByText('larger than 2 MB')).toBeVisible();
    await file.setInputFiles({ name: 'notes.gpx', mimeType: 'application/gpx+xml', buffer: Buffer.from('the second bridge') });
    await expect(page.getByText('That is not a GPX file.')).toBeVisible();
    await file.setInputFiles({ name: 'points.gpx', mimeType: 'application/gpx+xml', buffer: Buffer.from(GPX) });
    await grower.press(page.getByRole('button', { name: /Second bridge/ }));
    await expect(page.getByLabel('Coordinates')).toHaveValue('46.31, -117.98');
    await expect(page.getByLabel('Place', { exact: true })).toHaveValue('Second bridge');
    await page.getByLabel('Variety, form or source line').fill('Bridge line');
    await page.getByLabel('Coordinates').fill('118.2, 46.3');
    await page.getByLabel('Day', { exact: true }).fill('28 Aug');
    await page.getByLabel('Permission').fill('the valley trust, V-26');
    await page.getByLabel('Seeds in stock').fill('900');
    await grower.press(page.getByRole('radio', { name: 'not known' }));
    await grower.press(grower.button('Add the lot'));
    await expect(page.getByText('are the two swapped?')).toBeVisible();
    await page.getByLabel('Coordinates').fill('46°18′43″N 117°58′48″W');
    await grower.barrierFree();
    await grower.press(grower.button('Add the lot'));
    await expect(page.getByText('46.3119° N, 117.9800° W')).toBeVisible();
    await expect(page.getByRole('heading', { name: 'Black cherry, Bridge line' })).toBeVisible();
  });

  await test.step('counted by weight, sorted in water, a few cut', async () => {
    await grower.press(page.getByRole('radio', { name: 'Count', exact: true }));
    await grower.press(page.getByRole('radio', { name: 'by weight' }));
    await page.getByLabel('The whole lot weighs').fill('84 g');
    await grower.press(grower.button(/^Set the stock/));
    await expect(page.getByText('Weigh at least one counted sample.')).toBeVisible();
    for (const [i, grams] of ['9.4 g', '9.6', '9.5 g'].entries()) {
      if (i === 2) await grower.press(grower.button('Add a sample'));
      await page.getByLabel(`Seeds in sample ${i + 1}`).fill('100');
      await page.getByLabel(`Mass of sample ${i + 1}`).fill(grams);
    }
    await expect(page.getByText(/884 seeds, between 8\d\d and 9\d\d/)).toBeVisible();
    await page.getByLabel('Mass of sample 3').fill('9.5 miles');
    await grower.press(grower.button(/^Set the stock/));
    await expect(page.getByText('Give a mass.').first()).toBeVisible();
    await page.getByLabel('Mass of sample 3').fill('9.5');
    await grower.press(grower.button('Set the stock to 884'));
    await expect(page.getByText('884 seeds in stock.')).toBeVisible();

    await grower.press(page.getByRole('radio', { name: 'Sort' }));
    await expect(page.getByText(/Sinkers are usually viable/)).toBeVisible();
    await page.getByLabel('Floaters taken out').fill('9999');
    await grower.press(grower.button('Record'));
    await expect(page.getByText('Only 884 seeds are in stock')).toBeVisible();
    await page.getByLabel('Floaters taken out').fill('84');
    await grower.press(grower.button('Record'));
    await expect(page.getByText('84 sorted out.')).toBeVisible();

    await grower.press(page.getByRole('radio', { name: 'Test' }));
    await expect(page.getByText(/on a towel, viable seed would look dead/)).toBeVisible();
    await page.getByLabel('Viable', { exact: true }).fill('18');
    await page.getByLabel('of seeds cut').fill('20');
    await grower.press(grower.button('Record'));
    await expect(grower.button('Record')).toHaveCount(0);
    await expect(page.getByText('18 of 20 viable (70–97 %)')).toBeVisible();
    expect(await everySeed(grower)).toEqual({ 'in stock': 780, 'cut test': 20, 'sorted out': 84 });
    await grower.barrierFree();
  });

  await test.step('the schools weighed, how long in the cold, and cells against sprouting first', async () => {
    await grower.press(grower.link('Plan with this lot'));
    const methods = page.getByRole('list', { name: 'Methods, best first' });
    await expect(methods.getByRole('button', { name: /^Outdoors over winter/ })).toBeVisible();
    await expect(page.getByText(/that do not suit this seed, and why/)).toBeVisible();
    await expect(page.getByRole('img', { name: /^towel: take out after .*sand: take out after/ })).toBeVisible();
    await grower.press(methods.getByRole('button', { name: /^Sand in the fridge/ }));
    await expect(page.getByText(/in the fridge, \d+ checks and about/)).toBeVisible();
    await grower.press(page.getByRole('radio', { name: 'sown into mix' }));
    await expect(page.getByRole('rowheader', { name: 'containers' })).toBeVisible();
    await page.getByLabel('when', { exact: true }).selectOption('asSoonAs');
    await expect(methods.getByRole('button', { name: /^Sand in the fridge/ })).toContainText('starts 5 Oct');
    await grower.barrierFree();
  });

  await test.step('split as a fair trial: dealt at random, and the seeds are gone from the drawer', async () => {
    await grower.press(page.getByText('Split it as a fair trial'));
    const chosen = page.getByRole('checkbox', { checked: true });
    while ((await chosen.count()) > 0) await chosen.first().uncheck();
    await page.getByRole('checkbox', { name: /^Sand in the fridge(?!,)/ }).check();
    await page.getByRole('checkbox', { name: /^No treatment(?!,)/ }).check();
    await expect(page.getByText(/four times in five, takes/)).toBeVisible();
    await page.getByRole('textbox', { name: 'seeds in each arm' }).fill('60');
    await grower.press(grower.button('Make the trial'));
    await expect(page.getByRole('heading', { name: 'Black cherry, Bridge line: a trial' })).toBeVisible();
    await expect(page.getByText('the control, 60 seeds')).toBeVisible();
    const dealt = await page.getByRole('list').last().locator('.code').allTextContents();
    expect(dealt).toHaveLength(12);
    const perArm = new Map<string, number>();
    for (const code of dealt) perArm.set(code, (perArm.get(code) ?? 0) + 1);
    expect([...perArm.values()]).toEqual([6, 6]);
    await grower.barrierFree();
    await grower.goTo('/seeds');
    await grower.press(grower.link(/Black cherry/));
    const parts = await everySeed(grower);
    expect(parts['in stock']).toBe(660);
    await grower.press(grower.button('Undo'));
    await expect(page.getByText('17 of 20')).toHaveCount(0);
  });
});

test('a smoke species in the south, where spring comes in September', AT_DESK, async ({ page, grower }) => {
  await settle(grower, {
    name: 'Cape bench',
    latitude_deg: -33.9,
    elevation_m: 120,
    timeZone: 'Africa/Johannesburg',
    lastFrost: { mean: '08-05', sd_days: 12 },
  });
  await grower.goTo('/places');
  await expect(page.getByText('A guess from the latitude')).toBeVisible();
  await grower.goTo('/seeds/new');
  await page.getByRole('combobox', { name: 'Species' }).fill('snow everlasting');
  await grower.press(page.getByRole('option', { name: /Cape snow everlasting/ }));
  await page.getByLabel('Place', { exact: true }).fill('A burn');
  await page.getByLabel('Day', { exact: true }).fill('10 Feb 2026');
  await page.getByLabel('Seeds in stock').fill('1500');
  await page.getByRole('textbox', { name: 'Viable' }).fill('14');
  await page.getByLabel('of seeds tested').fill('20');
  await grower.press(grower.button('Add the lot'));
  await grower.press(grower.link('Plan with this lot'));
  // The frosts of the coming southern winter end in August.
  await expect(page.getByText(/Plant out by 2\d Aug 2027/)).toBeVisible();
  const first = page.getByRole('list', { name: 'Methods, best first' }).getByRole('button').first();
  await expect(first).toContainText('Smoke, then warm');
  await page.getByLabel('when', { exact: true }).selectOption('asSoonAs');
  await expect(first).toContainText('starts 5 Oct');
  await grower.press(page.getByText(/that do not suit this seed, and why/));
  await expect(page.getByText(/this seed needs smoke/)).toBeVisible();
  await page.getByLabel('when', { exact: true }).selectOption('startOn');
  await page.getByLabel('day', { exact: true }).fill('1 Jun 2026');
  await expect(page.getByText(/starts \d+ (weeks|months) ago: choose today or later/).first()).toBeVisible();
  await grower.barrierFree();
});

/** Writes down a lot with the form, and stands on its page. */
async function writeDown(
  grower: Grower,
  lot: { find: string; option: RegExp; day: string; seeds: string; moist?: boolean },
): Promise<void> {
  const { page } = grower;
  await grower.goTo('/seeds/new');
  await page.getByRole('combobox', { name: 'Species' }).fill(lot.find);
  await grower.press(page.getByRole('option', { name: lot.option }));
  await page.getByLabel('Place', { exact: true }).fill('Home');
  await page.getByLabel('Day', { exact: true }).fill(lot.day);
  await page.getByLabel('Seeds in stock').fill(lot.seeds);
  await grower.press(page.getByRole('radio', { name: 'not known' }));
  if (lot.moist) await grower.press(page.getByRole('radio', { name: 'moist' }));
  await grower.press(grower.button('Add the lot'));
  await expect(page.getByText('in stock, in no batch')).toBeVisible();
}

test('a towel test is a small batch: begun, looked at, read, and the lot knows', ON_PHONE, async ({ page, grower }) => {
  await settle(grower);
  await writeDown(grower, { find: 'purple cone', option: /^Purple coneflower/, day: '20 Sep', seeds: '300' });
  await expect(page.getByText(/not tested; such seed is usually about 75 % viable/)).toBeVisible();
  await grower.press(page.getByRole('radio', { name: 'Test', exact: true }));
  await expect(page.getByText('a towel shows what is viable and what germinates')).toBeVisible();
  await page.getByRole('textbox', { name: 'seeds to test' }).fill('20');
  await grower.barrierFree();
  await grower.press(grower.button('Start the test'));
  await expect(page.getByRole('heading', { name: /^Bag/ })).toBeVisible();
  const code = page.url().match(/batch\/(\w+)\//)?.[1] ?? '';
  await grower.goTo(`/batch/${code}`);
  await expect(page.getByText('a test of 20 seeds')).toBeVisible();
  await grower.goTo('/');
  await grower.press(grower.button('Start'));
  await grower.passDays(1);
  await grower.press(grower.button('Packed and labelled'));
  for (const [days, up] of [
    [8, 9],
    [6, 5],
  ] as const) {
    await grower.passDays(days);
    await grower.goTo('/');
    await page.getByRole('textbox', { name: 'germinated', exact: true }).fill(String(up));
    await grower.press(grower.button('Record'));
    await expect(page.getByRole('button', { name: 'Pot' }), 'a test asks nobody to lift').toHaveCount(0);
  }
  await grower.passDays(30);
  await grower.goTo('/');
  await expect(page.getByText('Read the test')).toBeVisible();
  await grower.press(grower.button('Finish'));
  await grower.goTo('/seeds');
  await grower.press(grower.link(/Purple coneflower/));
  await expect(page.getByText(/^14 of 20 germinated on a towel\. With that, \d+–\d+ % viable/)).toBeVisible();
  await expect(page.getByText('on the towel')).toBeVisible();
  expect(await everySeed(grower)).toEqual({ 'in stock': 280, [`${code} on test`]: 20 });
  await grower.goTo('/results');
  await expect(page.getByText('No batch is closed yet.')).toBeVisible();
});

test('acorns count down from harvest, on their page and on the round, until they are kept moist', ON_PHONE, async ({ page, grower }) => {
  await settle(grower);
  await writeDown(grower, { find: 'red oak', option: /^Northern red oak/, day: '25 Sep', seeds: '120' });
  // Seed that dies when it dries is kept moist unless somebody says otherwise.
  await expect(page.getByText(/Kept moist it lasts until about \d+ Apr 2027/)).toBeVisible();
  await grower.press(page.getByRole('radio', { name: 'Move' }));
  await grower.press(page.getByRole('radio', { name: 'dry', exact: true }));
  await page.getByLabel('Where').fill('a paper bag');
  await grower.press(grower.button('Record'));
  await expect(page.getByText(/Drying kills it. In the open air it lives until about 9 Oct, 4 days from now/)).toBeVisible();
  await grower.goTo('/');
  await expect(page.getByRole('list', { name: 'What cannot wait' })).toContainText('Northern red oak');
  await grower.barrierFree();
  await grower.press(grower.link(/Northern red oak/));
  await grower.press(page.getByRole('radio', { name: 'Move' }));
  await grower.press(page.getByRole('radio', { name: 'moist' }));
  await page.getByLabel('Where').fill('crisper, in damp peat');
  await grower.press(grower.button('Record'));
  await expect(page.getByText(/Kept moist it lasts until about \d+ Apr 2027/)).toBeVisible();
  await grower.goTo('/');
  await expect(page.getByRole('list', { name: 'What cannot wait' })).toHaveCount(0);
  await grower.goTo('/seeds');
  await grower.press(grower.link(/Northern red oak/));
  await grower.press(grower.button('Undo'));
  await expect(page.getByText(/Drying kills it/)).toBeVisible();
});

test('the nursery’s own months decide what a winter outdoors is worth', AT_DESK, async ({ page, grower }) => {
  await settle(grower);
  await writeDown(grower, { find: 'amelanchier', option: /serviceberry/i, day: '28 Jul', seeds: '400' });
  await grower.press(grower.link('Plan with this lot'));
  await expect(
    page
      .getByText(/its winter is a guess from the latitude/)
      .or(page.getByText(/and \d more/))
      .first(),
  ).toBeVisible();
  await grower.goTo('/places');
  await grower.press(page.getByText('Change the months'));
  await page.getByLabel('January, mean minimum').fill('5');
  await page.getByLabel('January, mean maximum').fill('3');
  await grower.press(grower.button('Save the months'));
  await expect(page.getByText('The mean minimum must be below the mean maximum.')).toBeVisible();
  for (const month of [
    'January',
    'February',
    'March',
    'April',
    'May',
    'June',
    'July',
    'August',
    'September',
    'October',
    'November',
    'December',
  ]) {
    await page.getByLabel(`${month}, mean minimum`).fill('22');
    await page.getByLabel(`${month}, mean maximum`).fill('86 F');
  }
  await grower.press(grower.button('Save the months'));
  await expect(page.getByText('as you entered them')).toBeVisible();
  await grower.goTo('/plan');
  await grower.press(page.getByText(/that do not suit this seed, and why/));
  await expect(page.getByText('no winter here that this seed would notice')).toBeVisible();
});
