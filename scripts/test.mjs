// npm test: the one gate. Installs what is missing, then format, lint, layering, types, made-up kinds, unused code, Jest and Playwright, and a last line "N passed, N failed".
import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuilt, ensureChromium, ensurePackages, ROOT, requireNode } from './ensure.mjs';
import { bin, checkAll, JEST, QUICK, sayTime } from './steps.mjs';

requireNode();
ensurePackages();
const chromium = ensureChromium();
ensureBuilt();

const results = join(ROOT, '.cache', 'results');
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });
// Whatever tests write goes where it can be thrown away with one stroke.
process.env.CHILL_TEMP = mkdtempSync(join(tmpdir(), 'chill-gate-'));
const totals = { passed: 0, failed: 0 };
/** What failed, by name: its own lines may stand a thousand lines further up. */
const faults = [];
const began = performance.now();

/** Runs one runner of tests by itself: it takes all the processors there are. */
function check(name, args, { env = {}, count } = {}) {
  console.log(`\n— ${name}`);
  const outcome = spawnSync(process.execPath, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, CHROMIUM: chromium, ...env } });
  add(name, outcome.status === 0, count());
  sayTime(name, began);
}

/** Adds what a check came to; one that reports no counts of its own counts as one. */
function add(name, good, counted = { passed: good ? 1 : 0, failed: good ? 0 : 1 }) {
  if (!good) faults.push(name);
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
await checkAll(
  [
    ['the demo nursery grows, for the browser’s tests to copy', ['--import', 'tsx', 'server/fillDemo.ts'], { CHILL_DATA: GROWN }],
    ['every kind known where it must be', ['scripts/newKinds.mjs']],
    ...QUICK,
    ['unused code', [bin('knip/bin/knip.js')]],
  ],
  (name, good, printed) => {
    console.log(`\n— ${name}\n${printed}`);
    add(name, good);
  },
);
sayTime('static checks', began);
check('Jest', [...JEST, '--json', `--outputFile=${join(results, 'jest.json')}`], { count: reported(jestCounts) });
check('Playwright', [bin('@playwright/test/cli.js'), 'test', '--config', 'e2e/playwright.config.ts'], {
  env: { PLAYWRIGHT_JSON_OUTPUT_NAME: join(results, 'playwright.json'), CHILL_GROWN: GROWN },
  count: reported(playwrightCounts),
});

rmSync(process.env.CHILL_TEMP, { recursive: true, force: true });
if (faults.length > 0) console.log(`\nTo be mended: ${faults.join('; ')}.`);
console.log(`\n${totals.passed} passed, ${totals.failed} failed`);
process.exitCode = totals.failed > 0 ? 1 : 0;
