import { AT_DESK, expect, ON_PHONE, startServer, test } from './nursery.ts';

test.use({ data: 'demo' });

test('the day steps on, and the simulated seeds go on living', ON_PHONE, async ({ page, grower }) => {
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Tuesday 16 February' })).toBeVisible();
  const note = page.getByRole('button', { name: /the simulated seeds show/ }).first();
  await expect(note).toBeVisible();
  await grower.press(note);
  await grower.press(grower.button('Record'));
  await expect(page.getByText('1 done.')).toBeVisible();
  await grower.passDays(1);
  await expect(page.getByRole('heading', { name: 'Wednesday 17 February' })).toBeVisible();
});

test(
  'an undo that a later entry rests on is refused in its place, and undoes both where both are meant',
  ON_PHONE,
  async ({ page, grower }) => {
    await page.goto('/batch/D3J');
    const waiting = async () => Number(/(\d+) waiting/.exec((await page.getByText(/^60 seeds: /).textContent()) ?? '')?.[1] ?? 0);
    const before = await waiting();
    const entry = page
      .getByRole('listitem')
      .filter({ hasText: /\d+ germinated/ })
      .filter({ has: page.getByRole('button', { name: /^Undo/ }) })
      .first();
    await grower.press(entry.getByRole('button', { name: /^Undo/ }));
    const refusal = entry.getByRole('alert');
    await expect(refusal).toContainText('A later entry rests on this');
    await grower.press(refusal.getByRole('button', { name: 'Cancel' }));
    await expect(refusal).toBeHidden();
    await grower.press(entry.getByRole('button', { name: /^Undo/ }));
    await grower.press(entry.getByRole('button', { name: /too$/ }));
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await expect.poll(waiting, 'what had germinated waits again').toBeGreaterThan(before);
  },
);

test('the run is gone through by keyboard alone, and / opens the log', AT_DESK, async ({ page, hasTouch }) => {
  test.skip(hasTouch === true, 'a phone has no keyboard');
  await page.goto('/');
  await page.getByRole('heading', { level: 1 }).waitFor();
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'Skip to the content' })).toBeFocused();
  await page.keyboard.press('/');
  const line = page.getByRole('combobox', { name: 'Quick entry' });
  await expect(line).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(line).toBeHidden();
  await page.getByRole('radio', { name: 'damp' }).first().focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('radio', { name: 'wet' }).first()).toBeFocused();
  await expect(page.getByRole('radio', { name: 'wet' }).first()).toBeChecked();
  await page.getByRole('link', { name: /^Cold/ }).first().press('Enter');
  await expect(page.getByRole('heading', { name: 'In the cold' })).toBeFocused();
  await expect(page).toHaveTitle('In the cold · Chill');
});

test('what two people record at once is shown to the second, with both sides', AT_DESK, async ({ page, grower, server }) => {
  await page.goto('/');
  await page.getByLabel('At work here').selectOption('Tomas');
  const row = page
    .getByRole('listitem')
    .filter({ has: page.getByRole('button', { name: 'As usual' }) })
    .first();
  const code = (await row.getByRole('link').first().textContent())?.trim();
  const batches = await (await page.request.get('/api/batches')).json();
  const batch = batches.find((one: { code: string }) => one.code === code);
  const other = { id: crypto.randomUUID(), on: '2027-02-16', kind: 'noted', note: 'seen by the other' };
  await page.request.post(`/api/batches/${batch.id}/events`, { data: { decidedOn: batch.events.length, events: [other] } });
  await grower.press(row.getByRole('button', { name: 'As usual' }));
  await expect(page.getByText(`Not recorded on ${code}`)).toBeVisible();
  await expect(page.getByText('Meanwhile: seen by the other')).toBeVisible();
  await grower.barrierFree();
  await grower.press(grower.button('Record mine too'));
  await expect(page.getByText(`Not recorded on ${code}`)).toBeHidden();
  await expect
    .poll(async () => (await (await page.request.get(`${server.address}/api/batches/${batch.id}`)).json()).events.length)
    .toBe(batch.events.length + 2);
  const { events } = await (await page.request.get(`/api/batches/${batch.id}`)).json();
  expect(events.at(-1)).toMatchObject({ by: 'Tomas' });
  await expect(
    page
      .getByRole('listitem')
      .filter({ hasText: code as string })
      .getByText(/ · Tomas$/),
  ).toBeVisible();
});

test(
  'an entry made while the server is away is kept over a reload, and saved when it is back',
  ON_PHONE,
  async ({ page, grower, server }) => {
    await page.goto('/');
    await page.getByRole('heading', { level: 1 }).waitFor();
    const before = (await (await page.request.get('/api/batches')).json()).reduce(
      (sum: number, one: { events: unknown[] }) => sum + one.events.length,
      0,
    );
    await page.route('**/api/batches/*/events', (route) => route.abort());
    await grower.press(grower.button('As usual'));
    await expect(page.getByText('1 entry is not saved yet')).toBeVisible();
    await expect(page.getByText('1 done.')).toBeVisible();
    await page.reload();
    await expect(page.getByText('1 done.')).toBeVisible();
    await page.unroute('**/api/batches/*/events');
    const total = async () =>
      (await (await page.request.get(`${server.address}/api/batches`)).json()).reduce(
        (sum: number, one: { events: unknown[] }) => sum + one.events.length,
        0,
      );
    await expect.poll(total, { timeout: 30_000 }).toBe(before + 1);
    await expect(page.getByText('1 entry is not saved yet')).toBeHidden();
  },
);

