// Adds a made-up stage, event, event with facts, event of a lot, cue, medium, school, container, hazard, table and kind of place to a copy of the model and asks the compiler: it must refuse every place that
// has to know of it, and those must be the few that stand here. A place that decides by kind and is not refused would fold, name or draw a new kind wrongly.
import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const ROOT = dirname(dirname(fileURLToPath(import.meta.url)));
const MOST_FILES = 4;

/** Where each kind is listed, what is put there, and the files that must refuse it. */
const MADE_UP = [
  {
    name: 'madeUpStage',
    file: 'model/stage.ts',
    before: "  'pot',\n]);",
    add: "  'madeUpStage',\n",
    known: ['core/kinds/stages.ts', 'model/stage.ts', 'web/stations/treat/StepPage.tsx'],
  },
  {
    name: 'madeUpEvent',
    file: 'model/event.ts',
    before: "  z.object({ ...common, kind: z.literal('reversed'), reverses: EventId }),\n]);",
    add: "  z.object({ ...common, kind: z.literal('madeUpEvent') }),\n",
    known: ['core/ledger/events/index.ts'],
  },
  {
    name: 'madeUpLotEvent',
    file: 'model/lot.ts',
    before: "  z.object({ ...common, kind: z.literal('reversed'), reverses: EventId }),\n]);",
    add: "  z.object({ ...common, kind: z.literal('madeUpLotEvent') }),\n",
    known: ['core/lot/events.ts'],
  },
  { name: 'madeUpCue', file: 'core/cue/cues.ts', before: "  | 'none';", add: "  | 'madeUpCue'\n", known: ['core/cue/cues.ts'] },
  {
    name: 'madeUpMedium',
    file: 'model/stage.ts',
    before: "'envelope']);",
    add: "'madeUpMedium', ",
    known: ['core/kinds/media.ts', 'sim/truth.ts'],
  },
  {
    name: 'madeUpTable',
    file: 'model/table.ts',
    before: "'readings']);",
    add: "'madeUpTable', ",
    known: ['server/handedOut/tables.ts', 'web/stations/places/PlacesPage.tsx'],
  },
  {
    name: 'madeUpFacts',
    file: 'model/event.ts',
    before: "  z.object({ ...common, kind: z.literal('reversed'), reverses: EventId }),\n]);",
    add: "  z.object({ ...common, kind: z.literal('madeUpFacts'), stage, madeUp_mL: z.number() }),\n",
    known: ['core/ledger/events/index.ts'],
  },
  {
    name: 'madeUpSchool',
    file: 'model/method.ts',
    before: "  'towelTest',\n]);",
    add: "  'madeUpSchool',\n",
    known: ['core/methods/schools.ts'],
  },
  {
    name: 'madeUpContainer',
    file: 'model/container.ts',
    before: "  'bed',\n]);",
    add: "  'madeUpContainer',\n",
    known: ['core/mix/containers.ts'],
  },
  {
    name: 'madeUpHazard',
    file: 'model/species.ts',
    before: "'protected', 'regulated', 'unknown']);",
    add: "'madeUpHazard', ",
    known: ['core/lot/cautions.ts'],
  },
  { name: 'madeUpPlace', file: 'model/place.ts', before: "'outdoors']);", add: "'madeUpPlace', ", known: ['core/kinds/places.ts'] },
];

const FOLDERS = ['words', 'model', 'core', 'handbook', 'sim', 'demo', 'server', 'web', 'e2e', 'scripts'];
const COPY = join(ROOT, '.cache', 'newKinds');
/** What decides by kind: neither tests nor what is built, nor how it is built. */
const deciding = (path) => !/[\\/](dist|node_modules|vite\.config\.ts)$|\.(test|spec)\.tsx?$/.test(path);
rmSync(COPY, { recursive: true, force: true });
mkdirSync(join(COPY, 'node_modules', '@chill'), { recursive: true });
for (const folder of FOLDERS) {
  cpSync(join(ROOT, folder), join(COPY, folder), { recursive: true, filter: deciding });
  // The folders of the copy know each other; every other package is found further up.
  symlinkSync(join(COPY, folder), join(COPY, 'node_modules', '@chill', folder), 'junction');
}
for (const file of ['tsconfig.base.json', 'tsconfig.json', 'package.json']) cpSync(join(ROOT, file), join(COPY, file));

for (const { file, before, add } of MADE_UP) {
  const path = join(COPY, file);
  const text = readFileSync(path, 'utf8');
  if (text.split(before).length !== 2) throw new Error(`${file} has changed: its list no longer ends in ${before}`);
  writeFileSync(path, text.replace(before, add + before));
}

/** Every error that a project has with the made-up kinds in it. */
function errorsOf(config) {
  const compiler = join(ROOT, 'node_modules', 'typescript-native', 'bin', 'tsc');
  const { stdout } = spawnSync(process.execPath, [compiler, '-p', config, '--incremental', 'false', '--pretty', 'false'], {
    ...{ cwd: COPY, encoding: 'utf8', maxBuffer: 2 ** 26 },
  });
  // One error a line, `file(line,column): error …`; what explains it further is indented beneath it.
  return stdout
    .split(/\r?\n(?=\S)/)
    .filter(Boolean)
    .map((message) => ({ file: /^(.+?)\(\d+,\d+\): /.exec(message)?.[1] ?? config, message }));
}

const errors = ['tsconfig.json', 'web/tsconfig.json'].flatMap(errorsOf);
rmSync(COPY, { recursive: true, force: true });
const faults = [];
for (const { name, known } of MADE_UP) {
  const refusing = [...new Set(errors.filter(({ message }) => message.includes(name)).map(({ file }) => file))].sort();
  if (refusing.join() !== [...known].sort().join())
    faults.push(`${name} is refused in ${refusing.join(', ') || 'no file'}, not in ${known.join(', ')}`);
  if (refusing.length > MOST_FILES) faults.push(`${name} has to be told to ${refusing.length} files: ${MOST_FILES} at most`);
  console.log(`${name}: ${refusing.join(', ')}`);
}
// A function that decides by kind and does not know one ends without an answer: where it must be told anyway, that is said by its name too.
for (const { file, message } of errors)
  if (!MADE_UP.some(({ name, known }) => message.includes(name) || known.includes(file))) faults.push(`${file}: ${message.slice(0, 300)}`);
for (const fault of faults) console.error(fault);
process.exitCode = faults.length > 0 ? 1 : 0;
