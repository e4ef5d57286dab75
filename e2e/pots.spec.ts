import { expect, test } from './nursery.ts';

test.use({ data: 'demo' });

test('today’s sprouts are potted in one sitting, counted as they grow, and brought on by their days', async ({ page, grower }) => {
  const batches = (await (await page.request.get('/api/batches')).json()) as {
    code: string;
    speciesId: string;
    plan: { way: { id: string } };
  }[];
  const code = batches.find((one) => one.speciesId === 'lupinus-sericeus' && one.code === 'D3J')?.code as string;
  await test.step('nothing to pot is said, with the way on', async () => {
    await page.goto('/pots/session');
    await expect(page.getByText('Nothing has germinated that is not potted.')).toBeVisible();
    await grower.press(grower.link('Count what is in the warmth'));
    await grower.press(page.getByRole('button', { name: `${code}: 5 more germinated` }));
  });

  await test.step('containers, mix, water, depth and room follow from what is up', async () => {
    await page.goto('/pots');
    await grower.press(grower.link('Pot up 5 sprouts'));
    await expect(page.getByText(/Root down, covered 4 mm to 6 mm deep/)).toBeVisible();
    await expect(page.getByRole('listitem').filter({ hasText: /^deep cell, 160 mL\s*5\s*in 1 tray/ })).toBeVisible();
    await page.getByRole('combobox', { name: /into a/ }).selectOption('deepPot');
    await expect(page.getByText('5.8 L')).toBeVisible();
    for (const part of ['coir', 'perlite', 'sand']) await page.getByLabel(`parts of ${part}`, { exact: true }).fill('0');
    await expect(page.getByText('Give at least one part of something.')).toBeVisible();
    await page.getByLabel('parts of loam', { exact: true }).fill('1');
    await page.getByLabel('to each', { exact: true }).fill('2');
    await expect(page.getByText(/Thin to one .* about 2 come off/)).toBeVisible();
    await grower.barrierFree();
    await grower.press(grower.button('Potted 5'));
    await expect(page.getByText('Nothing has germinated that is not potted.')).toBeVisible();
  });

  await test.step('in their pots: a loss in one tap, taken back; the days of bringing on; enough or short', async () => {
    await page.goto('/pots');
    const row = page.locator('[data-row]').filter({ hasText: 'Common camas' });
    const living = Number(/(\d+) living/.exec((await row.textContent()) ?? '')?.[1]);
    await grower.press(row.getByRole('button', { name: /: 1 lost$/ }));
    await expect(row).toContainText(`${living - 1} living`);
    await grower.press(row.getByRole('button', { name: /^Undo/ }));
    await expect(row).toContainText(`${living} living`);
    await grower.press(row.getByRole('button', { name: /Common camas/ }));
    const panel = page.getByRole('region', { name: 'Bringing on' });
    await expect(panel.getByText(/plants expected on 24 May, 9 times in 10; 30 wanted/)).toBeVisible();
    for (const step of ['Lights on', 'Dome off, by steps', 'Harden off', 'Plant out'])
      await expect(panel.getByText(step, { exact: true })).toBeVisible();
    await expect(panel.getByText(/Frost risk \d+ %; .* until the first autumn frost/)).toBeVisible();
    await grower.barrierFree();
  });
});
