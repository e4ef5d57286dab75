import { AT_DESK, expect, ON_PHONE, test } from './nursery.ts';

test.use({ data: 'demo' });

test('today’s sprouts are potted in one sitting, counted as they grow, and brought on by their days', AT_DESK, async ({ page, grower }) => {
  const batches = (await (await page.request.get('/api/batches')).json()) as {
    code: string;
    speciesId: string;
    plan: { method: { id: string } };
  }[];
  const code = batches.find((one) => one.speciesId === 'lupinus-sericeus' && one.code === 'D3J')?.code as string;
  await test.step('nothing to pot is said, with the way on', async () => {
    await grower.goTo('/pots/session');
    await expect(page.getByText('Nothing has germinated that is not potted.')).toBeVisible();
    await grower.press(grower.link('Count what is in the warmth'));
    await grower.press(page.getByRole('button', { name: `${code}: 5 more germinated` }));
  });

  await test.step('containers, mix, water, depth and room follow from what is up', async () => {
    await grower.goTo('/pots');
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
    await grower.goTo('/pots');
    const row = page.locator('[data-row]').filter({ hasText: 'U7BWestern larch' });
    const living = Number(/(\d+) living/.exec((await row.textContent()) ?? '')?.[1]);
    await grower.press(row.getByRole('button', { name: /: 1 lost$/ }));
    await expect(row).toContainText(`${living - 1} living`);
    await grower.press(row.getByRole('button', { name: /^Undo/ }));
    await expect(row).toContainText(`${living} living`);
    await grower.press(row.getByRole('button', { name: /Western larch/ }));
    const panel = page.getByRole('region', { name: 'Bringing on' });
    await expect(panel.getByText(/plants expected on \d+ \w+, 9 times in 10; \d+ wanted/)).toBeVisible();
    for (const step of ['Lights on', 'Dome off, by steps', 'Harden off', 'Plant out'])
      await expect(panel.getByText(step, { exact: true })).toBeVisible();
    await expect(panel.getByText(/Frost risk \d+ %; .* until the first autumn frost/)).toBeVisible();
    await grower.barrierFree();
  });
});

test('what does not come is potted and held over, and is on the round again in its second spring', AT_DESK, async ({ page, grower }) => {
  const code = 'U7B';
  await grower.goTo('/');
  await grower.passDays(6);
  await grower.goTo('/warm');
  const row = page.locator('[data-row]').filter({ hasText: code });
  await grower.press(row.getByRole('button', { name: new RegExp(`^${code} `) }));
  await grower.press(page.getByRole('button', { name: /^Choose: Pot them, hold over another winter/ }));
  await grower.goTo(`/batch/${code}`);
  await expect(page.getByText(/outdoors over winter 22 Feb to 6 May 2028 planned/)).toBeVisible();
  await grower.press(grower.button('Move'));
  await expect(page.getByText(/out of warm towel/)).toBeVisible();

  // Those that came before do not wait for it: they are grown on, and go out this year.
  await grower.goTo('/');
  await grower.passDays(3);
  const early = page.locator('[data-row="due"]').filter({ hasText: code });
  await expect(early.filter({ hasText: 'Water, count' })).toHaveCount(1);
  await expect(early.filter({ hasText: 'Prick out' })).toHaveCount(0);
  await grower.goTo(`/batch/${code}`);
  await grower.press(page.getByText(/^\d+ more tasks, up to/));
  await expect(page.getByText(/^Plant out 29 May/)).toBeVisible();

  await grower.goTo('/');
  for (const days of [217, 217]) await grower.passDays(days);
  await grower.goTo(`/batch/${code}`);
  await expect(page.getByText(/^Leave it in/)).toBeVisible();
  await grower.passDays(3);
  await expect(page.getByText(/^Take it out now/)).toBeVisible();
  await grower.press(grower.button('Move'));
  await expect(page.getByText(/out of outdoors over winter/)).toBeVisible();
  await grower.goTo('/pots');
  await expect(page.locator('[data-row]').filter({ hasText: code })).toBeVisible();
});

