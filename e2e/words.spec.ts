import type { Page } from '@playwright/test';
import { AT_DESK, expect, ON_PHONE, ONLY_LOOKS, test } from './nursery.ts';
import { SCREENS } from './screens.ts';

/** What the nursery itself holds: names, notes, codes, species. It stays as it is in every language. */
async function dataOf(page: Page): Promise<string> {
  const tables = ['nursery', 'places', 'batches', 'lots?all=1', 'promises', 'handbook', 'genera'];
  const bodies = await Promise.all(tables.map(async (table) => (await page.request.get(`/api/${table}`)).text()));
  return bodies.join(' ').toLowerCase();
}

/** Days, months and ranges of them are the browser's own, and units the same in every language. */
const DATE =
  /^(?:(?:Mon|Tues|Wednes|Thurs|Fri|Satur|Sun)day ?)?(?:(?:Jan|Feb|Mar|Apr|May|June?|July?|Aug|Sep|Oct|Nov|Dec)[a-z]*(?: \d+)?(?: \d{4})?)?(?:\s?–\s?(?:(?:Jan|Feb|Mar|Apr|May|June?|July?|Aug|Sep|Oct|Nov|Dec)[a-z]* )?\d+(?: \d{4})?)?$|^\d+ min$/;

/** The texts of a page that no catalogue has been asked for, and those that are cut off: run in the browser. */
const LOOK = `(() => {
  const seen = (element) => element.checkVisibility?.({ visibilityProperty: true }) ?? true;
  const plain = [];
  const cut = [];
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const text = node.data.replace(/\\s+/g, ' ').trim();
    const element = node.parentElement;
    if (!text || !element || !seen(element) || element.closest('script, style, .code, option, i')) continue;
    if (!/[áçéîñöšûÿÁÇÉÎÑÖŠÛŸ]/.test(text) && /[a-z]{3,}/i.test(text)) plain.push(text);
    const { overflowX, position } = getComputedStyle(element);
    if (overflowX !== 'visible' && overflowX !== 'auto' && position !== 'absolute' && element.scrollWidth > element.clientWidth + 1) cut.push(text);
  }
  for (const element of document.querySelectorAll('[aria-label]')) {
    const text = element.getAttribute('aria-label');
    if (seen(element) && !/[áçéîñöšûÿÁÇÉÎÑÖŠÛŸ]/.test(text) && /[a-z]{3,}/i.test(text)) plain.push(text);
  }
  return { plain, cut, beyond: document.documentElement.scrollWidth - innerWidth };
})()`;

test('in a language two fifths longer nothing is left in English, nothing cut off', ONLY_LOOKS, async ({ page, grower }) => {
  await page.addInitScript("localStorage.setItem('chill.language', JSON.stringify('en-XA'))");
  const nursery = await dataOf(page);
  const batches = (await (await page.request.get('/api/batches')).json()) as { code: string; lotId: string }[];
  const places = (await (await page.request.get('/api/places')).json()) as { id: string }[];
  const [batch] = batches;
  const imports = await (await page.request.get(`/api/places/${places[0]?.id}/imports`)).text();
  const more = [
    `/batch/${batch?.code}`,
    `/batch/${batch?.code}/label`,
    `/seeds/${batch?.lotId}`,
    `/treat/${batch?.code}`,
    `/places/${places[0]?.id}`,
  ];
  const data = `${nursery} ${imports.toLowerCase()}`;
  await page.goto('/');
  await page.getByRole('heading', { level: 1 }).waitFor();
  for (const screen of [...more, ...SCREENS]) {
    await grower.follow(screen);
    const { plain, cut, beyond } = await page.evaluate<{ plain: string[]; cut: string[]; beyond: number }>(LOOK);
    const english = plain.filter(
      (text) =>
        !text
          .split(/[·,;:]| ×|\(|\)/)
          .every((part) => !/[a-z]{3,}/i.test(part) || DATE.test(part.trim()) || data.includes(part.trim().toLowerCase())),
    );
    expect.soft([...new Set(english)], `${screen}: in no catalogue`).toEqual([]);
    expect.soft([...new Set(cut)], `${screen}: cut off`).toEqual([]);
    expect.soft(beyond, `${screen}: pixels beyond the side`).toBeLessThanOrEqual(0);
  }
});

test('a term is explained where it stands, and with all the others', { tag: [ONLY_LOOKS.tag, ON_PHONE.tag] }, async ({ page, grower }) => {
  const lots = (await (await page.request.get('/api/lots')).json()) as { id: string }[];
  await page.goto(`/seeds/${lots[0]?.id}`);
  await grower.press(grower.button('Viability'));
  const explained = page.getByText(/The share of seeds that are alive/);
  await expect(explained).toBeVisible();
  await grower.barrierFree();
  await page.keyboard.press('Escape');
  await expect(explained).toBeHidden();
  await grower.press(grower.button('Viability'));
  await grower.press(page.getByRole('link', { name: 'All terms' }));
  await expect(page.getByRole('heading', { level: 1, name: 'Glossary' })).toBeVisible();
  await expect(page.getByText('Recalcitrant seed', { exact: true })).toBeVisible();
});

test.describe('the nursery’s own language', () => {
  test.use({ data: 'demo' });

  test(
    'is chosen under Places: dates and spelling follow, on the screen and in what is fed to calendars',
    AT_DESK,
    async ({ page, grower }) => {
      await page.goto('/');
      await expect(page.getByRole('heading', { level: 1, name: 'Tuesday 16 February' })).toBeVisible();
      await page.goto('/places');
      await grower.press(page.getByText('Change the nursery'));
      await grower.press(page.getByRole('radio', { name: /English, US/ }));
      await grower.press(grower.button('Save the nursery'));
      await expect(page.locator('html')).toHaveAttribute('lang', 'en-US');
      await page.goto('/');
      await expect(page.getByRole('heading', { level: 1, name: 'Tuesday February 16' })).toBeVisible();
      await expect(page.getByText('no mold').first()).toBeVisible();
      const feed = await (await page.request.get('/api/calendar.ics')).text();
      expect(feed).not.toMatch(/mould/);
    },
  );
});
