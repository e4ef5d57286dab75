import type { Page } from '@playwright/test';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { AT_DESK, expect, ON_PHONE, test } from './nursery.ts';

interface Said {
  id: string;
  code: string;
  speciesId: string;
  plan: { seeds: number; method: { id: string } };
  events: { kind: string; on: string; mould?: string; mL?: number; damp?: string; moves?: { to: string; count: number }[] }[];
}

const all = async (page: Page): Promise<Said[]> => (await page.request.get('/api/batches')).json();
const batchOf = async (page: Page, speciesId: string, method: string): Promise<Said> =>
  (await all(page)).find((one) => one.speciesId === speciesId && one.plan.method.id === method) as Said;
const eventsOf = async (page: Page, code: string) => ((await all(page)).find((one) => one.code === code) as Said).events;
const lastKinds = async (page: Page, code: string, count: number) => (await eventsOf(page, code)).slice(-count).map(({ kind }) => kind);

/** A logger's file as no two makers write it: semicolons, decimal commas, °F, day first, a header above; with faults in it. */
function loggerFile(): string {
  const lines = ['Logger 7, shed fridge', 'No;Zeit;Temperatur °F'];
  const from = Date.UTC(2026, 11, 1, 7);
  const to = Date.UTC(2027, 1, 16, 12);
  let row = 1;
  for (let at = from; at <= to; at += 1_800_000) {
    // As the shed's clock shows it, seven hours behind.
    const local = new Date(at - 7 * 3_600_000);
    const warm = at >= Date.UTC(2027, 1, 3, 16) && at < Date.UTC(2027, 1, 5, 23);
    const celsius = warm ? 17 : 3.5 + Math.sin(row);
    const two = (figure: number) => String(figure).padStart(2, '0');
    const moment = `${two(local.getUTCDate())}.${two(local.getUTCMonth() + 1)}.${local.getUTCFullYear()} ${two(local.getUTCHours())}:${two(local.getUTCMinutes())}`;
    lines.push(`${row};${moment};${((celsius * 9) / 5 + 32).toFixed(1).replace('.', ',')}`);
    row += 1;
  }
  lines.splice(40, 0, `${row};20.12.2026 08:10;-196,6`, `${row + 1};31.02.2027 08:10;38,1`, `${row + 2};01.03.2031 08:10;38,1`);
  // Cut in the middle of a line.
  return `${lines.join('\r\n')}\r\n${row + 3};16.02.20`;
}

async function choose(page: Page, name: string, content: string | Buffer): Promise<void> {
  const open = page.getByRole('button', { name: 'Cancel' });
  if (await open.isVisible()) await open.click();
  await page.getByLabel('Import a file').setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(content) });
}

test.use({ data: 'demo' });

