/**
 * Whatever is decided by the kind of a stage, a medium, a place or an event is looked up in its table or asked of its module: fails where code compares one
 * with a literal, keeps a table of only some kinds, or looks for a field to tell events apart. A new kind is then refused by the compiler wherever it must be
 * known, and nowhere else is silently wrong.
 */
import { execSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import ts from 'typescript';

/** Where kinds are told apart: their tables and modules, and what lives batches through. */
const OF_KINDS = /^core\/(kinds|ledger\/events|lot\/events\.ts|cue|testing)\b|^model\//;
/** Places that mean one event or no other, each with why: what a new kind brings changes nothing there. */
const MEANT = {
  'core/ledger/planInForce.ts': 'the plan in force is made of amendments',
  'core/ledger/standing.ts': 'a reversal is what standing is about',
  'core/ledger/undo.ts': 'a reversal is what undoing is about',
  'core/lot/lotLedger.ts': 'a reversal of a lot’s ledger',
  'core/pots/survival.ts': 'seedlings die between the days on which somebody looked at their pots',
  'core/record/afterAll.ts': 'the closing itself',
  'core/record/correct.ts': 'what can be corrected is said by its own answer',
  'core/results/outcome.ts': 'the closing and the thinning themselves',
  'core/season/work.ts': 'a reversal is no work',
  'core/tell/describe.ts': 'a reversal is told at what it reverses',
  'server/routes/demo.ts': 'the closing itself',
  'server/store/batches.ts': 'timers that others have ended, and reversals',
  'server/store/store.ts': 'a split makes a batch too',
  'web/data/nursery.ts': 'the entries after which more is asked of the server',
  'web/stations/batch/CorrectEntry.tsx': 'a form for each entry that can be corrected',
  'web/stations/batch/History.tsx': 'a reversal is told at what it reverses',
  'web/parts/roundList.ts': 'the stage that was finished on the round',
  'web/stations/pots/GrowingOn.tsx': 'the day that was put otherwise, to be put back',
  'web/stations/seeds/LotLedger.tsx': 'a reversal is told at what it reverses',
  'web/stations/treat/useStep.ts': 'the timer that a step starts itself',
};
/** Where some kinds only are meant, by the compiler's own leave. */
const SOME_MEANT = {
  'core/rot/learned.ts': 'media of which the nursery has records',
  'web/stations/treat/StepPage.tsx': 'the others are asked for by the compiler',
};

const valuesIn = (file, pattern) =>
  [...(pattern.exec(readFileSync(file, 'utf8'))?.[1] ?? '').matchAll(/'(\w+)'/g)].map(([, value]) => value);
const LAID = new Set([
  ...valuesIn('model/stage.ts', /StageKind = z\.enum\(\[([^\]]*)\]/),
  ...valuesIn('model/stage.ts', /Medium = z\.enum\(\[([^\]]*)\]/),
  ...valuesIn('model/place.ts', /PlaceKind = z\.enum\(\[([^\]]*)\]/),
]);
const EVENTS = new Set([...readFileSync('model/event.ts', 'utf8').matchAll(/kind: z\.literal\('(\w+)'\)/g)].map(([, value]) => value));
for (const [name, values] of Object.entries({ LAID, EVENTS }))
  if (values.size < 10) throw new Error(`The model's kinds have moved: no ${name}.`);

const files = execSync('git ls-files --cached --others --exclude-standard core server web', { encoding: 'utf8' })
  .split('\n')
  .filter((file) => existsSync(file) && /\.tsx?$/.test(file) && !/\.test\.tsx?$|^web\/dist/.test(file) && !OF_KINDS.test(file));
const faults = [];
const used = new Set();

for (const file of files) {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  const say = (node, what) => faults.push(`${file}:${source.getLineAndCharacterOfPosition(node.getStart()).line + 1}: ${what}`);
  /** Whether an expression is a kind or a medium by its name; of labels, notes and the like, which have kinds of their own, it knows nothing. */
  const isKind = (node) => /(^|\.|\?\.)(kind|medium)$/.test(node.getText());
  const compared = (node, literal) => {
    if (LAID.has(literal)) {
      // Labels are of bags, pots and shelves.
      if (!/labels/i.test(file)) say(node, `compares with the kind “${literal}”: ask its table`);
    } else if (EVENTS.has(literal)) {
      if (file in MEANT) used.add(file);
      else say(node, `compares with the event “${literal}”: ask its module`);
    }
  };
  const visit = (node) => {
    if (ts.isBinaryExpression(node) && /^[!=]==$/.test(node.operatorToken.getText())) {
      for (const [one, other] of [
        [node.left, node.right],
        [node.right, node.left],
      ])
        if (ts.isStringLiteral(one) && isKind(other)) compared(node, one.text);
    }
    if (ts.isBinaryExpression(node) && node.operatorToken.kind === ts.SyntaxKind.InKeyword && node.left.getText() === "'placeId'")
      say(node, 'tells events apart by a field: ask their module');
    if (
      ts.isTypeReferenceNode(node) &&
      node.getText().match(/^Partial<Record<(StageKind|Medium|PlaceKind|LedgerEvent\['kind'\]|NewEvent\['kind'\]),/)
    ) {
      if (file in SOME_MEANT) used.add(file);
      else say(node, 'keeps a table of only some kinds');
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
}
for (const file of [...Object.keys(MEANT), ...Object.keys(SOME_MEANT)])
  if (!used.has(file)) faults.push(`${file}: needs no exception any more`);
for (const fault of faults) console.error(fault);
console.log(`${files.length} files looked through for kinds; ${faults.length} faults.`);
process.exitCode = faults.length > 0 ? 1 : 0;
