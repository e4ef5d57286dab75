import type { Page } from '@playwright/test';
import { busyBench } from './frames.ts';
import { AT_DESK, demoFolder, expect, Grower, ON_PHONE, startServer, test } from './nursery.ts';

interface Said {
  id: string;
  code: string;
  lotId: string;
  speciesId: string;
  from?: { batchId: string; round: number };
  plan: { seeds: number; method: { id: string } };
  events: { kind: string; moves?: { from: string; to: string; count: number }[] }[];
}

const all = async (page: Page): Promise<Said[]> => (await page.request.get('/api/batches')).json();
/** The demo's batch of a species and a method that nothing has been done to yet. */
const fresh = async (page: Page, speciesId: string, method: string): Promise<Said> =>
  (await all(page)).find((one) => one.speciesId === speciesId && one.plan.method.id === method && one.events.length === 0) as Said;
const byCode = async (page: Page, code: string): Promise<Said> => (await all(page)).find((one) => one.code === code) as Said;
const kinds = async (page: Page, code: string) => (await byCode(page, code)).events.map(({ kind }) => kind);
/** What is on its way to the server has arrived. */
const saved = async (page: Page, code: string, kind: string) =>
  expect.poll(async () => (await kinds(page, code)).includes(kind), { timeout: 10_000 }).toBe(true);

async function fill(grower: Grower, label: RegExp, value: number): Promise<void> {
  await grower.page.getByRole('textbox', { name: label }).fill(String(value));
}

test.use({ data: 'demo' });

test(
  'a hard-coated lot through three rounds of filing and soaking, split twice, every seed accounted for',
  ON_PHONE,
  async ({ page, grower }) => {
    const first = await fresh(page, 'iliamna-rivularis', 'sandpaper');
    await page.goto('/treat');
    await expect(page.getByRole('heading', { name: 'On the bench' })).toBeVisible();
    await grower.barrierFree();
    const before = (await (await page.request.get('/api/lots')).json()).find((lot: { id: string }) => lot.id === first.lotId).unassigned;
    const line: string[] = [first.code];

    /** Files all, soaks, counts; the swollen of so many. */
    const round = async (code: string, seeds: number, wounded: number, swollen: number) => {
      await page.goto(`/treat/${code}`);
      await expect(page.getByRole('heading', { name: 'Scarify' })).toBeVisible();
      // Seed so small is sanded by the handful, unless somebody has the patience.
      await grower.press(page.getByRole('radio', { name: 'file' }));
      await grower.press(grower.button('+1 opened'));
      for (let i = 0; i < wounded; i++) await grower.press(grower.button(/too far$/));
      await page.reload();
      await expect(page.getByText(`of ${seeds}`).first()).toBeVisible();
      await grower.press(grower.button(new RegExp(`^all ${seeds - 1 - wounded} are done`)));
      await grower.press(grower.button('All done: next'));
      await expect(page.getByRole('heading', { name: 'Soak' })).toBeVisible();
      await grower.press(grower.button('Start the soak'));
      await expect(page.getByRole('timer')).toHaveText(/13:59:\d\d/);
      const there = seeds - wounded;
      await fill(grower, /^swollen of/, there + 1);
      await grower.press(grower.button('Record'));
      await expect(page.getByText('More have swollen than were soaked: count again.')).toBeVisible();
      await fill(grower, /^swollen of/, swollen);
      await grower.press(grower.button('Record'));
    };
    /** The hard ones split off, by the same way; the code of the part. */
    const split = async (hard: number) => {
      await expect(page.getByText(/it did not swell/)).toBeVisible();
      const old = page.url();
      await grower.press(grower.button('Split: again, nicked or filed'));
      await expect(page).not.toHaveURL(old);
      const code = page.url().split('/').at(-1) as string;
      line.push(code);
      await expect(page.getByText(`${hard} seeds, round ${line.length}`)).toBeVisible();
      return code;
    };

    await round(first.code, 60, 2, 22);
    await grower.barrierFree();
    const second = await split(36);
    await round(second, 36, 0, 15);
    const third = await split(21);
    await grower.barrierFree();
    await round(third, 21, 1, 16);
    await expect(page.getByText(/It swelled: /)).toBeVisible();
    await grower.press(grower.button(/^Drain/));
    await expect(page.getByRole('heading', { name: 'Pack' })).toBeVisible();
    await expect(page.getByText(/of water for the towel/)).toBeVisible();
    await grower.barrierFree();
    await grower.press(grower.button('Packed and labelled'));
    await expect(page.getByText(/It is in warm towel now/)).toBeVisible();
    await saved(page, third, 'stageFinished');

    const parts = await Promise.all(line.map((code) => byCode(page, code)));
    expect(parts.map(({ from }) => from?.round ?? 1)).toEqual([1, 2, 3]);
    expect(parts.map(({ from }) => from?.batchId)).toEqual([undefined, parts[0]?.id, parts[1]?.id]);
    const gone = (part: Said) =>
      part.events.flatMap(({ moves = [] }) => moves).reduce((sum, { to, count }) => sum + (to === 'movedOn' ? count : 0), 0);
    expect(parts.reduce((sum, part) => sum + part.plan.seeds - gone(part), 0)).toBe(60);
    const after = (await (await page.request.get('/api/lots')).json()).find((lot: { id: string }) => lot.id === first.lotId).unassigned;
    expect(after).toBe(before);
    await page.goto(`/treat/${second}`);
    await expect(page.getByText(`split from ${first.code}`)).toBeVisible();
    await expect(page.getByText(new RegExp(`21 went round again as ${third}`))).toBeVisible();
  },
);

