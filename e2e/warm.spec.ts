import { AT_DESK, expect, type Grower, ON_PHONE, test } from './nursery.ts';

test.use({ data: 'demo' });

/** The code of the batch of a species that lies on the warm towel. */
async function onTowel(grower: Grower, speciesId: string): Promise<string> {
  const batches = (await (await grower.page.request.get('/api/batches')).json()) as {
    code: string;
    speciesId: string;
    events: { kind: string; stage?: number }[];
    plan: { stages: { kind: string }[] };
  }[];
  const there = batches.find(
    ({ speciesId: of, plan, events }) =>
      of === speciesId && plan.stages[events.findLast(({ kind }) => kind === 'stageStarted')?.stage ?? -1]?.kind === 'warmTowel',
  );
  if (!there) throw new Error(`No ${speciesId} on a towel.`);
  return there.code;
}

/** Its row at the warm station, with its panel open, beside the list or below the row. */
async function opened(grower: Grower, code: string) {
  await grower.goTo('/warm');
  const row = grower.page.locator('[data-row]').filter({ hasText: code });
  await grower.press(row.getByRole('button', { name: new RegExp(`^${code} `) }));
  const panel = grower.page.getByRole('region', { name: 'Wait or stop?' });
  await expect(panel.getByRole('heading', { name: 'Wait or stop?' })).toBeVisible();
  return { row, panel };
}

test('a towel that stalls goes back into the cold, by one tap and a move, and sprouts after it', ON_PHONE, async ({ page, grower }) => {
  const code = await onTowel(grower, 'larix-occidentalis');
  const { row, panel } = await opened(grower, code);
  await expect(panel.getByText(/may still come \(\d+–\d+, 8 times in 10\)/)).toBeVisible();
  await grower.barrierFree();

  await test.step('decided, undone, decided again: dates follow each time', async () => {
    await grower.press(panel.getByRole('button', { name: /^Choose: Cold again for/ }));
    await expect(row.getByText(/^Decided on 16 Feb: A second cold stratification/)).toBeVisible();
    await grower.goTo(`/batch/${code}`);
    await expect(page.getByText(/cold stratification 16 Feb to .* planned/)).toBeVisible();
    await grower.press(page.getByRole('region', { name: 'Wait or stop?' }).getByRole('button', { name: `Undo: ${code}` }));
    await expect(page.getByText(/cold stratification 16 Feb to .* planned/)).toHaveCount(0);
    await grower.press(page.getByRole('button', { name: /^Choose: Cold again for/ }));
    await expect(page.getByText(/cold stratification 16 Feb to .* planned/)).toBeVisible();
    await grower.barrierFree();
  });

  await test.step('the move is on the round, and the cold goes on where it left off', async () => {
    await grower.goTo('/');
    const due = page.locator('[data-row="due"]').filter({ hasText: code });
    await grower.press(due.getByRole('button', { name: 'Packed and labelled' }));
    await grower.goTo(`/batch/${code}`);
    await expect(page.getByText(/out of warm towel/)).toBeVisible();
    await expect(page.getByText(/ready$/).first()).toBeVisible();
  });

  await test.step('after it more come', async () => {
    await grower.passDays(32);
    await grower.goTo(`/batch/${code}`);
    await grower.press(grower.button('Packed and labelled'));
    await expect(page.getByText(/out of cold stratification/).first()).toBeVisible();
    await grower.passDays(16);
    const again = await opened(grower, code);
    await grower.press(again.row.getByRole('button', { name: /simulated seeds show: \d+ germinated/ }));
    await expect(again.row.getByText(/^Today: /).first()).toBeVisible();
    await grower.press(again.row.getByRole('button', { name: /^Lift \d+ at/ }));
    await expect(again.row.getByRole('button', { name: /^Lift/ })).toHaveCount(0);
  });
});

test('one of which nothing comes is cut, and stopped', AT_DESK, async ({ page, grower }) => {
  const code = await onTowel(grower, 'iliamna-rivularis');
  await grower.goTo('/');
  await grower.passDays(16);
  const { row, panel } = await opened(grower, code);
  await grower.press(row.getByRole('button', { name: `${code}: none new` }));
  await expect(row.getByText(/^Today: /).first()).toBeVisible();
  const cut = panel.getByRole('button', { name: /^Choose: Cut/ });
  await grower.press(cut);
  await panel.getByLabel('seeds cut', { exact: true }).fill('5');
  await panel.getByLabel('firm and white', { exact: true }).fill('6');
  await grower.press(panel.getByRole('button', { name: 'Record' }));
  await expect(panel.getByText('Give how many of the 5 were firm and white: 0 to 5.')).toBeVisible();
  await panel.getByLabel('firm and white', { exact: true }).fill('0');
  await grower.press(panel.getByRole('button', { name: 'Record' }));
  await expect(panel.getByText('Stop.', { exact: true })).toBeVisible();
  await grower.barrierFree();
  await grower.press(panel.getByRole('button', { name: 'Choose: Stop' }));
  await grower.press(panel.getByRole('button', { name: 'Stop', exact: true }));
  await expect(row).toHaveCount(0);
  await grower.goTo(`/batch/${code}`);
  await expect(page.getByText(/: (\d+ potted · )?5 tested · \d+ lost$/)).toBeVisible();
  // One comes up in the compost after all.
  const after = page.locator('details').filter({ hasText: 'Some came after all' });
  await grower.press(after.getByText('Some came after all'));
  await grower.press(after.getByRole('button', { name: 'Record' }));
  await expect(page.getByText(/1 germinated, 1 potted/)).toBeVisible();
});

test('a fast one is counted in taps, and lifted before its roots are too long', ON_PHONE, async ({ page, grower }) => {
  const code = await onTowel(grower, 'lupinus-sericeus');
  await grower.goTo('/warm');
  const row = page.locator('[data-row]').filter({ hasText: code });
  const before = Number(/(\d+) of 60 germinated/.exec((await row.textContent()) ?? '')?.[1]);
  await grower.press(row.getByRole('button', { name: `${code}: 5 more germinated` }));
  await grower.press(row.getByRole('button', { name: `${code}: 1 more germinated` }));
  await expect(row).toContainText(`${before + 6} of 60 germinated`);
  // Each count has an undo of its own, the newest first.
  await grower.press(row.getByRole('button', { name: `Undo: ${code}` }).first());
  await expect(row).toContainText(`${before + 5} of 60 germinated`);
  await grower.press(row.getByRole('button', { name: /^Lift 5 at \d+ mm and pot them$/ }));
  await expect(row.getByRole('button', { name: /^Lift/ })).toHaveCount(0);
});
