import { AT_DESK, expect, settle, test } from './nursery.ts';

test('an unknown seed through the key, to a lot that can be planned', async ({ page, grower }) => {
  await settle(grower);
  await page.goto('/handbook');
  await grower.press(grower.link('what does an unknown seed wait for?'));
  await expect(page.getByText('The guess will stand here.')).toBeVisible();
  for (const answer of ['yes, visibly', 'cold, with frost', 'woods', '4 to 9 mm', 'a fleshy fruit', 'a shrub or tree', 'autumn'])
    await grower.press(grower.button(answer));
  await expect(page.getByText('It waits for moist cold.')).toBeVisible();
  await expect(page.getByText(/\d+ in 100 sure/)).toBeVisible();
  await expect(page.getByRole('heading', { name: 'The two tests that would tell most' })).toBeVisible();
  await grower.barrierFree();
  await grower.press(grower.button('keep it, and add the lot'));
  await expect(page.getByText('Give it a name, if only your own.')).toBeVisible();
  await page.getByLabel('Call it').fill('Hedge berry');
  await grower.press(grower.button('keep it, and add the lot'));
  await expect(page.getByRole('combobox', { name: 'Species' })).toHaveValue(/Hedge berry/);
  await page.getByLabel('Place').fill('Hedge');
  await page.getByLabel('Day', { exact: true }).fill('1 Oct');
  await page.getByLabel('Seeds in hand').fill('400');
  await grower.press(page.getByRole('radio', { name: 'not known' }));
  await grower.press(grower.button('add the lot'));
  await grower.press(grower.link('why this seed waits'));
  await expect(page.getByText('This entry is a first guess.')).toBeVisible();
  await grower.barrierFree();
  await page.goBack();
  await grower.press(grower.link('plan from it'));
  await expect(page.getByRole('list', { name: 'Ways, the best first' }).getByRole('button').first()).toBeVisible();
});

test('a species of one’s own: copied, changed, compared, saved as a file and taken in again', AT_DESK, async ({ page, grower }) => {
  await settle(grower);
  await page.goto('/handbook?find=larix');
  await grower.press(grower.link(/Western larch/));
  await grower.press(grower.link('copy and change it'));
  await page.getByLabel('Moist cold, to, days').fill('-7');
  await grower.press(grower.button('save'));
  await expect(page.getByRole('alert').first()).toBeVisible();
  await page.getByLabel('Moist cold, to, days').fill('56');
  await page.getByLabel('Name', { exact: true }).fill('Larch of the gap');
  await page.reload();
  await expect(page.getByLabel('Name', { exact: true }), 'the draft survives a reload').toHaveValue('Larch of the gap');
  await grower.barrierFree();
  await grower.press(grower.button('save'));
  await expect(page.getByRole('heading', { name: 'Larch of the gap' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Otherwise than shipped' })).toBeVisible();
  await grower.barrierFree();
  const download = page.waitForEvent('download');
  await grower.press(grower.button('save as a file'));
  const path = await (await download).path();
  await grower.press(grower.button('take it out'));
  await expect(page.getByRole('heading', { name: 'Handbook' })).toBeVisible();
  await page
    .getByLabel('take in a species from a file')
    .setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from('{"id": 3}') });
  await expect(page.getByText(/^scientific: /)).toBeVisible();
  await page.getByLabel('take in a species from a file').setInputFiles(path);
  await expect(page.getByRole('heading', { name: 'Larch of the gap' })).toBeVisible();
});

test('a genus stands in where the handbook has no such species, and says so', AT_DESK, async ({ page, grower }) => {
  await settle(grower);
  await page.goto('/handbook?find=ribes+aureum');
  await expect(page.getByText('itself is not in the handbook.')).toBeVisible();
  await grower.press(grower.button('start an entry of your own from it'));
  await expect(page.getByText('This entry is what is usual in the genus.')).toBeVisible();
  await grower.barrierFree();
});
