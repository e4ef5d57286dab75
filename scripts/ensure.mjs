// What the other scripts need before anything is installed: Node alone.
import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));
const CACHE = join(ROOT, '.cache');
const NPM = process.platform === 'win32' ? 'npm.cmd' : 'npm';

/** Stops with a sentence where Node is older than the app needs. */
export function requireNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    console.error(`Chill needs Node 20.19 or newer; this is ${process.versions.node}.`);
    process.exit(1);
  }
}

/** Installs the packages of the lockfile, where they are not there or the lockfile has changed. */
export function ensurePackages() {
  const lock = fingerprint([join(ROOT, 'package-lock.json')]);
  if (existsSync(join(ROOT, 'node_modules', 'typeorm')) && remembered('packages') === lock) return;
  console.log('Installing packages (a few minutes, once) …');
  run(NPM, ['ci', '--no-audit', '--no-fund', '--loglevel', 'error']);
  requireDatabaseDriver();
  remember('packages', lock);
}

/** The database driver is compiled where no ready-made one can be had; npm may be set to skip that. */
function requireDatabaseDriver() {
  const works = () => spawnSync(process.execPath, ['-e', "new (require('better-sqlite3'))(':memory:')"], { cwd: ROOT }).status === 0;
  if (works()) return;
  console.log('Compiling the database driver (about two minutes, once) …');
  run(NPM, ['rebuild', 'better-sqlite3', '--foreground-scripts', '--loglevel', 'error']);
  if (!works()) {
    console.error('The database driver could not be compiled: install python3, make and g++, then run this again.');
    process.exit(1);
  }
}

/** Builds the web app, where it is not built or its sources have changed. */
export function ensureBuilt() {
  const sources = fingerprint(['words', 'model', 'core', 'web', 'package-lock.json'].flatMap((part) => filesBelow(join(ROOT, part))));
  if (existsSync(join(ROOT, 'web', 'dist', 'index.html')) && remembered('build') === sources) return;
  console.log('Building …');
  run(process.execPath, [join(ROOT, 'node_modules', 'vite', 'bin', 'vite.js'), 'build', 'web', '--logLevel', 'warn']);
  remember('build', sources);
}

/**
 * The path of a Chromium to test with. Installs Debian's where that may be done, the one without windows before the whole: it is smaller and quicker;
 * otherwise says the one command and stops.
 */
export function ensureChromium() {
  const known = ['chromium-headless-shell', 'chromium', 'chromium-browser', 'google-chrome'].map((name) => `/usr/bin/${name}`);
  const found = () => process.env.CHROMIUM ?? known.find((path) => existsSync(path));
  if (found()) return found();
  if (process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')) {
    console.log('Installing Chromium …');
    const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
    spawnSync('apt-get', ['update', '-qq'], { stdio: ['ignore', 'ignore', 'inherit'], env });
    for (const name of ['chromium-headless-shell', 'chromium']) {
      spawnSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', name], { stdio: ['ignore', 'ignore', 'inherit'], env });
      if (found()) return found();
    }
  }
  console.error('The browser tests need Chromium. Run:  sudo apt-get install chromium   (or set CHROMIUM to one).');
  process.exit(1);
}

/** Runs a command in the project's folder; stops with its code where it fails. */
export function run(command, args, env = {}) {
  try {
    execFileSync(command, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env }, shell: process.platform === 'win32' });
  } catch (error) {
    process.exit(error.status ?? 1);
  }
}

function fingerprint(files) {
  const hash = createHash('sha256');
  for (const file of files) hash.update(file.slice(ROOT.length)).update(readFileSync(file));
  return hash.digest('hex');
}

function filesBelow(path) {
  if (statSync(path).isFile()) return [path];
  return readdirSync(path)
    .filter((name) => name !== 'dist' && name !== 'node_modules' && !name.includes('.test.'))
    .sort()
    .flatMap((name) => filesBelow(join(path, name)));
}

function remembered(what) {
  const file = join(CACHE, `${what}.txt`);
  return existsSync(file) ? readFileSync(file, 'utf8') : undefined;
}

function remember(what, value) {
  mkdirSync(CACHE, { recursive: true });
  writeFileSync(join(CACHE, `${what}.txt`), value);
}