test('a warm spell, from the logger’s file to the day on which a bag is due', AT_DESK, async ({ page, grower }) => {
  const { code } = await batchOf(page, 'ceanothus-velutinus', 'hot-water-then-sand');
  const crisper = ((await (await page.request.get('/api/places')).json()) as { id: string; name: string }[]).find(
    ({ name }) => name === 'Fridge, crisper',
  );
  await grower.goTo(`/batch/${code}`);
  await expect(page.getByText(/^\d+ days? later than planned \(\d+ Mar\)/)).toBeVisible();
  await expect(page.getByText(/lost to the warm spell of 3–5 Feb, 1[67](\.\d)? °C at its warmest/).first()).toBeVisible();
  await grower.barrierFree();

  // Without the logger's readings nothing is known of the spell: the bag is due when it was planned, and says what was not measured.
  await grower.goTo(`/places/${crisper?.id}`);
  await expect(page.getByText(/readings\. The band is where/)).toBeVisible({ timeout: 20_000 });
  await grower.press(grower.button('Undo the logger'));
  await grower.press(grower.button('Undo: the logger in Fridge, crisper'));
  await expect(grower.button('Put back: the logger in Fridge, crisper')).toBeVisible();
  await grower.goTo(`/batch/${code}`);
  await expect(page.getByText(/7\d days not measured, taken at the place’s own figure as 7\d days/)).toBeVisible();
  await expect(page.getByText(/warm spell/)).toHaveCount(0);

  // What is none is said to be none; the good file is shown as it will be read, and its faults are told by line.
  await grower.goTo(`/places/${crisper?.id}`);
  await choose(page, 'picture.png', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13]));
  await expect(page.getByRole('alert')).toContainText('not a text file');
  await choose(page, 'empty.csv', '\n');
  await expect(page.getByRole('alert')).toContainText('empty');
  await choose(page, 'fridge.csv', loggerFile());
  await expect(page.getByText(/columns by semicolons.*temperatures under “Temperatur °F”/)).toBeVisible();
  await expect(page.getByRole('radio', { name: '°F' })).toBeChecked();
  await expect(page.getByRole('radio', { name: 'day first' })).toBeChecked();
  await grower.barrierFree();
  await grower.press(grower.button('Import as shown'));
  await expect(page.getByText(/3,\d{3} readings are good|readings are good/)).toBeVisible();
  await expect(page.getByText(/^1 left out: the sensor had come off/)).toContainText('line 41');
  await expect(page.getByText(/^1 left out: there is no such day/)).toContainText('line 42');
  await expect(page.getByText(/^1 left out: that moment is in the future/)).toContainText('line 43');
  await expect(page.getByText(/^1 left out: the file ends there without a line end/)).toBeVisible();
  await grower.press(page.getByRole('button', { name: /^Import the 3,\d{3} good ones$/ }));
  await expect(page.getByText(/^fridge\.csv/)).toBeVisible();
  await expect(page.getByText(/Too warm 3–5 Feb/)).toBeVisible();

  await grower.goTo(`/batch/${code}`);
  await expect(page.getByText(/^\d+ days? later than planned \(\d+ Mar\)/)).toBeVisible();
  await expect(page.getByText(/lost to the warm spell of 3–5 Feb, 17 °C at its warmest/).first()).toBeVisible();
  // The same file again adds nothing, and says so.
  await grower.goTo(`/places/${crisper?.id}`);
  await choose(page, 'fridge.csv', loggerFile());
  await grower.press(grower.button('Import as shown'));
  await grower.press(page.getByRole('button', { name: /^Import the 3,\d{3} good ones$/ }));
  await expect(page.getByRole('alert')).toContainText('there already');
  await grower.press(grower.button('Cancel'));
  // One reading by hand: what cannot be is refused at its field.
  await grower.press(grower.button('Type a reading'));
  await grower.press(grower.button('Save'));
  await expect(page.getByText('Give what the thermometer shows.')).toBeVisible();
  await page.getByRole('textbox', { name: 'It shows' }).fill('39F');
  await page.getByRole('textbox', { name: 'When' }).fill('30 Feb');
  await grower.press(grower.button('Save'));
  await expect(page.getByText(/Give the day and the time/)).toBeVisible();
  await page.getByRole('textbox', { name: 'When' }).fill('15 Feb 7:41');
  await grower.press(grower.button('Save'));
  await expect(page.getByText(/^typed: 1 reading/)).toBeVisible();
});

