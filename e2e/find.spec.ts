import { AT_DESK, expect, ONLY_LOOKS, test } from './nursery.ts';

test.use({ data: 'demo' });

test(
  'anything is found by a few letters, a slip of the finger apart, and a closed bag by its code',
  ONLY_LOOKS,
  async ({ page, grower }) => {
    await page.goto('/');
    await page.getByRole('heading', { level: 1 }).waitFor();
    const field = page.getByRole('combobox', { name: 'Find' });
    if (grower.touch) await grower.press(grower.button('Find'));
    else await page.keyboard.press('Control+k');
    await field.fill('westrn lrach');
    await expect(page.getByRole('dialog').getByRole('option').first()).toContainText('Western larch');
    await field.fill('serviceberry hedge');
    await expect(page.getByRole('dialog').getByRole('option').first()).toContainText('AA-25-02');
    await grower.barrierFree();
    await field.fill('zzzzzz');
    await expect(page.getByText('Nothing is called “zzzzzz”.')).toBeVisible();
    await field.fill('8ua');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Sulphur-flower buckwheat');
    await expect(page.getByText(/closed/).first()).toBeVisible();
    await page.goto('/batch/8UA/label');
    await expect(page.getByRole('heading', { name: /^Bag/ })).toBeVisible();
  },
);

test('a list is looked through, ordered and grouped, and the address keeps how', { tag: [ONLY_LOOKS.tag, AT_DESK.tag] }, async ({
  page,
  grower,
}) => {
  await page.goto('/cold');
  const rows = page.getByRole('list', { name: 'In the cold' }).getByRole('link');
  await expect(rows).toHaveCount(32);
  await rows.first().focus();
  await page.keyboard.press('ArrowDown');
  await expect(rows.nth(1)).toBeFocused();
  await page.keyboard.press('f');
  await expect(page.getByRole('searchbox', { name: 'Find in this list' })).toBeFocused();
  await page.getByRole('searchbox', { name: 'Find in this list' }).fill('larch');
  await expect(rows).toHaveCount(1);
  await page.reload();
  await expect(rows, 'the address keeps what was looked for').toHaveCount(1);
  await page.getByRole('searchbox', { name: 'Find in this list' }).fill('zzz');
  await expect(page.getByText('Nothing here has “zzz”')).toBeVisible();
  await page.getByRole('searchbox', { name: 'Find in this list' }).fill('');
  await page.getByLabel('grouped').selectOption('place');
  await expect(page.getByRole('heading', { level: 2 }).first()).toContainText('Freezer');
  await page.getByLabel('by', { exact: true }).selectOption('code');
  await expect(page).toHaveURL(/by=code/);
  await grower.barrierFree();
  await page.goto('/seeds?by=left');
  const inStock = page.getByRole('list', { name: 'Seeds in stock' }).getByRole('link');
  await expect(inStock.first()).toContainText(/\d,\d{3}of [\d,]+ in stock/);
  const left_seeds = (await inStock.allTextContents()).map((line) =>
    Number(/([\d,]+)of [\d,]+ in stock/.exec(line)?.[1]?.replaceAll(',', '')),
  );
  expect(left_seeds).toEqual(left_seeds.toSorted((a, b) => b - a));
  await grower.press(grower.button('Show lots that are used up'));
  await expect(page.getByRole('list', { name: 'Used up' }).getByRole('link')).toHaveCount(14);

  // A lot begins at its top, and the way back leads to where the list was left.
  const top = () => page.evaluate<number>('Math.round(scrollY)');
  const line = page.getByRole('list', { name: 'Seeds in stock' }).getByRole('link').nth(12);
  await page.goto('/seeds');
  await line.scrollIntoViewIfNeeded();
  const left = await top();
  expect(left).toBeGreaterThan(100);
  await expect.poll(() => page.evaluate<number>('history.state?.top ?? 0')).toBe(left);
  await grower.press(line);
  await expect(grower.link('Why this seed is dormant')).toBeVisible();
  expect(await top()).toBe(0);
  await page.goBack();
  await expect(page.getByRole('heading', { level: 1, name: 'Seeds in stock' })).toBeVisible();
  await expect.poll(top).toBe(left);
});

test('two thousand batches in the cold are one list, of which what is near the window is drawn', AT_DESK, async ({ page }) => {
  await page.route('**/api/batches', async (route) => {
    const response = await route.fetch();
    const batches = (await response.json()) as { id: string; code: string; events: { batchId: string }[] }[];
    const model = batches.find(({ code }) => code === 'NQE');
    if (!model) throw new Error('There is no bag NQE.');
    const more = Array.from({ length: 2000 }, (_, i) => ({
      ...model,
      id: `${model.id.slice(0, -6)}${String(i).padStart(6, '0')}`,
      code: `Z${i}`,
    }));
    await route.fulfill({ response, json: [...batches, ...more] });
  });
  await page.goto('/cold?by=code');
  const rows = page.getByRole('list', { name: 'In the cold' }).getByRole('listitem');
  await expect(rows.first()).toHaveAttribute('aria-setsize', '2032', { timeout: 60_000 });
  expect(await rows.count()).toBeLessThan(60);
  await page.getByRole('searchbox', { name: 'Find in this list' }).fill('z1999');
  await expect(rows).toHaveCount(1);
  await page.getByRole('searchbox', { name: 'Find in this list' }).fill('');
  await expect(rows.first()).toHaveAttribute('aria-setsize', '2032');
  // The end moves a little as rows are measured on the way.
  await expect(async () => {
    await page.evaluate('void scrollTo(0, document.documentElement.scrollHeight)');
    await expect(page.getByRole('link', { name: /^Z999 / })).toBeVisible({ timeout: 1000 });
  }).toPass({ timeout: 30_000 });
});

test('a damaged data file shows a notice that says what to do', AT_DESK, async ({ page, grower }) => {
  await page.route('**/api/health', (route) =>
    route.fulfill({ json: { status: 'damaged', today: '2027-02-16', lastBackup: '2027-02-14T04:00:00Z', fault: 'page 7' } }),
  );
  await page.goto('/');
  await expect(page.getByText('The last good backup is of 14 Feb. Stop Chill, and put it back')).toBeVisible();
  await grower.barrierFree();
});