test('a place is changed where it is wrong, and refused where it cannot be', AT_DESK, async ({ page, grower }) => {
  await page.goto('/places');
  await grower.press(grower.link('Heat mat'));
  await grower.press(grower.button('Change'));
  await page.getByLabel('Temperature').fill('400 F');
  await grower.press(grower.button('Save'));
  await expect(page.getByText('Above 120 °C: is the unit right?')).toBeVisible();
  await page.getByLabel('Temperature').fill('warm');
  await expect(page.getByText('does not begin with a number')).toBeVisible();
  await page.getByLabel('Temperature').fill('75F');
  await page.getByLabel('How many fit').fill('0');
  await grower.press(grower.button('Save'));
  await expect(page.getByText('Give at least 1.')).toBeVisible();
  await page.getByLabel('How many fit').fill('10');
  await grower.press(grower.button('Save'));
  await expect(page.getByText('23.9 °C')).toBeVisible();
});

test('two people change one place: both versions are shown, and the second chooses', AT_DESK, async ({ page, grower }) => {
  await page.goto('/places');
  await grower.press(grower.link('Heat mat'));
  await grower.press(grower.button('Change'));
  const mat = async () =>
    ((await (await page.request.get('/api/places')).json()) as { id: string; name: string }[]).find(({ name }) => name === 'Heat mat');
  const other = async (part: object) =>
    expect((await page.request.put(`/api/places/${(await mat())?.id}`, { data: { ...(await mat()), ...part } })).ok()).toBe(true);
  await other({ usedBy: 'Tuesday people' });
  await page.getByLabel('How many fit').fill('10');
  await grower.press(grower.button('Save'));
  // What one changed that the other did not is put together.
  await expect(page.getByLabel('How many fit')).toBeHidden();
  expect(await mat()).toMatchObject({ capacity: 10, usedBy: 'Tuesday people' });

  await grower.press(grower.button('Change'));
  await other({ capacity: 30 });
  await page.getByLabel('How many fit').fill('8');
  await grower.press(grower.button('Save'));
  const both = page.getByRole('alert').filter({ hasText: 'Somebody else changed the same meanwhile.' });
  await expect(both).toContainText('Theirs: 30 towels');
  await expect(both).toContainText('Yours: 8 towels');
  await grower.barrierFree();
  await grower.press(both.getByRole('button', { name: 'Save mine' }));
  await expect(both).toBeHidden();
  await expect.poll(async () => await mat()).toMatchObject({ capacity: 8, usedBy: 'Tuesday people' });
});

test('a server that is away is said to be away', AT_DESK, async ({ page }) => {
  const gone = await startServer();
  await gone.kill();
  await page.route('**/api/**', (route) => route.abort());
  await page.goto('/');
  await expect(page.getByText('Chill’s server does not answer. Is it running?')).toBeVisible();
});

test('measures are two keys away, refuse what cannot be, and go into a batch’s record with one tap', async ({ page, grower }) => {
  await page.goto('/cold');
  await page.getByRole('heading', { level: 1 }).waitFor();
  if (grower.touch) await grower.press(grower.button(/^Calculators/));
  else await page.keyboard.press('m');
  const drawer = page.getByRole('dialog', { name: 'Calculators' });
  await expect(drawer.getByRole('heading', { name: 'Calculators' })).toBeVisible();
  if (grower.touch) await grower.press(drawer.getByRole('tab', { name: 'hot-water soak' }));
  else await page.keyboard.press('3');
  await expect(drawer.getByText(/Scalds: pour away from you/)).toBeVisible();
  await expect(drawer.getByText('97.4 °C')).toBeVisible();
  await drawer.getByLabel('Poured at').fill('99 C');
  await expect(drawer.getByText('Water boils at 97.4 °C here: it cannot be poured hotter.')).toBeVisible();
  await drawer.getByLabel('Poured at').fill('205 F');
  await expect(drawer.getByRole('img', { name: 'How the water cools over an hour' })).toBeVisible();
  await grower.barrierFree();
  await grower.press(drawer.getByRole('tab', { name: 'towel water' }));
  await drawer.getByLabel('Plies').fill('1.5');
  await expect(drawer.getByText('A towel has at least one ply: give a whole number.')).toBeVisible();
  await drawer.getByLabel('Plies').fill('3');
  await grower.press(drawer.getByRole('button', { name: 'Note it' }));
  const said = await drawer.getByText(/^Noted on \w+\.$/).textContent();
  const code = /on (\w+)\./.exec(said ?? '')?.[1];
  await grower.press(drawer.getByRole('button', { name: 'Close' }));
  await page.goto(`/batch/${code}`);
  await expect(page.getByText(/towel water: water \d+(\.\d)? mL/)).toBeVisible();
});
