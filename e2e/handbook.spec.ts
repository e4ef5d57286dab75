import { AT_DESK, expect, type Grower, settle, test } from './nursery.ts';

/** Adds the lot whose species is chosen already: collected on the first of October, of unknown viability. */
async function addUntested(grower: Grower, place: string): Promise<void> {
  const { page } = grower;
  await page.getByLabel('Place', { exact: true }).fill(place);
  await page.getByLabel('Day', { exact: true }).fill('1 Oct');
  await page.getByLabel('Seeds in stock').fill('400');
  await grower.press(page.getByRole('radio', { name: 'not known' }));
  await grower.press(grower.button('Add the lot'));
}

test('an unknown seed through the key, to a lot that can be planned', AT_DESK, async ({ page, grower }) => {
  await settle(grower);
  await page.goto('/handbook');
  await grower.press(grower.link('What does an unknown seed need?'));
  await expect(page.getByText('The guess appears here.')).toBeVisible();
  for (const answer of [
    'yes, visibly',
    'cold, with frost',
    'woods',
    '4 to 9 mm',
    'a fleshy fruit, dried since',
    'a shrub or tree',
    'autumn',
  ])
    await grower.press(grower.button(answer));
  await expect(page.getByText('It needs cold stratification.')).toBeVisible();
  await expect(page.getByText(/\d+ % sure/)).toBeVisible();
  await expect(page.getByRole('heading', { name: 'The two most useful tests' })).toBeVisible();
  await grower.barrierFree();
  await grower.press(grower.button('Keep, and add the lot'));
  await expect(page.getByText('Give it a name, if only your own.')).toBeVisible();
  await page.getByLabel('Call it').fill('Hedge berry');
  await grower.press(grower.button('Keep, and add the lot'));
  await expect(page.getByRole('combobox', { name: 'Species' })).toHaveValue(/Hedge berry/);
  await addUntested(grower, 'Hedge');
  await grower.press(grower.link('Why this seed is dormant'));
  await expect(page.getByText('This entry is a first guess.')).toBeVisible();
  await grower.barrierFree();
  await page.goBack();
  await grower.press(grower.link('Plan with this lot'));
  await expect(page.getByRole('list', { name: 'Methods, best first' }).getByRole('button').first()).toBeVisible();
});

test('a species of one’s own: copied, changed, compared, saved as a file and taken in again', AT_DESK, async ({ page, grower }) => {
  await settle(grower);
  await page.goto('/handbook?find=larix');
  await grower.press(grower.link(/Western larch/));
  await grower.press(grower.link('Copy and change'));
  await page.getByLabel('Cold stratification, to, days').fill('-7');
  await grower.press(grower.button('Save'));
  await expect(page.getByRole('alert').first()).toBeVisible();
  await page.getByLabel('Cold stratification, to, days').fill('56');
  await page.getByLabel('Name', { exact: true }).fill('Larch of the gap');
  await page.reload();
  await expect(page.getByLabel('Name', { exact: true }), 'the draft survives a reload').toHaveValue('Larch of the gap');
  await grower.barrierFree();
  await grower.press(grower.button('Save'));
  await expect(page.getByRole('heading', { name: 'Larch of the gap' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Changed from the shipped entry' })).toBeVisible();
  await grower.barrierFree();
  const download = page.waitForEvent('download');
  await grower.press(grower.button('Export'));
  const path = await (await download).path();
  await grower.press(grower.button('Remove'));
  await expect(page.getByRole('heading', { name: 'Handbook' })).toBeVisible();
  await page
    .getByLabel('Import a species')
    .setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from('{"id": 3}') });
  await expect(page.getByText(/^scientific: /)).toBeVisible();
  await page.getByLabel('Import a species').setInputFiles(path);
  await expect(page.getByRole('heading', { name: 'Larch of the gap' })).toBeVisible();
});

test('a genus stands in where the handbook has no such species, and says so', AT_DESK, async ({ page, grower }) => {
  await settle(grower);
  await page.goto('/handbook?find=ribes+aureum');
  await expect(page.getByText('itself is not in the handbook.')).toBeVisible();
  await grower.press(grower.button('Start your own entry from it'));
  await expect(page.getByText('This entry is what is usual in the genus.')).toBeVisible();
  await grower.barrierFree();
});

test('what a newcomer grows is found by its usual name, and planned; the whole handbook as a table', AT_DESK, async ({ page, grower }) => {
  await settle(grower);
  const wanted = [
    ['orange', 'Citrus × sinensis'],
    ['chilli', 'Capsicum annuum'],
    ['lavender', 'Lavandula angustifolia'],
    ['english oak', 'Quercus robur'],
    ['cape sundew', 'Drosera capensis'],
    ['redwood', 'Sequoia sempervirens'],
    ['protea', 'Protea'],
  ] as const;
  await page.goto('/handbook');
  const rows = page.getByRole('list', { name: 'Species' }).getByRole('listitem');
  for (const [typed, scientific] of wanted) {
    await page.getByRole('searchbox', { name: 'Find a species' }).fill(typed);
    await expect(rows.first(), typed).toContainText(scientific);
  }
  for (const [typed, first] of [
    ['chilli', /Sown at once/],
    ['lavender', /fridge/],
    ['cape sundew', /Sown at once/],
  ] as const) {
    await grower.goTo('/seeds/new');
    await page.getByRole('combobox', { name: 'Species' }).fill(typed);
    await grower.press(page.getByRole('option').first());
    await addUntested(grower, 'Swapped');
    await grower.press(grower.link('Plan with this lot'));
    await expect(page.getByRole('list', { name: 'Methods, best first' }).getByRole('button').first()).toContainText(first);
  }
  await page.goto('/handbook/table');
  const table = page.getByRole('table');
  await grower.press(table.getByRole('button', { name: 'thousand weigh' }));
  await expect(table.getByRole('row').nth(1), 'the lightest first').toContainText('Drosera capensis');
  await grower.press(table.getByRole('button', { name: /thousand weigh/ }));
  await expect(table.getByRole('row').nth(1), 'then the heaviest').toContainText('Persea americana');
  await grower.barrierFree();
  const [file] = await Promise.all([page.waitForEvent('download'), grower.press(grower.link('Save as CSV'))]);
  expect(file.suggestedFilename()).toMatch(/handbook.*\.csv/);
});
