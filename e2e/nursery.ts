import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type BrowserContextOptions, test as base, expect, type Locator, type Page } from '@playwright/test';
import axe, { type RunOptions } from 'axe-core';

import { GROWN, ROOT } from './setup.ts';

/** A server of its own on a free port, over data in a temporary folder. */
export interface TestServer {
  address: string;
  dataFolder: string;
  kill(): Promise<void>;
}

/** Every screen is looked at, and the walk gone, at both sizes; any other path once, at the size at which it is gone more often. */
export const AT_DESK = { tag: '@desk' };
export const ON_PHONE = { tag: '@phone' };

/** What a server of a test is told. `dataFolder` may hold a nursery already. */
const told = (dataFolder: string, env: Record<string, string>) => ({
  ...{ PORT: '0', HOST: '127.0.0.1', CHILL_DATA: dataFolder, CHILL_DEMO: '1' },
  ...env,
});

const newFolder = () => mkdtempSync(join(process.env.CHILL_TEMP ?? tmpdir(), 'chill-e2e-'));

/** Starts the real server in a process of its own. */
export async function startServer(env: Record<string, string> = {}, dataFolder = newFolder()): Promise<TestServer> {
  const child: ChildProcess = spawn(process.execPath, ['--import', 'tsx', 'server/main.ts'], {
    cwd: ROOT,
    env: { ...process.env, ...told(dataFolder, env) },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const [line] = (await once(child.stdout as NonNullable<typeof child.stdout>, 'data')) as [Buffer];
  const address = /http:\/\/[\d.:]+/.exec(line.toString())?.[0];
  if (!address) throw new Error(`The server said: ${line}`);
  return {
    address,
    dataFolder,
    async kill() {
      if (child.exitCode !== null) return;
      const gone = once(child, 'exit');
      child.kill('SIGTERM');
      await gone;
    },
  };
}

/** One process in which the servers of a worker's tests run, one after another. */
class Host {
  readonly #child = spawn(process.execPath, ['--import', 'tsx', 'server/testingHost.ts'], {
    cwd: ROOT,
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  #asked = 0;

  async start(env: Record<string, string>, dataFolder = newFolder()): Promise<TestServer> {
    const id = ++this.#asked;
    const { address } = await this.#ask({ id, env: told(dataFolder, env) });
    return { address, dataFolder, kill: async () => void (await this.#ask({ id })) };
  }

  end(): void {
    this.#child.disconnect();
  }

  async #ask(asked: { id: number; env?: Record<string, string> }): Promise<{ address: string }> {
    const waiting = new AbortController();
    const heard = (event: string) => once(this.#child, event, { signal: waiting.signal });
    const answered = heard('message');
    const ended = heard('exit').then(() => [undefined]);
    this.#child.send(asked);
    const [answer] = await Promise.race([answered, ended]);
    for (const other of [answered, ended]) other.catch(() => undefined);
    waiting.abort();
    if (!answer) throw new Error('The process of the tests’ servers has ended.');
    return answer;
  }
}

/** A folder that holds the demo nursery: a copy of the one that `setup.ts` has grown for this run. */
export function demoFolder(): string {
  const copy = mkdtempSync(join(process.env.CHILL_TEMP ?? tmpdir(), 'chill-demo-'));
  cpSync(GROWN, copy, { recursive: true });
  return copy;
}

/** What is looked for: everything, the colours alone where only they have changed, or names, roles and order, as on the way from screen to screen. */
type Look = 'everything' | 'colours' | 'order';

/** Which of axe's rules a look goes by. */
function rulesOf(look: Look, onPhone: boolean) {
  const only = (...values: string[]) => ({ runOnly: { type: 'rule' as const, values } });
  if (look === 'colours') return only('color-contrast');
  // Names, order and colours are the same on a phone, where the desk has looked at them.
  if (look === 'everything' && onPhone) return only('target-size', 'scrollable-region-focusable', 'meta-viewport', 'aria-hidden-focus');
  return {
    runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'],
    // Contrast takes longer than all the rest, and every colour is a token: it is measured on each screen that has an address, not at each step. So are
    // the sizes of what is pressed, half of what remains; on a phone, where a finger presses it, at each step.
    rules: { 'color-contrast': { enabled: look === 'everything' }, 'target-size': { enabled: look === 'everything' || onPhone } },
  };
}

/** What a copy of the demo has learned is worked out when it is first asked for: on a busy machine that takes most of a minute. */
const LEARNS_MS = 60_000;

/** What the tests are written with: a touch or a click as the device has it, and a look for barriers. */
export class Grower {
  readonly page: Page;
  readonly touch: boolean;

  constructor(page: Page, touch: boolean) {
    this.page = page;
    this.touch = touch;
  }

  press(target: Locator): Promise<void> {
    return this.touch ? target.tap() : target.click();
  }

  button(name: string | RegExp): Locator {
    return this.page.getByRole('button', { name, exact: true }).first();
  }

  link(name: string | RegExp): Locator {
    return this.page.getByRole('link', { name }).first();
  }

  /** Tab until something has the focus, as somebody without a mouse goes there; how often it was pressed. */
  async tabTo(target: Locator): Promise<number> {
    let found = await target.elementHandle();
    for (let pressed = 0; pressed < 200; pressed++) {
      // Looked for again now and then: it may have been drawn anew.
      if (pressed % 20 === 19) found = await target.elementHandle();
      if (await found?.evaluate((one) => one.matches(':focus'))) return pressed;
      await this.page.keyboard.press('Tab');
    }
    throw new Error('Not to be reached with Tab.');
  }

  /** Nothing on this screen keeps anyone out, and nothing sticks out at the side. */
  async barrierFree(look: Look = 'order'): Promise<void> {
    // What stays under the thumb lies over the page in the middle of it; at its end everything stands free.
    await this.page.evaluate('void scrollTo(0, document.documentElement.scrollHeight)');
    if (!(await this.page.evaluate('"axe" in window'))) await this.page.evaluate(axe.source);
    const options: RunOptions = { ...rulesOf(look, this.touch), resultTypes: ['violations'] };
    const found = await this.page.evaluate<string[]>(
      `axe.run(document, ${JSON.stringify(options)}).then(({ violations }) => violations.map(({ id, nodes }) => id + ': ' + nodes[0].html))`,
    );
    expect(found).toEqual([]);
    const beyond = await this.page.evaluate<number>('document.documentElement.scrollWidth - innerWidth');
    expect(beyond, 'pixels beyond the side of the screen').toBeLessThanOrEqual(0);
  }

  /** Goes to another page as a link within the app would, which costs no new start of it, and waits until that page is there. */
  async follow(address: string): Promise<void> {
    await this.page.evaluate(`{
      document.querySelector('main h1').dataset.left = '';
      history.pushState({}, '', ${JSON.stringify(address)});
      dispatchEvent(new PopStateEvent('popstate', { state: {} }));
    }`);
    await this.page.locator('main h1:not([data-left])').waitFor();
    await this.page.evaluate('new Promise((rested) => requestIdleCallback(() => requestIdleCallback(rested)))');
  }

  /** Goes to an address: within the app where it is open already, as a grower does who leaves it open for weeks. */
  async goTo(address: string): Promise<void> {
    const here = this.page.url();
    if (here === 'about:blank') await this.page.goto(address);
    else if (new URL(address, here).href !== here) await this.follow(address);
  }

  /** Waits until a plan is told with all that is learned, not by the handbook for the moment. */
  async learned(): Promise<void> {
    await this.page.getByRole('list', { name: 'Methods, best first' }).or(this.page.getByText('What to do instead')).first().waitFor();
    await expect(this.page.getByText(/^By the handbook so far/)).toBeHidden({ timeout: LEARNS_MS });
  }

  /** Steps the clock with its own control, so many days at one press. */
  async passDays(days: number): Promise<void> {
    if (days > 1)
      await this.page.route('**/api/clock/step', (route) => route.continue({ postData: JSON.stringify({ days }) }), { times: 1 });
    const stepped = this.page.waitForResponse('**/api/clock/step');
    await this.press(this.button('Next day'));
    expect((await stepped).ok()).toBe(true);
  }
}

/** Given to tests that only look at the demo nursery: one server does for all of a worker's. */
export const ONLY_LOOKS = { tag: '@looks' };

interface OfTest {
  server: TestServer;
  grower: Grower;
  data: 'empty' | 'demo';
}

/** What is made once for all tests of a worker, when the first of them asks for it. */
interface OfWorker {
  host: () => Host;
  shown: { server(): Promise<TestServer>; page(): Promise<Page> };
}

/** Tests with an empty nursery of their own, on a day in October, or the demo's. */
export const test = base.extend<OfTest, OfWorker>({
  host: [
    // biome-ignore lint/correctness/noEmptyPattern: Playwright reads from the pattern that this asks for nothing.
    async ({}, use) => {
      let host: Host | undefined;
      await use(() => (host ??= new Host()));
      host?.end();
    },
    { scope: 'worker' },
  ],
  shown: [
    async ({ browser }, use, { project }) => {
      let server: Promise<TestServer> | undefined;
      let page: Promise<Page> | undefined;
      await use({
        server: () => (server ??= startServer({}, demoFolder())),
        page: () => (page ??= browser.newPage(project.use as BrowserContextOptions)),
      });
      await (await page)?.close();
      const shown = await server;
      await shown?.kill();
      if (shown) rmSync(shown.dataFolder, { recursive: true });
    },
    { scope: 'worker' },
  ],
  data: ['empty', { option: true }],
  server: async ({ data, host, shown }, use, { tags }) => {
    if (tags.includes(ONLY_LOOKS.tag)) return use(await shown.server());
    const server = await (data === 'demo' ? host().start({}, demoFolder()) : host().start({ CHILL_TODAY: '2026-10-05' }));
    await use(server);
    await server.kill();
    rmSync(server.dataFolder, { recursive: true });
  },
  baseURL: async ({ server }, use) => use(server.address),
  grower: async ({ page, hasTouch }, use) => {
    const complaints: string[] = [];
    page.on('pageerror', (error) => complaints.push(error.message));
    page.on(
      'console',
      (message) => message.type() === 'error' && !/Failed to load resource/.test(message.text()) && complaints.push(message.text()),
    );
    await use(new Grower(page, hasTouch ?? false));
    expect(complaints).toEqual([]);
  },
});

/** A nursery in the north. */
export const NURSERY = {
  name: 'Home bench',
  latitude_deg: 46.3,
  elevation_m: 780,
  timeZone: 'UTC',
  lastFrost: { mean: '05-12', sd_days: 9 },
  settings: { units: { temperature: 'C', length: 'mm', mass: 'g', volume: 'mL' }, confidence: 0.9, frostRisk: 0.1 },
};

/** An empty nursery set up over the wire, in the north unless told otherwise. */
export async function settle(grower: Grower, part: object = {}): Promise<void> {
  expect((await grower.page.request.put('/api/nursery', { data: { ...NURSERY, ...part } })).ok()).toBe(true);
}

export { expect };
