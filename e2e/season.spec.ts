import { expect, ON_PHONE, test } from './nursery.ts';

test.use({ data: 'demo' });

test(
  'the season is drawn: what is too full is said with what would end it, a batch followed through its places, the same in figures',
  ON_PHONE,
  async ({ page, grower }) => {
    await page.goto('/plan');
    await grower.press(grower.link('The season, drawn'));
    await expect(page.getByRole('heading', { level: 1, name: 'Season' })).toBeVisible();
    const drawing = page.getByRole('img', { name: /^The season: every place with what lies in it/ });
    await expect(drawing.getByText('Heat mat')).toBeVisible();
    await expect(page.getByText(/^Bench is too full from \d+ \w+ to \d+ \w+: \d+ trays too many\.$/)).toBeVisible();

    await test.step('one is followed by its name, and by its line', async () => {
      await page.getByLabel('Follow a batch').selectOption({ label: 'B6F Common camas' });
      await expect(page.getByText(/^Fridge, middle shelf, \d+ \w+( 2026)? to \d+ \w+$/)).toBeVisible();
      await expect(page.getByText(/^Bench, \d+ \w+ to 24 May$/)).toBeVisible();
      await grower.barrierFree();
      await page.getByLabel('Follow a batch').selectOption({ label: 'none' });
      const box = await drawing.boundingBox();
      const top = await drawing.getByText('Freezer').boundingBox();
      if (!box || !top) throw new Error('Nothing is drawn.');
      // Just above the freezer lies the crisper, on the day before today.
      const today = await drawing.getByText('16 Feb').boundingBox();
      const followed = page.getByLabel('Follow a batch');
      // Lines lie a finger apart: one of these heights meets one.
      for (let up = 24; up < 110 && (await followed.inputValue()) === ''; up += 4)
        await drawing.tap({ position: { x: (today?.x ?? 0) - box.x - 11, y: top.y - box.y - up } });
      await expect(followed).not.toHaveValue('');
    });

    await test.step('what each place holds, week by week', async () => {
      await grower.press(page.getByText('Figures as a table'));
      await expect(page.getByRole('columnheader', { name: 'Heat mat' })).toBeVisible();
      expect(await page.getByRole('row').count()).toBeGreaterThan(30);
    });
  },
);