test('a fridge that is too warm stands at the top of the round until it is cold again', ON_PHONE, async ({ page, grower }) => {
  const places = (await (await page.request.get('/api/places')).json()) as { id: string; name: string }[];
  const crisper = places.find(({ name }) => name === 'Fridge, crisper');
  const head = page.getByRole('list', { name: 'What cannot wait' });
  await grower.goTo(`/places/${crisper?.id}`);
  await grower.press(grower.button('Undo the logger'));
  await grower.press(grower.button('Undo: the logger in Fridge, crisper'));
  const type = async (shows: string, when: string, count: number) => {
    await page.getByRole('textbox', { name: 'It shows' }).fill(shows);
    await page.getByRole('textbox', { name: 'When' }).fill(when);
    await grower.press(grower.button('Save'));
    await expect(page.getByText(/^typed: 1 reading/)).toHaveCount(count);
  };
  await grower.press(grower.button('Type a reading'));
  await type('14 C', '15 Feb 19:00', 1);
  await type('14 C', '', 2);
  await grower.goTo('/');
  await expect(head).toContainText(/Fridge, crisper 14(\.0)? °C: above 10 °C for \d+ h\. \d+ batches are there and receive no cold\./);
  await grower.barrierFree();
  await grower.press(head.getByRole('link'));
  await grower.press(grower.button('Undo: typed').first());
  await expect(grower.button('Put back: typed').first()).toBeVisible();
  await grower.goTo('/');
  await page.getByRole('heading', { level: 1 }).waitFor();
  await expect(head).toHaveCount(0);
});

test(
  'a bag in its freezer turns: a hand each day, then the rest of the cold with the turns behind it',
  AT_DESK,
  async ({ page, grower }) => {
    const { code } = await batchOf(page, 'penstemon-venustus', 'freezer-turns');
    const finished = async () => (await eventsOf(page, code)).filter(({ kind }) => kind === 'stageFinished').length;
    const before = await finished();
    for (let day = 0; day < 9 && (await finished()) === before; day++) {
      await grower.goTo('/');
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      const line = page.getByRole('listitem').filter({ has: page.getByRole('link', { name: new RegExp(`^${code},`) }) });
      const moved = line.getByRole('button', { name: 'Packed and labelled' });
      const turned = line.getByRole('button', { name: 'Turn' });
      const [due] = [...(await moved.all()), ...(await turned.all())];
      if (due) {
        const saved = page.waitForResponse('**/api/batches/*/events');
        await grower.press(due);
        await saved;
      }
      await grower.passDays(1);
    }
    const kinds = (await eventsOf(page, code)).map(({ kind }) => kind);
    expect(kinds.filter((kind) => kind === 'turned').length).toBeGreaterThan(2);
    expect(await finished()).toBe(before + 1);
    await grower.goTo(`/batch/${code}`);
    await expect(page.getByRole('heading', { name: 'Cold received' })).toBeVisible();
    await grower.barrierFree();
  },
);

test('enough winter left in mid-February: no, and a plan for the fridge instead', AT_DESK, async ({ page, grower }) => {
  await grower.goTo('/cold');
  await grower.press(grower.link('Is enough winter left outdoors?'));
  await expect(page.getByText(/^No\. Put out today/)).toBeVisible({ timeout: 30_000 });
  await expect(page.getByRole('heading', { name: 'What to do instead' })).toBeVisible();
  await expect(page.getByText('winters are long enough for 90 % of the seeds that need cold')).toBeVisible();
  await grower.barrierFree();
  const before = (await all(page)).length;
  await grower.press(grower.link('Plan Sand in the fridge'));
  await expect(page).toHaveURL(/\/plan\?.*method=sand-in-fridge/);
  await grower.press(grower.button('Make this batch'));
  await expect.poll(async () => (await all(page)).length, { timeout: 10_000 }).toBe(before + 1);
  await page.waitForURL(/\/label$/);
  // From autumn there is enough.
  await grower.goTo('/cold/winter');
  await page.getByRole('textbox', { name: 'Out from' }).fill('10 Oct 2026');
  await page.keyboard.press('Tab');
  await expect(page.getByText(/^(Yes|Perhaps)\./)).toBeVisible({ timeout: 30_000 });
});

