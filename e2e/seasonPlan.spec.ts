import { expect, test } from './nursery.ts';

test.use({ data: 'demo' });

/** Promises of species that the demo has in stock, some of which nothing is under way for. */
const SPECIES = [
  'iliamna-rivularis',
  'prunus-virginiana',
  'crataegus-douglasii',
  'penstemon-venustus',
  'eriogonum-umbellatum',
  'acer-glabrum',
];

test('promises are planned together, moved by hand, accepted with labels, and undone', async ({ page, grower }) => {
  await page.goto('/plan/season');
  for (const [i, speciesId] of SPECIES.entries()) {
    const id = crypto.randomUUID();
    const data = { id, speciesId, plants: 20 + i, on: '2028-06-01', whom: `planting ${i + 1}` };
    expect((await page.request.put(`/api/promises/${id}`, { data })).ok()).toBe(true);
  }
  await page.reload();
  await grower.press(grower.button('Plan the season'));
  const proposal = page.getByRole('region', { name: 'Proposed season' });
  await expect(proposal.getByRole('listitem').first()).toBeVisible();
  await expect(page.getByText(/^\d+ of \d+ promises kept in time/)).toBeVisible();
  await expect(grower.button(/^Accept: make \d+ batch/)).toBeVisible({ timeout: 60_000 });
  await grower.barrierFree();

  await test.step('one is moved by the arrow keys, left with Escape, then moved and kept: it stays there while the rest is planned again', async () => {
    const slider = proposal.getByRole('slider').first();
    const before = await slider.getAttribute('aria-valuetext');
    await slider.focus();
    await page.keyboard.press('Shift+ArrowRight');
    expect(await slider.getAttribute('aria-valuetext')).not.toBe(before);
    await page.keyboard.press('Escape');
    await expect(slider).toHaveAttribute('aria-valuetext', before ?? '');
    await page.keyboard.press('Shift+ArrowRight');
    const moved = await slider.getAttribute('aria-valuetext');
    await page.keyboard.press('Enter');
    await expect(grower.button(/^Let go of the plan for/)).toBeVisible();
    await expect(grower.button(/^Accept: make \d+ batch/)).toBeVisible({ timeout: 60_000 });
    await expect(slider).toHaveAttribute('aria-valuetext', moved ?? '');
  });

  await test.step('accepted, its batches are planned and have labels; undone, they are gone', async () => {
    const planned = async () => ((await (await page.request.get('/api/batches')).json()) as unknown[]).length;
    const before = await planned();
    await grower.press(grower.button(/^Accept: make \d+ batch/));
    await expect(page.getByText(/^\d+ batch(es)? (is|are) planned\.$/)).toBeVisible();
    expect(await planned()).toBeGreaterThan(before);
    await expect(grower.link('Print their labels')).toHaveAttribute('href', /^\/labels\?of=\w+/);
    await grower.press(grower.button(/^Undo the season of/));
    await expect(grower.link('Print their labels')).toBeHidden();
    expect(await planned()).toBe(before);
  });
});
