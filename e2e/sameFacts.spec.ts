import type { Page } from '@playwright/test';
import { AT_DESK, expect, test } from './nursery.ts';

test.use({ data: 'demo' });
test.describe.configure({ timeout: 240_000 });

/** The texts of the rows of a list, by the bag code or the lot that they begin with. */
async function rowsOf(page: Page, address: string, row: string): Promise<string[]> {
  await page.goto(address);
  await page.locator(row).first().waitFor();
  return (await page.locator(row).allInnerTexts()).map((text) => text.replace(/\s+/g, ' '));
}
const part = (text: string, of: RegExp): string | undefined => of.exec(text)?.[1];
const pairs = (rows: readonly string[], key: RegExp, value: RegExp): [string, string][] =>
  rows.flatMap((text) => {
    const [name, said] = [part(text, key), part(text, value)];
    return name && said ? [[name, said]] : [];
  });
const CODE = /^([0-9A-Z]{3}) /;
const DAY = '(\\d{1,2} [A-Z][a-z]{2}(?: \\d{4})?)';
/** A table as CSV: its rows by the names of its columns. */
async function table(page: Page, name: string): Promise<Record<string, string>[]> {
  const text = await (await page.request.get(`/api/tables/${name}.csv`)).text();
  const rows = text.trim().split(/\r?\n/);
  const [head = [], ...told] = rows.map((row) => row.split(/,(?=(?:[^"]*"[^"]*")*[^"]*$)/));
  return told.map((row) => Object.fromEntries(head.map((column, i) => [column, row[i] ?? ''])));
}
/** A day of a table as the screens write it. */
const written = (day: string) => new Date(day).toLocaleDateString('en-GB', { month: 'short', day: 'numeric', timeZone: 'UTC' });
/** The page of a batch or a lot, in one line. */
async function told(page: Page, address: string): Promise<string> {
  await page.goto(address);
  await page.getByRole('heading', { level: 1 }).waitFor();
  return inOneLine(page);
}
const inOneLine = async (page: Page) => (await page.locator('main').allInnerTexts()).join(' ').replace(/\s+/g, ' ');

test('what is due is counted the same by the run, the round and its stations', AT_DESK, async ({ page }) => {
  await page.goto('/');
  await page.locator('[data-row="due"]').first().waitFor();
  const listed = await page.locator('[data-row="due"]').count();
  const run = await page.getByRole('navigation', { name: 'Stations' }).getByRole('link').allInnerTexts();
  const due = run.map((text) => Number(part(text, /(\d+) due/) ?? 0));
  expect(due[0]).toBe(listed);
  expect(due.slice(1).reduce((sum, one) => sum + one, 0)).toBe(listed);
  const { due: asked } = await (await page.request.get('/api/round')).json();
  expect(asked).toHaveLength(listed);
  await expect(page.getByText(new RegExp(`^${listed} things are due, about`))).toBeVisible();
});

test('a batch has one day to be taken out, in the list of the cold and on its page', AT_DESK, async ({ page }) => {
  const list = pairs(await rowsOf(page, '/cold', 'main li'), CODE, new RegExp(`take out ${DAY}`));
  expect(list.length).toBeGreaterThan(20);
  for (const [code, day] of list) {
    const text = await told(page, `/batch/${code}`);
    expect([code, part(text, new RegExp(`(?:Take-out day|Take-out day after that|Best day|Its best day was):? ?${DAY}`))]).toEqual([
      code,
      day,
    ]);
  }
});

test('plants in pots have one day to go out and one range, in Pots and on the batch’s page', AT_DESK, async ({ page }) => {
  await page.goto('/pots');
  const rows = page.locator('main [data-row]');
  await rows.first().waitFor();
  const seen: [code: string, out: string | undefined, range: string | undefined][] = [];
  for (let i = 0; i < (await rows.count()); i++) {
    const row = (await rows.nth(i).allInnerTexts()).join(' ').replace(/\s+/g, ' ');
    await rows.nth(i).getByRole('button').first().click();
    const code = part(row, CODE) as string;
    const panel = page.getByRole('complementary', { name: `Batch ${code}` });
    await expect(panel).toBeVisible();
    const aside = (await panel.allInnerTexts()).join(' ').replace(/\s+/g, ' ');
    const out = part(row, new RegExp(`plant(?: these)? out ${DAY}`));
    // The last step of bringing on is the same day as the row's.
    expect([code, part(aside, new RegExp(`Plant out ${DAY}`))]).toEqual([code, out]);
    seen.push([code, out, part(aside, /(\d+(?:–\d+)?) plants expected/)]);
  }
  expect(seen.length).toBeGreaterThan(10);
  for (const [code, out, range] of seen) {
    const text = await told(page, `/batch/${code}`);
    expect([code, part(text, /Plants: planned \S+, now (\d+(?:–\d+)?)/) ?? part(text, /Plants: planned (\d+(?:–\d+)?)/)]).toEqual([
      code,
      range,
    ]);
    const about = part(text, new RegExp(`lant out about ${DAY}`));
    if (about) expect([code, about]).toEqual([code, out]);
  }
});

test('a lot has one number of seeds in stock, in the list, on its page, in the plan and over all lots', AT_DESK, async ({ page }) => {
  const list = pairs(await rowsOf(page, '/seeds', 'main li'), /([A-Z]{2}-\d\d-\d\d)/, / ([\d,]+) of [\d,]+ in stock/);
  const spring = new Map(pairs(await rowsOf(page, '/plan/spring', 'main li'), /([A-Z]{2}-\d\d-\d\d)/, /· ([\d,]+) seeds in stock/));
  const lots = (await (await page.request.get('/api/lots')).json()) as { id: string; code: string }[];
  expect(list).toHaveLength(lots.length);
  for (const [code, seeds] of list) {
    if (spring.has(code)) expect([code, spring.get(code)]).toEqual([code, seeds]);
    // Every third of them is opened: the pages are one code.
    if (list.findIndex(([one]) => one === code) % 3 > 0) continue;
    const id = lots.find((one) => one.code === code)?.id;
    expect([code, part(await told(page, `/seeds/${id}`), /([\d,]+) seeds in stock, in no batch/)]).toEqual([code, seeds]);
    const plan = await told(page, `/plan?lot=${id}`);
    expect([code, part(plan, /: ([\d,]+) seeds in stock/)]).toEqual([code, seeds]);
    await page.goto(`/seeds/${id}/change`);
    // Its form says what it has in stock too, and what would become of that by the method that the plan puts first.
    const aside = page.getByRole('complementary').filter({ hasText: 'in stock' });
    await expect(aside).toContainText(`Of the ${seeds} in stock`);
    const first = part(plan, /First: (.+?)\. /);
    await expect(aside).toContainText(`by “${first}”`);
  }
});

test('what is due today is the same in the season, on paper and in the table of tasks', AT_DESK, async ({ page }) => {
  const round = await told(page, '/');
  const [, listed, minutes] = /(\d+) things are due, about (\d+) minutes/.exec(round) ?? [];
  expect(Number(listed)).toBeGreaterThan(10);
  await page.goto('/plan/season');
  await expect(page.getByText(`About ${minutes} minutes are due today, as in the round`)).toBeVisible();
  await page.goto('/round/sheet');
  await expect(page.locator('main tbody tr')).toHaveCount(Number(listed));
  const { today } = (await (await page.request.get('/api/clock')).json()) as { today: string };
  expect((await table(page, 'tasks')).filter(({ due = '' }) => due <= today)).toHaveLength(Number(listed));
});

test('a batch has the same days and stage on its label, in its place, in Find and in the tables', AT_DESK, async ({ page }) => {
  const rows = await rowsOf(page, '/cold', 'main li');
  const list = new Map(pairs(rows, CODE, new RegExp(`take out ${DAY}`)));
  const cold = new Map((await table(page, 'cold')).map(({ code = '', takeOutOn = '' }) => [code, takeOutOn]));
  const { today } = (await (await page.request.get('/api/clock')).json()) as { today: string };
  const leaving = new Map<string, string>();
  for (const { id } of (await (await page.request.get('/api/places')).json()) as { id: string }[]) {
    await page.goto(`/places/${id}`);
    await page.getByRole('heading', { level: 1 }).waitFor();
    for (const [code, day] of pairs(
      (await page.locator('main li').allInnerTexts()).map((text) => text.replace(/\s+/g, ' ')),
      CODE,
      new RegExp(`cold [a-z]+ leaves ${DAY}`),
    ))
      leaving.set(code, day);
  }
  for (const [i, [code, day]] of [...list].entries()) {
    const on = cold.get(code) ?? '';
    expect([code, written(on)]).toEqual([code, day.replace(/ \d{4}$/, '')]);
    // What is late leaves today.
    if (leaving.has(code)) expect([code, leaving.get(code)]).toEqual([code, on < today ? written(today) : day]);
    if (i % 5 > 0) continue;
    const label = await told(page, `/batch/${code}/label`);
    expect([code, part(label, new RegExp(`, out ${DAY}`))]).toEqual([code, `${written(on)} ${on.slice(0, 4)}`]);
    await page.keyboard.press('Control+k');
    const find = page.getByRole('dialog');
    await find.getByRole('combobox').fill(code);
    const stage = part(rows.find((row) => row.startsWith(code)) ?? '', / ((?:cold|dry cold|warm|outdoor) [a-z]+) · /);
    await expect(find.getByRole('option').first()).toContainText(`, ${stage}, `);
    await page.keyboard.press('Escape');
  }
  expect(leaving.size).toBeGreaterThan(20);
});

test(
  'promised plants are counted the same in all and one by one; a lot too late for winter is offered what Plan offers',
  AT_DESK,
  async ({ page, grower }) => {
    const open = (await table(page, 'promises')).filter(({ closed }) => closed !== 'true' && closed !== '1');
    const each = open.map(({ plants = '', delivered = '' }) => Number(plants) - Number(delivered));
    const promises = await told(page, '/pots/promises');
    expect(part(promises, /(\d+) plants still to hand over/)).toBe(String(each.reduce((sum, plants) => sum + plants, 0)));
    expect([...promises.matchAll(/ (\d+) plants (?:covered|short|may be short)/g)].map(([, plants]) => Number(plants)).sort()).toEqual(
      each.sort(),
    );
    const { id } = ((await (await page.request.get('/api/lots')).json()) as { id: string; code: string }[])[0] ?? { id: '' };
    await page.goto(`/cold/winter?lot=${id}`);
    await grower.learned();
    const winter = await inOneLine(page);
    await page.goto(`/plan?lot=${id}`);
    await grower.learned();
    const plan = await inOneLine(page);
    const late = [...winter.matchAll(new RegExp(`late: ready ${DAY} if started today[^;]*; the ideal start was .*? plants ${DAY}`, 'g'))];
    expect(late.length).toBeGreaterThan(1);
    for (const [, ready, plants] of late) {
      expect(plants).toBe(ready);
      expect(plan).toContain(`ready ${ready} if started today`);
    }
  },
);