test('daily records make the months of the year outdoors, and the readings of the frame', AT_DESK, async ({ page, grower }) => {
  /** Two years and a half, in tenths of a degree, a row for each element. */
  const rows: string[] = [];
  for (let at = Date.UTC(2024, 7, 1); at < Date.UTC(2027, 1, 15); at += 86_400_000) {
    const day = new Date(at).toISOString().slice(0, 10).replaceAll('-', '');
    const season = -Math.cos((2 * Math.PI * (at / 86_400_000 - 20_475)) / 365.25);
    const weather = (at / 86_400_000) % 7 < 3 ? 25 : -25;
    rows.push(`XX000000001,${day},TMAX,${Math.round(120 + 100 * season + weather)},,,S,`);
    rows.push(`XX000000001,${day},TMIN,${Math.round(20 + 80 * season + weather)},,,S,`);
  }
  const file = { name: 'station.csv', mimeType: 'text/csv', buffer: Buffer.from(rows.join('\n')) };
  await grower.goTo('/places');
  await page.getByLabel('Calculate the months from daily records').setInputFiles({ ...file, buffer: Buffer.from(loggerFile()) });
  await expect(page.getByRole('alert')).toContainText('That is a logger’s file');
  await page.getByLabel('Calculate the months from daily records').setInputFiles(file);
  await expect(page.getByText(/^9\d\d days from 2024-08-01 to 2027-02-14/)).toBeVisible();
  await grower.press(grower.button('Use these months'));
  await expect(page.getByText(/^Single days lie/)).toBeVisible();
  // What was saved is read back, and the form with it: a list opened before that closes again.
  await expect(async () => {
    await grower.press(page.getByText('Use an example climate'));
    await expect(page.getByRole('button', { name: 'mild wet coast' })).toBeVisible({ timeout: 2_000 });
  }).toPass();
  await grower.barrierFree();

  await grower.press(grower.link('Outdoor frame, under wire'));
  await choose(page, file.name, file.buffer);
  await expect(page.getByText(/a row for each element/)).toBeVisible();
  await expect(page.getByRole('radio', { name: 'tenths of °C' })).toBeChecked();
  await grower.press(grower.button('Import as shown'));
  // With every line good, that is all there is to press.
  await expect(page.getByText(/^station\.csv/)).toBeVisible();
  await expect(page.getByText(/1 Aug 2024/)).toBeVisible();
});

test('a mouldy bag through its steps, a dry one given its water, and a wrong code caught', ON_PHONE, async ({ page, grower }) => {
  const { code } = await batchOf(page, 'ceanothus-velutinus', 'hot-water-then-towel');
  await grower.goTo(`/batch/${code}`);
  const check = page
    .getByRole('listitem')
    .filter({ hasText: /^Check/ })
    .first();
  await expect(check).toBeVisible();
  const early = check.getByText('Do it early');
  if (await early.count()) await grower.press(early);
  await grower.press(check.getByRole('button', { name: /^no mould/ }));
  await grower.press(check.getByRole('button', { name: 'One more: mould' }));
  await grower.press(check.getByRole('radio', { name: 'spreading' }));
  await grower.press(check.getByRole('button', { name: 'Record' }));
  const refresh = page.getByRole('listitem').filter({ hasText: 'rinse, fresh towel' }).first();
  await expect(refresh).toContainText('Take out every mouldy seed first');
  await expect(refresh).toContainText('Do not sniff at mould');
  await grower.barrierFree();
  await grower.press(refresh.getByRole('button', { name: 'Record' }));
  await expect(page.getByRole('listitem').filter({ hasText: 'rinse, fresh towel' })).toHaveCount(0);
  await expect.poll(() => lastKinds(page, code, 2)).toEqual(['checked', 'refreshed']);
  expect((await eventsOf(page, code)).at(-2)).toMatchObject({ mould: 'spreading', moves: [{ to: 'mouldy', count: 2 }] });
  await expect(
    page
      .getByRole('listitem')
      .filter({ hasText: /^Check/ })
      .first(),
  ).toContainText('20 Feb');

  const dry = await batchOf(page, 'pinus-ponderosa', 'sand-in-fridge');
  await grower.goTo(`/batch/${dry.code}`);
  const next = page
    .getByRole('listitem')
    .filter({ hasText: /^Check/ })
    .first();
  await expect(next).toBeVisible();
  const soon = next.getByText('Do it early');
  if (await soon.count()) await grower.press(soon);
  await grower.press(next.getByRole('radio', { name: 'dry' }));
  await grower.press(next.getByRole('button', { name: 'Record' }));
  const water = page.getByRole('listitem').filter({ hasText: 'Add water' }).first();
  await expect(water).toContainText(/it was dry: about \d+ mL/);
  await grower.press(water.getByText('Why so much?'));
  await expect(water).toContainText('What the medium can hold');
  await grower.press(water.getByRole('button', { name: 'Record' }));
  await expect.poll(() => lastKinds(page, dry.code, 1)).toEqual(['watered']);

  // Carried to the other shelf, it is calculated by that shelf from today.
  await grower.press(page.getByText('Move to another place'));
  await grower.press(page.getByRole('button', { name: /^Fridge, middle shelf/ }));
  await expect.poll(() => lastKinds(page, dry.code, 1)).toEqual(['carried']);

  const wrong = `${code.slice(0, 2)}${code.endsWith('9') ? '8' : '9'}`;
  await grower.goTo(`/batch/${wrong}`);
  await expect(page.getByText('Did you mean')).toContainText(code);
});

