// npm run pages: writes the pages of docs/ that say what the app says, from its catalogues. A test holds the two together.
import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { fileURLToPath } from 'node:url';
import { pages } from '../words/pages.ts';

for (const [path, text] of Object.entries(pages())) {
  const file = fileURLToPath(new URL(`../docs/${path}`, import.meta.url));
  mkdirSync(dirname(file), { recursive: true });
  writeFileSync(file, text);
}
