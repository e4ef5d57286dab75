import { expect, type Grower, test } from './nursery.ts';

/** The ledger in words, "60 seeds: 42 waiting · …", read back and added up. */
async function sumsRight(grower: Grower): Promise<Record<string, number>> {
  const words = await grower.page
    .getByText(/^\d+ seeds: /)
    .first()
    .textContent();
  const [, total, parts] = /^(\d+) seeds: (.+)$/.exec(words ?? '') as unknown as [string, string, string];
  const counts = Object.fromEntries(parts.split(' · ').map((part) => [part.replace(/^\d+ /, ''), Number.parseInt(part, 10)]));
  expect(Object.values(counts).reduce((sum, count) => sum + count, 0)).toBe(Number(total));
  return counts;
}

test('from a seed packet to plants set out, by stepping the clock', async ({ page, grower }) => {
  await test.step('the first run asks for place, last frost and units only', async () => {
    await grower.goTo('/');
    await expect(page.getByRole('textbox')).toHaveCount(5);
    await grower.press(grower.button('Start'));
    await expect(page.getByText('Give the latitude in degrees')).toBeVisible();
    await page.getByLabel('Name of the nursery').fill('Home bench');
    await page.getByLabel('Latitude').fill('46.3 N');
    await page.getByLabel('Height above the sea').fill('2560 ft');
    await page.getByLabel('Last spring frost').fill('12 May');
    await grower.barrierFree();
    await grower.press(grower.button('Start'));
    await expect(page.getByText('Nothing is sown yet.')).toBeVisible();
    await grower.barrierFree();
  });

  await test.step('a lot: found by its scientific name, and what 7 of 10 means', async () => {
    await grower.press(grower.link('Add a lot'));
    await page.getByRole('combobox', { name: 'Species' }).fill('larix');
    await grower.press(page.getByRole('option', { name: /Western larch/ }));
    await page.getByLabel('Place', { exact: true }).fill('North slope');
    await page.getByLabel('Day', { exact: true }).fill('31 Sep');
    await expect(page.getByText(/^There is no 31 Sep 20\d\d\.$/)).toHaveCount(1);
    await page.getByLabel('Day', { exact: true }).fill('18 Sep');
    await page.getByLabel('Seeds in stock').fill('300');
    await page.getByRole('textbox', { name: 'Viable' }).fill('7');
    await page.getByLabel('of seeds tested').fill('10');
    await expect(page.getByText('7 of 10 viable (40–89 %)')).toBeVisible();
    await expect(page.getByText(/(Cut|Test) \d+ more.*: the range narrows to 15 points either way/)).toBeVisible();
    await grower.barrierFree();
    await page.reload();
    await expect(page.getByLabel('Seeds in stock'), 'the draft survives a reload').toHaveValue('300');
    await grower.press(grower.button('Add the lot'));
    await expect(page.getByRole('heading', { name: 'Western larch' })).toBeVisible();
    await grower.barrierFree();
  });

  let code = '';
  await test.step('a plan: the wish changes, and every way moves with it, without a round trip', async () => {
    await grower.press(grower.link('Plan with this lot'));
    const towel = page.getByRole('button', { name: /^Towel in the fridge/ });
    const before = await towel.textContent();
    let asked = 0;
    page.on('request', (request) => request.url().includes('/api/') && request.method() !== 'GET' && asked++);
    await page.getByLabel('number of plants').fill('25');
    await expect(towel).not.toHaveText(before ?? '');
    const backward = await towel.textContent();
    expect(backward).toMatch(/starts \d+ \w{3}/);
    await page.getByLabel('when', { exact: true }).selectOption('startOn');
    await expect(towel).toContainText('starts 5 Oct');
    expect(asked).toBe(0);
    await grower.press(towel);
    await expect(page.getByText('take-out window', { exact: true })).toBeVisible();
    await grower.press(page.getByText('Why so many seeds?'));
    await expect(page.getByText('The shares multiply to')).toBeVisible();
    await grower.barrierFree();
    await page.getByRole('textbox', { name: 'seeds to start' }).fill('60');
    await grower.press(grower.button('Make this batch'));
    await expect(page.getByRole('heading', { name: /^Bag/ })).toBeVisible();
    code = page.url().match(/batch\/(\w+)\//)?.[1] ?? '';
    expect(code).toMatch(/^[2-9A-Z]{3}$/);
    await expect(page.getByRole('img', { name: /QR code/ })).toBeVisible();
    await grower.barrierFree();
  });

  await test.step('the round: soak, cold, and checks with one tap, with undo', async () => {
    await grower.press(grower.link('Open the round'));
    await expect(page.getByText('Start the soak')).toBeVisible();
    await grower.press(grower.button('Start'));
    await expect(page.getByText('All 1 done.')).toBeVisible();
    await expect(page.getByText(/Nothing is due today\. Next: tomorrow, 1 bag\./)).toBeVisible();
    await grower.passDays(1);
    await grower.press(grower.button('Packed and labelled'));
    await expect(page.getByText(/out of soak, soak ended 10 h( \d+ min)? late; into cold stratification/)).toBeVisible();
    await grower.passDays(8);
    await expect(page.getByText(/Week 2 of \d/)).toBeVisible();
    await grower.press(grower.button(/^no mould/));
    await grower.press(grower.button('One more: mould'));
    await grower.press(grower.button('Record'));
    await expect(page.getByText('damp, some mould, 2 mouldy')).toBeVisible();
    await grower.press(grower.button(`Undo: ${code}`));
    await grower.press(grower.button('As usual'));
    await expect(page.getByText('damp, no mould')).toBeVisible();
    await grower.barrierFree();
  });

  await test.step('the log line: shown before it is done; what is not understood is said', async () => {
    await grower.press(grower.button(/^Quick entry/));
    const line = page.getByRole('combobox', { name: 'Quick entry' });
    await line.fill(`${code} 2 mould purple`);
    await expect(page.getByText('“purple” was not understood')).toBeVisible();
    await expect(grower.button('Record')).toBeDisabled();
    await line.fill(`${code} 61 up`);
    await expect(page.getByText('Only 60 are')).toBeVisible();
    await line.fill(`${code} 1 mould damp`);
    await expect(page.getByText('waiting 60 → 59')).toBeVisible();
    await grower.barrierFree();
    await line.press('Enter');
    await expect(page.getByText(`✓ ${code} damp, some mould, 1 mouldy`)).toBeVisible();
    await grower.press(grower.button('Close'));
  });

  await test.step('out of the cold when it is due, onto the warm towel', async () => {
    await grower.goTo(`/batch/${code}`);
    expect(await sumsRight(grower)).toEqual({ waiting: 59, mouldy: 1 });
    await grower.passDays(30);
    await grower.press(
      page
        .getByText(/Do it early/)
        .or(grower.button('Packed and labelled'))
        .first(),
    );
    if (await page.getByRole('button', { name: 'Packed and labelled' }).isVisible())
      await grower.press(grower.button('Packed and labelled'));
    await expect(page.getByText(/out of cold stratification/)).toBeVisible();
    await grower.barrierFree();
  });

  await test.step('sprouts counted at each check, lifted to pots, drawn against what was expected', async () => {
    for (const [days, count] of [
      [8, 9],
      [2, 12],
      [2, 7],
    ] as const) {
      await grower.passDays(days);
      await grower.goTo('/');
      await page.getByRole('textbox', { name: 'germinated', exact: true }).fill(String(count));
      await grower.press(grower.button('Record'));
      await grower.press(grower.button('Pot'));
    }
    await grower.goTo(`/batch/${code}`);
    await expect(page.getByRole('img', { name: /^28 of 59 germinated by day 12; about \d+ were expected/ })).toBeVisible();
    await expect(
      page
        .getByRole('img', { name: /germinated by day 12/ })
        .locator('path')
        .first(),
    ).toBeAttached();
    expect(await sumsRight(grower)).toEqual({ waiting: 31, potted: 28, mouldy: 1 });
    await grower.barrierFree();
    for (const [station, heading] of [
      ['Warm', 'In the warmth'],
      ['Cold', 'In the cold'],
      ['Treat', 'On the bench'],
    ] as const) {
      await grower.press(
        page
          .getByRole('navigation', { name: 'Stations' })
          .getByRole('link', { name: new RegExp(`^${station}`) })
          .locator('visible=true'),
      );
      // By name: until the station has come, the page before it still shows a heading of its own.
      await expect(page.getByRole('heading', { level: 1, name: heading })).toBeVisible();
      await grower.barrierFree();
    }
  });

  await test.step('finished, potted on, losses counted, set out, closed', async () => {
    await grower.passDays(25);
    await grower.goTo('/');
    await grower.press(grower.button('Finish'));
    await expect(page.getByText(/out of warm towel/)).toBeVisible();
    await grower.passDays(7);
    const pots = page.locator('[data-row]').filter({ hasText: 'Any lost?' });
    await grower.press(pots.getByRole('button', { name: /^none lost/ }));
    await grower.press(pots.getByRole('button', { name: 'Record', exact: true }));
    await grower.goTo('/pots');
    await expect(page.getByText('27 living of 60')).toBeVisible();
    await grower.barrierFree();
    await grower.passDays(160);
    await grower.goTo(`/batch/${code}`);
    await page.getByRole('textbox', { name: 'plants' }).fill('25');
    await grower.press(page.getByRole('radio', { name: 'write them off' }));
    await grower.press(grower.button('Plant out'));
    await expect(page.getByText(/^Closed on/)).toBeVisible();
    expect(await sumsRight(grower)).toEqual({ 'planted out': 25, 'held over': 31, mouldy: 1, lost: 3 });
    await grower.barrierFree();
    await grower.goTo('/results');
    await expect(page.getByText(/^60 seeds: 25 plants · /)).toBeVisible();
    await grower.barrierFree();
  });
});