test('labels for a shelf as a PDF, the round on paper, and a filled sheet typed back in', AT_DESK, async ({ page, grower }) => {
  await grower.goTo('/labels');
  await grower.press(page.getByRole('radio', { name: 'bags' }));
  const { code } = await batchOf(page, 'prunus-virginiana', 'sand-in-fridge');
  await grower.press(page.getByText(code, { exact: true }));
  await grower.barrierFree();
  const href = await page.getByRole('link', { name: 'Make the PDF' }).getAttribute('href');
  const pdf = await page.request.get(href as string);
  const document = await getDocument({ data: new Uint8Array(await pdf.body()), verbosity: 0 }).promise;
  const { items } = await (await document.getPage(1)).getTextContent();
  const text = items.map((item) => ('str' in item ? item.str : '')).join(' ');
  expect([document.numPages, text]).toEqual([1, expect.stringContaining(code)]);
  expect(text).toContain('NOT FOOD: poisonous seed. Do not throw away.');

  await grower.goTo('/round/sheet');
  await expect(page.getByRole('button', { name: 'Print the sheet' })).toBeVisible();
  await grower.barrierFree();
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('button', { name: 'Print the sheet' })).toBeHidden();
  await expect(page.getByText(/walked by/)).toBeVisible();
  await page.emulateMedia({ media: 'screen' });

  await grower.press(grower.link('Enter a filled sheet'));
  const field = (label: string, of: string) => page.getByRole('textbox', { name: new RegExp(`^${of} .*: ${label}$`) });
  const rows = page.locator('li[data-row]');
  await expect(rows.first()).toBeVisible();
  const codes = await rows
    .filter({ has: page.getByPlaceholder('damp') })
    .evaluateAll((found) => found.map((row) => row.querySelector('.code')?.textContent ?? ''));
  expect(codes.length).toBeGreaterThan(3);
  const [one, other] = [codes[0] as string, codes[1] as string];
  await field('damp', one).fill('ok');
  await field('mould', one).fill('lots');
  await field('damp', other).fill('.');
  await grower.press(page.getByRole('button', { name: 'Record 2 lines' }));
  await expect(page.getByText('“lots” is not a number')).toBeVisible();
  expect(await lastKinds(page, other, 1)).not.toEqual([]);
  await page.reload();
  await expect(field('mould', one)).toHaveValue('lots');
  await field('mould', one).fill('1');
  await grower.press(page.getByRole('button', { name: 'Record 2 lines' }));
  await expect(page.getByRole('status').filter({ hasText: '2 recorded' })).toBeVisible();
  for (const looked of [one, other]) await expect.poll(() => lastKinds(page, looked, 1)).toEqual(['checked']);
  expect((await eventsOf(page, one)).at(-1)).toMatchObject({ damp: 'right', mould: 'few', moves: [{ to: 'mouldy', count: 1 }] });
  await grower.barrierFree();
});