test('hot water: refused where it cannot be, poured, and bent to what the thermometer says', ON_PHONE, async ({ page, grower }) => {
  const { code } = await fresh(page, 'ceanothus-velutinus', 'hot-water-then-sand');
  await page.goto(`/treat/${code}`);
  await expect(page.getByText('Scalds: pour away from you')).toBeVisible();
  await expect(page.getByText(/here it boils at 97\.4 °C/)).toBeVisible();
  await grower.barrierFree();
  for (const [field, wrong, says, right] of [
    ['Empty weight', '0 g', /Weigh the empty vessel/, '350 g'],
    ['Poured at', '99 C', /boils at 97\.4 °C here/, '95 C'],
    ['Poured at', '12 C', /no warmer than the air/, '95 C'],
    ['Water', '0', /above zero/, '600 mL'],
  ] as const) {
    await page.getByLabel(field, { exact: true }).fill(wrong);
    await expect(page.getByRole('alert').filter({ hasText: says })).toBeVisible();
    await expect(grower.button('Poured')).toBeDisabled();
    await page.getByLabel(field, { exact: true }).fill(right);
  }
  // Typed key by key, a figure that was advised gives way without the field being taken from under the fingers.
  const poured = page.getByLabel('Poured at', { exact: true });
  await page.reload();
  await poured.focus();
  await poured.press('ControlOrMeta+a');
  await poured.pressSequentially('95 C');
  await expect(poured).toHaveValue('95 C');
  await expect(poured).toBeFocused();
  await page.getByLabel('Water', { exact: true }).fill('600 mL');
  await grower.press(grower.button(/^Put the kettle on/));
  await expect(page.getByRole('timer')).toHaveText(/4:5\d/);
  await grower.press(grower.button('Poured'));
  await expect(page.getByText(/Reached \d\d:\d\d: leave it/)).toBeVisible();
  await page.getByLabel('Thermometer reads').fill('140 C');
  await grower.press(grower.button('Correct it'));
  await expect(page.getByRole('alert')).toContainText('is the unit right');
  await page.getByLabel('Thermometer reads').fill('77 C');
  await grower.press(grower.button('Correct it'));
  await expect(page.getByText(/It can no longer be reached/)).toBeVisible();
  await expect(page.getByText('Bent to 1 reading')).toBeVisible();

  let bad = true;
  await page.routeWebSocket(/api\/devices\/thermometer/, (socket) => {
    if (!bad) return void socket.connectToServer();
    bad = false;
    socket.send('chill 1 thermometer a bad one\n');
    socket.send('t -127.0 C\n');
  });
  await grower.press(grower.button('Attach the thermometer'));
  await expect(page.getByRole('alert').filter({ hasText: 'lost its sensor' })).toBeVisible();
  await grower.press(grower.button('Attach the thermometer'));
  await expect(page.getByText(/the simulated thermometer/)).toBeVisible();
  await grower.press(grower.button('Use it'));
  await expect(page.getByText('Bent to 2 readings')).toBeVisible();
  await grower.barrierFree();
  await fill(grower, /^swollen of/, 90);
  await grower.press(grower.button('Record'));
  await grower.press(grower.button(/^Drain; next soak/));
  await saved(page, code, 'stageFinished');
  expect(await kinds(page, code)).toEqual(expect.arrayContaining(['poured', 'waterRead', 'swellingChecked']));
});