test(
  'sixty sprouts are potted three to a cell, thinned, hardened off, and planted out against a promise',
  ON_PHONE,
  async ({ page, grower }) => {
    const read = async (address: string) => (await page.request.get(address)).json();
    const lots = (await read('/api/lots')) as { id: string; code: string }[];
    const batches = (await read('/api/batches')) as {
      id: string;
      speciesId: string;
      plan: { method: { id: string }; stages: unknown[] };
    }[];
    const like = batches.find(({ speciesId, plan }) => speciesId === 'larix-occidentalis' && plan.method.id === 'no-cold');
    const lotId = lots.find(({ code }) => code === 'LO-26-01')?.id;
    const [id, on] = [crypto.randomUUID(), '2027-02-16'];
    const stages = like?.plan.stages.map((stage) => ({ ...(stage as object), start: on, end: '2027-05-24' }));
    const plan = { ...like?.plan, seeds: 60, stages, made: undefined };
    const made = await page.request.post('/api/batches', { data: { id, lotId, plan, madeOn: on } });
    const { code } = (await made.json()) as { code: string };
    const event = (part: object) => ({ id: crypto.randomUUID(), on, ...part });
    const placeId = ((await read('/api/places')) as { id: string; kind: string }[]).find(({ kind }) => kind === 'bench')?.id;
    const begun = [0, 1].flatMap((stage) => [
      event({ kind: 'stageStarted', stage, placeId }),
      ...(stage === 0 ? [event({ kind: 'stageFinished', stage, moves: [] })] : []),
    ]);
    const up = event({ kind: 'checked', moves: [{ from: 'waiting', to: 'sprouted', count: 60 }] });
    expect((await page.request.post(`/api/batches/${id}/events`, { data: { decidedOn: 0, events: [...begun, up] } })).ok()).toBe(true);

    await test.step('promised: wrong figures are refused at their fields; what stands against it is drawn', async () => {
      await grower.goTo('/pots/promises');
      await grower.press(grower.button('Promise plants'));
      await grower.press(grower.button('Save'));
      await expect(page.getByText('Give a day, such as 24 May.')).toBeVisible();
      await page.getByLabel('Plants', { exact: true }).fill('14');
      await page.getByLabel('Species', { exact: true }).fill('western larch');
      await grower.press(page.getByRole('option', { name: /Western larch/ }).first());
      await page.getByLabel('For whom or what').fill('windbreak');
      await page.getByLabel('By', { exact: true }).fill('20 Jun');
      await grower.press(grower.button('Save'));
      const larch = page.getByRole('region', { name: 'Western larch' });
      await expect(larch.getByText('windbreak')).toBeVisible();
      await expect(larch.getByRole('img', { name: /Plants of Western larch ready and promised/ })).toBeVisible();
      await grower.barrierFree();
    });

    await test.step('potted three to a cell, and thinned on the day that the round says', async () => {
      await grower.goTo('/pots/session');
      const row = page.getByRole('listitem').filter({ hasText: code });
      await row.getByLabel('to each', { exact: true }).fill('3');
      await expect(row.getByText(/about 40 come off/)).toBeVisible();
      await grower.press(row.getByRole('button', { name: 'Potted 60' }));
      await expect(row).toHaveCount(0);
      await grower.goTo(`/batch/${code}`);
      await grower.press(grower.button('Finish'));
      await expect(page.getByText(/out of warm towel/)).toBeVisible();
      await grower.goTo('/');
      await grower.passDays(14);
      const thin = page.locator('[data-row="due"]').filter({ hasText: code }).filter({ hasText: 'Thin to one' });
      await expect(thin.getByText(/About 40 come off/)).toBeVisible();
      await grower.press(thin.getByRole('button', { name: 'Done' }));
      await grower.goTo(`/batch/${code}`);
      await expect(page.getByText(/20 potted · 40 lost/)).toBeVisible();
    });

    await test.step('planting out is moved, hardening off with it; both are done on their days', async () => {
      await grower.goTo('/pots');
      const row = page.locator('[data-row]').filter({ hasText: code });
      await grower.press(row.getByRole('button', { name: new RegExp(`^${code} `) }));
      const step = (name: string) =>
        page
          .getByRole('listitem')
          .filter({ has: page.getByText(name, { exact: true }) })
          .last();
      await grower.press(page.getByRole('button', { name: 'Move: Plant out' }));
      await page.getByLabel('New day').fill('1 Feb 2027');
      await grower.press(step('Plant out').getByRole('button', { name: 'Move: Plant out' }));
      await expect(page.getByText('Give today or a later day.')).toBeVisible();
      await page.getByLabel('New day').fill('2 Jun');
      await grower.press(step('Plant out').getByRole('button', { name: 'Move: Plant out' }));
      await expect(step('Plant out')).toContainText('2 Jun');
      await expect(step('Harden off')).toContainText(/25 May.+2 Jun/);
      await grower.passDays(84);
      await grower.goTo('/');
      const harden = page.locator('[data-row="due"]').filter({ hasText: code }).filter({ hasText: 'Harden off' });
      await grower.press(harden.getByRole('button', { name: 'Done' }));
      await expect(harden).toHaveCount(0);
      await grower.passDays(8);
    });

    await test.step('fourteen go out for the promise, the others stay; the promise is kept, and can be opened again', async () => {
      await grower.goTo(`/batch/${code}`);
      const out = page.getByRole('listitem').filter({ has: page.getByRole('textbox', { name: 'plants' }) });
      await out.getByRole('combobox', { name: 'for' }).selectOption({ label: 'windbreak (14)' });
      await expect(out.getByRole('textbox', { name: 'plants' })).toHaveValue('14');
      await grower.press(out.getByRole('button', { name: 'Plant out' }));
      await expect(page.getByText(/6 potted · 14 planted out · 40 lost/)).toBeVisible();
      await grower.goTo('/pots/promises');
      await expect(page.getByText('14 of 14 handed over')).toBeVisible();
      await grower.press(page.getByRole('button', { name: 'Kept: windbreak' }));
      await expect(page.getByText(/windbreak, Western larch, 14 plants, kept/)).toBeVisible();
      await grower.press(page.getByRole('button', { name: 'Open again: windbreak' }));
      await expect(page.getByRole('button', { name: 'Kept: windbreak' })).toBeVisible();
    });
  },
);
