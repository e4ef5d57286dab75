import { expect, Grower, ONLY_LOOKS, test } from './nursery.ts';
import { SCREENS } from './screens.ts';

/** Those that are looked at in the dim light of the shed as well. */
const DIM = new Set(['/', '/plan', '/cold', '/cold/winter', '/places', '/labels']);

for (const screen of SCREENS)
  test(`${screen} keeps nobody out, by day and dim`, ONLY_LOOKS, async ({ shown, hasTouch }) => {
    const [server, page] = [await shown.server(), await shown.page()];
    const complaints: string[] = [];
    const complain = (error: Error) => complaints.push(error.message);
    page.on('pageerror', complain);
    const grower = new Grower(page, hasTouch ?? false);
    // From the screen before, as a link leads there; the first by its address.
    if (page.url().startsWith(server.address)) await grower.follow(screen);
    else await page.goto(server.address + screen);
    await expect(page.getByRole('heading', { level: 1 })).toHaveCount(1);
    await grower.barrierFree('everything');
    if (DIM.has(screen) && !grower.touch) {
      await grower.press(grower.button('Dim, for the shed at night'));
      await grower.barrierFree('colours');
      await grower.press(grower.button('Dim, for the shed at night'));
    }
    page.off('pageerror', complain);
    expect(complaints).toEqual([]);
  });