test('a smoke soak, measured for the seed', ON_PHONE, async ({ page, grower }) => {
  const { code } = await fresh(page, 'arctostaphylos-patula', 'sand-in-fridge');
  await page.goto(`/treat/${code}`);
  await grower.press(grower.button('clean'));
  await expect(page.getByText('Fire outdoors only, within local fire rules')).toBeVisible();
  await page.getByLabel(/bottle’s strength/).fill('rather strong');
  await expect(page.getByRole('alert')).toContainText('Say it as “1 to 3”');
  await expect(grower.button('Start the smoke soak')).toBeDisabled();
  await page.getByLabel(/bottle’s strength/).fill('1 in 10');
  await expect(page.getByText('3 mL', { exact: true })).toBeVisible();
  await grower.barrierFree();
  await grower.press(grower.button('Start the smoke soak'));
  await expect(page.getByRole('timer')).toHaveText(/13:59:\d\d/);
  await grower.press(grower.button('Drained'));
  await expect(page.getByRole('heading', { name: 'Pack' })).toBeVisible();
  await expect(page.getByText(/of water into the dry mix/)).toBeVisible();
  await grower.barrierFree();
  await expect(page.getByText(/^last: out of smoke, smoke soak ended 1[34] h( \d+ min)? early$/)).toBeVisible();
  await expect.poll(async () => (await kinds(page, code)).filter((kind) => kind === 'stageFinished').length).toBe(2);
});

test(
  'timers live through a restart, end once on two phones, and tell what passed while all was off',
  AT_DESK,
  async ({ browser, grower }) => {
    const folder = demoFolder();
    // A nursery of one's own, whose time goes on; the demo's stands while it is not served.
    const own = { CHILL_DEMO: '0', CHILL_TODAY: '2027-02-16' };
    let server = await startServer(own, folder);
    const port = new URL(server.address).port;
    const context = await browser.newContext({ baseURL: server.address, viewport: grower.page.viewportSize() });
    try {
      const [one, two] = [await context.newPage(), await context.newPage()];
      const hot = await busyBench(one);
      const batch = await byCode(one, hot);
      const { now, today } = await (await one.request.get('/api/clock')).json();
      const short = {
        id: crypto.randomUUID(),
        on: today,
        kind: 'timerStarted',
        timer: crypto.randomUUID(),
        stage: 0,
        step: 'kettle',
        seconds: 1,
        at: now,
      };
      await one.request.post(`/api/batches/${batch.id}/events`, { data: { decidedOn: batch.events.length, events: [short] } });

      await one.goto('/treat');
      const faces = one.getByRole('list', { name: 'Timers' }).getByRole('timer');
      await expect(faces.first()).toBeVisible();
      const seconds = async () =>
        (await faces.allTextContents())
          .filter((face) => !face.startsWith('+') && face.length > 6)
          .map((face) => face.split(':').reduce((sum, part) => sum * 60 + Number(part), 0));
      const [was, at] = [await seconds(), Date.now()];
      await server.kill();
      server = await startServer({ ...own, PORT: port }, folder);
      await one.reload();
      await expect(faces.first()).toBeVisible();
      const [is, gone] = [await seconds(), (Date.now() - at) / 1000];
      expect(is).toHaveLength(was.length);
      for (const [i, left] of is.entries()) expect(Math.abs((was[i] as number) - left - gone)).toBeLessThan(5);

      await two.goto('/');
      const over = two.getByRole('list', { name: 'Timers that are over' });
      await expect(over).toContainText(`${hot} Snowbrush: kettle ended`);
      await new Grower(two, grower.touch).barrierFree();
      const end = (page: Page) => page.getByRole('button', { name: `end the kettle: ${hot}` }).first();
      await one.goto(`/`);
      await expect(end(one)).toBeVisible();
      // Whichever is later may find it ended already.
      const press = (page: Page) =>
        end(page)
          .click({ timeout: 20_000 })
          .catch(() => undefined);
      await Promise.all([press(one), press(two)]);
      await expect(over.getByText('kettle ended')).toHaveCount(0);
      await expect(one.getByText('meanwhile')).toBeHidden();
      expect((await kinds(one, hot)).filter((kind) => kind === 'timerEnded')).toHaveLength(1);
    } finally {
      await context.close();
      await server.kill();
    }
  },
);
