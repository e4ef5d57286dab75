// npm test: the one gate. Installs what is missing, then format, lint, layering, types, made-up kinds, unused code, Jest and Playwright, and a last line "N passed, N failed".
import { spawn, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuilt, ensureChromium, ensurePackages, ROOT, requireNode } from './ensure.mjs';

requireNode();
ensurePackages();
const chromium = ensureChromium();
ensureBuilt();

const bin = (name) => join(ROOT, 'node_modules', name);
const results = join(ROOT, '.cache', 'results');
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });
// Whatever tests write goes where it can be thrown away with one stroke.
process.env.CHILL_TEMP = mkdtempSync(join(tmpdir(), 'chill-gate-'));
const totals = { passed: 0, failed: 0 };
const began = performance.now();

/** Says how long it has been since the gate began to check. */
function sayTime(done) {
  const seconds = Math.round((performance.now() - began) / 1000);
  console.log(`\n(${done}: ${Math.floor(seconds / 60)} min ${seconds % 60} s since the beginning)`);
}

/** Checks that need one processor each are run so many at once; what each printed is shown together, in the order in which they end. */
const AT_ONCE = 2;

async function checkAll(checks) {
  const waiting = [...checks];
  const runNext = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      const [name, args, env = {}] = next;
      const child = spawn(process.execPath, args, { cwd: ROOT, env: { ...process.env, ...env } });
      let printed = '';
      for (const stream of [child.stdout, child.stderr])
        stream.on('data', (part) => {
          printed += part;
        });
      const status = await new Promise((ended) => child.on('close', ended));
      console.log(`\n— ${name}\n${printed.trim()}`);
      add(status === 0);
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, runNext));
}

/** Runs one runner of tests by itself: it takes all the processors there are. */
function check(name, args, { env = {}, count } = {}) {
  console.log(`\n— ${name}`);
  const outcome = spawnSync(process.execPath, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, CHROMIUM: chromium, ...env } });
  add(outcome.status === 0, count());
  sayTime(name);
}

/** Adds what a check came to; one that reports no counts of its own counts as one. */
function add(good, counted = { passed: good ? 1 : 0, failed: good ? 0 : 1 }) {
  totals.passed += counted.passed;
  // A runner that fails without a failing test has failed all the same.
  totals.failed += !good && counted.failed === 0 ? 1 : counted.failed;
}

function jestCounts() {
  const { numPassedTests, numFailedTests, numFailedTestSuites } = JSON.parse(readFileSync(join(results, 'jest.json'), 'utf8'));
  return { passed: numPassedTests, failed: Math.max(numFailedTests, numFailedTestSuites) };
}

function playwrightCounts() {
  const { stats } = JSON.parse(readFileSync(join(results, 'playwright.json'), 'utf8'));
  return { passed: stats.expected + stats.flaky, failed: stats.unexpected };
}

/** Counts read from a report, or none where the runner left no report. */
const reported = (read) => () => {
  try {
    return read();
  } catch {
    return { passed: 0, failed: 1 };
  }
};

const GROWN = join(ROOT, '.cache', 'e2e-demo');
rmSync(GROWN, { recursive: true, force: true });
const FOLDERS = ['words', 'model', 'core', 'handbook', 'sim', 'demo', 'server', 'web', 'e2e'];
const types = (project) => [`types of ${project}`, [bin('typescript-native/bin/tsc'), '-p', project]];
// The longest first.
await checkAll([
  ['the demo nursery grows, for the browser’s tests to copy', ['--import', 'tsx', 'server/fillDemo.ts'], { CHILL_DATA: GROWN }],
  ['every kind known where it must be', ['scripts/newKinds.mjs']],
  types('tsconfig.json'),
  types('web/tsconfig.json'),
  ['layering', [bin('dependency-cruiser/bin/dependency-cruise.mjs'), '--config', '.dependency-cruiser.cjs', ...FOLDERS]],
  types('tsconfig.pure.json'),
  ['format and lint', [bin('@biomejs/biome/bin/biome'), 'ci', '--error-on-warnings', '--colors=off', '.']],
  ['every sentence in its catalogue', ['scripts/words.mjs']],
  ['unused code', [bin('knip/bin/knip.js')]],
]);
sayTime('static checks');
check(
  'Jest',
  [
    '--experimental-vm-modules',
    '--disable-warning=ExperimentalWarning',
    bin('jest/bin/jest.js'),
    '--json',
    `--outputFile=${join(results, 'jest.json')}`,
  ],
  { count: reported(jestCounts) },
);
check('Playwright', [bin('@playwright/test/cli.js'), 'test', '--config', 'e2e/playwright.config.ts'], {
  env: { PLAYWRIGHT_JSON_OUTPUT_NAME: join(results, 'playwright.json'), CHILL_GROWN: GROWN },
  count: reported(playwrightCounts),
});

rmSync(process.env.CHILL_TEMP, { recursive: true, force: true });
console.log(`\n${totals.passed} passed, ${totals.failed} failed`);
process.exitCode = totals.failed > 0 ? 1 : 0;
