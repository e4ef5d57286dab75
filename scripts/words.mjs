/**
 * Every sentence that a person reads is in words/: fails where a component, the core or the model says something of its own,
 * and where a catalogue keeps a sentence that nobody says. A sentence that is missing is refused by the compiler.
 */
import { execSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import ts from 'typescript';

const listed = (folders) =>
  execSync(`git ls-files --cached --others --exclude-standard ${folders}`, { encoding: 'utf8' })
    .split('\n')
    .filter(
      (file) => existsSync(file) && /\.tsx?$/.test(file) && !/\.test\.tsx?$|^web\/(testing\.tsx|KitPage\.tsx|vite\.config\.ts)$/.test(file),
    );
const parsed = (file) =>
  ts.createSourceFile(
    file,
    readFileSync(file, 'utf8'),
    ts.ScriptTarget.Latest,
    true,
    file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS,
  );
const faults = [];
const at = (node) => {
  const source = node.getSourceFile();
  return `${source.fileName}:${source.getLineAndCharacterOfPosition(node.getStart()).line + 1}`;
};

/** Attributes that are read out or shown; every other attribute is for machines. */
const SHOWN = /^(aria-label|aria-description|label|title|placeholder|alt|hint|ask|word|data-title|orders|groups)$/;
/** Symbols of units are the same in every English. */
const word = (text) => /\p{L}{2,}/u.test(text.replace(/&\w+;|\b(mL|mm|cm|kg|min|ml)\b|°[CF]/g, ''));
/** Kinds and names of draws that are stored, hashed or read under these words; the words that are shown for them are in the catalogues. */
const KINDS = new Set([
  ...[
    'needs light',
    'wants dark',
    'well established',
    'commonly reported',
    'first run',
    'fl oz',
    'fluid ounce',
    'fluid ounces',
    'per cent',
  ],
  ...['time scale', 'weighed years'],
]);
/** A few words in a row, or one with a full stop: no name of a kind, a class or a field looks like that. */
const sentence = (text) =>
  /\p{L}{2,}[,;:]? \p{L}{2,}|\p{L}{3,}[.?!]$/u.test(text) && !/[[\]{}=]|(^| )-?[a-z]+(-[a-z0-9]+)+( |$)/.test(text);
/** What is never shown: programmers' errors, what is logged, patterns, queries, fonts, styles. */
/** Queries, what a connection is answered, a file's first bytes, and paths of fields. */
const FOR_MACHINES = /^(SELECT|INSERT|UPDATE|DELETE|CREATE|PRAGMA|HTTP\/|SQLite format)|^\w+\.$/;
const UNSHOWN =
  /^(console\.\w+|require|import|document\.\w+|useSWR|fetch|.*\.(query|exec|matches|closest|prepare|querySelector(All)?|log\.\w+))$/;

/** Whether a text is a message's key in a catalogue that its file speaks from. */
function isKey(node, text) {
  const source = node.getSourceFile().text;
  return [...source.matchAll(/words\/(\w+)\.ts'/g)].some(([, name]) =>
    new RegExp(`^ {2}${text}(_one|_other)?:`, 'm').test(readFileSync(`words/${name}.ts`, 'utf8')),
  );
}

/** A single word in a field that is shown as it is: a choice's text, a hint, and what a why says of a figure. */
function isShownField(node) {
  let { parent } = node;
  while (ts.isConditionalExpression(parent) || ts.isParenthesizedExpression(parent)) parent = parent.parent;
  if (!ts.isPropertyAssignment(parent)) return false;
  const name = parent.name.getText();
  if (/^(hint|message|title)$/.test(name)) return true;
  const beside = parent.parent.properties.map((one) => one.name?.getText());
  return (name === 'text' && beside.includes('value')) || (name === 'value' && beside.includes('from') && beside.includes('name'));
}

function shown(node) {
  const { parent } = node;
  // The name of a field is what is looked up, such as a day as people type it.
  if (ts.isPropertyAssignment(parent) && parent.name === node) return false;
  if (ts.isJsxText(node)) return word(node.text);
  const text = ts.isTemplateExpression(node)
    ? [node.head, ...node.templateSpans.map(({ literal }) => literal)].map((part) => part.text).join('…')
    : node.text;
  if (ts.isJsxAttribute(parent)) return SHOWN.test(parent.name.getText()) && word(text);
  if (ts.isJsxExpression(parent) && !ts.isJsxAttribute(parent.parent)) return word(text);
  for (let above = parent; above && !ts.isFunctionLike(above); above = above.parent) {
    if (ts.isNewExpression(above) && /Error$|^Worker$/.test(above.expression.getText())) return false;
    if (ts.isCallExpression(above) && UNSHOWN.test(above.expression.getText())) return false;
    if (ts.isJsxAttribute(above) && !SHOWN.test(above.name.getText())) return false;
    if (ts.isJsxAttribute(above) && /^(orders|groups)$/.test(above.name.getText()) && ts.isPropertyAssignment(parent)) return word(text);
    if (ts.isTaggedTemplateExpression(above) || ts.isLiteralTypeNode(above)) return false;
    if (ts.isPropertyAssignment(above) && /^(className|fontFamily|summary|format)$/.test(above.name.getText())) return false;
  }
  if (isShownField(node) && word(text) && !isKey(node, text)) return true;
  return !KINDS.has(text) && !FOR_MACHINES.test(text) && !text.startsWith('color-mix(') && sentence(text);
}

/** What is typed, not what is shown: the words that a log line or a species is read by. */
const TYPED = ['core/ledger/logSuggest.ts', 'core/ledger/spoken.ts', 'core/cue/nouns.ts'];

/** What tests hand to a server, and what is done to a database of an earlier Chill: nobody reads it in the app. */
const FOR_TESTS = /^server\/(testing|testingHost|store\/(crafted|faulty|migrations\/.*))\.ts$/;

for (const file of listed('core model web server').filter((one) => !TYPED.includes(one) && !FOR_TESTS.test(one))) {
  const visit = (node) => {
    if (ts.isImportDeclaration(node) || ts.isTypeNode(node)) return;
    const literal =
      ts.isJsxText(node) || ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node) || ts.isTemplateExpression(node);
    if (literal && shown(node)) faults.push(`${at(node)}: ${node.getText().trim().slice(0, 80)} is in no catalogue`);
    ts.forEachChild(node, visit);
  };
  visit(parsed(file));
}

/** The keys that are asked for, by subject. */
const asked = new Map();
for (const file of listed('core model web server demo sim words')) {
  const source = parsed(file);
  const subjects = source.statements.flatMap((one) =>
    ts.isImportDeclaration(one) ? (/^(?:@chill\/words|\.)\/(\w+)\.ts$/.exec(one.moduleSpecifier.text)?.[1] ?? []) : [],
  );
  const visit = (node) => {
    const key =
      ts.isCallExpression(node) && /^\w*[sS]ay(\.of)?$/.test(node.expression.getText())
        ? node.arguments[0]
        : ts.isJsxAttribute(node) && node.name.getText() === 'of'
          ? node.initializer
          : undefined;
    const keys = key ? literalsIn(key) : [];
    for (const subject of subjects) for (const one of keys) asked.set(subject, (asked.get(subject) ?? new Set()).add(one));
    ts.forEachChild(node, visit);
  };
  visit(source);
  // Keys that are put together are named in the same module: a list of them, perhaps with an ending.
  const puts =
    /\bsay(\.of)?\((?!')|\b(worded(Rows)?|options)\(\s*say,/.test(source.text) &&
    [...source.text.matchAll(/'(\w+)'/g)].map(([, text]) => text);
  const endings = [...source.text.matchAll(/say(?:\.of)?\(`\$\{\w+\}(\w+)`\)/g)].map(([, ending]) => ending);
  for (const subject of puts ? subjects : [])
    for (const one of puts) for (const ending of ['', ...endings]) asked.set(subject, (asked.get(subject) ?? new Set()).add(one + ending));
}
/** The texts in an expression: of a choice between two keys, both. */
function literalsIn(node) {
  if (ts.isStringLiteral(node)) return [node.text];
  if (ts.isJsxExpression(node) && node.expression) return literalsIn(node.expression);
  return ts.isConditionalExpression(node) ? [node.whenTrue, node.whenFalse].flatMap(literalsIn) : [];
}

let sentences = 0;
for (const file of listed('words')) {
  const said = parsed(file).statements.find((one) => ts.isVariableStatement(one))?.declarationList.declarations[0]?.initializer;
  if (!said || !ts.isCallExpression(said) || said.expression.getText() !== 'subject') continue;
  const [name, messages] = said.arguments;
  // Its keys are the model's values: the compiler asks for each.
  if (name.text === 'values') continue;
  for (const { name: key } of messages.properties) {
    sentences += 1;
    if (!asked.get(name.text)?.has(key.text.replace(/_(one|other)$/, ''))) faults.push(`${file}: nobody says ${key.text}`);
  }
}

for (const fault of faults) console.error(fault);
console.log(`${sentences} sentences in the catalogues; ${faults.length} faults.`);
process.exitCode = faults.length > 0 ? 1 : 0;
