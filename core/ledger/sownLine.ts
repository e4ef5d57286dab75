import type { Container } from '@chill/model/container.ts';
import { say } from '@chill/words/ledger.ts';
import type { Sentence } from '@chill/words/subject.ts';
import { CONTAINERS } from '../mix/containers.ts';
import { spokenNumber } from './spoken.ts';

/** How it was sown, as far as the line says: into what, how many trays, how many to each, how deep. */
export interface SownSaid {
  container?: Container;
  trays?: number;
  each?: number;
  cover_mm?: number;
}

/** What containers are called in a line. Of those that differ only in size the usual one is meant. */
const CONTAINER_OF: Record<string, Container> = {
  ...{ plug: 'plug72', plugs: 'plug72', cell: 'cell', cells: 'cell', pot: 'pot', pots: 'pot', flat: 'flat', flats: 'flat' },
  ...{ 'deep cells': 'deepCell', 'deep pots': 'deepPot', 'half trays': 'halfTray', 'seed trays': 'seedTray' },
  ...{ cone: 'cone65', cones: 'cone65', block: 'block40', blocks: 'block40', cup: 'cup200', cups: 'cup200' },
};
const EACH = /^(each|cell|pot|plug|cone|block|cup|tray|flat)$/;

/** Trays of cells by how many cells they have; the first of a size is the usual one. */
const CELLED = (Object.keys(CONTAINERS) as Container[]).filter((one) => CONTAINERS[one].shape === 'cells');
const SIZES = [...new Set(CELLED.map((one) => CONTAINERS[one].perTray))].sort((a, b) => a - b);
const cellsOf = (cells: number): Container | undefined => CELLED.find((one) => CONTAINERS[one].perTray === cells);

/** How it was sown and the index after that; or up to where it is misread, and why. */
type Read = { said: SownSaid; to: number } | { reason: Sentence; to: number };

/** Reads how it was sown, in any order, from a word on; words in small letters. A tray of no such size is misread. */
export function readSown(words: readonly string[], from: number): Read {
  const said: SownSaid = {};
  const word = (at: number) => words[at] ?? '';
  let at = from;
  for (;;) {
    const start = at;
    while (/^(in|into|of|a|to|with)$/.test(word(at))) at += 1;
    const number = spokenNumber([word(at), word(at + 1)]);
    if (!number) {
      const two = CONTAINER_OF[`${word(at)} ${word(at + 1)}`];
      const container = two ?? CONTAINER_OF[word(at)];
      if (!container) return { said, to: at };
      said.container ??= container;
      at += two ? 2 : 1;
      continue;
    }
    const after = at + number.took;
    const unit = /^(a|to|per|in)$/.test(word(after)) ? word(after + 1) : word(after);
    if (/^trays?$/.test(word(after))) {
      said.trays = number.value;
      at = after + 1;
    } else if (word(after) === 'mm') {
      said.cover_mm = number.value;
      at = after + (word(after + 1) === 'deep' ? 2 : 1);
    } else if (EACH.test(unit)) {
      said.each = number.value;
      at = after + (unit === word(after) ? 1 : 2);
    } else if (word(at - 1) === 'of') {
      const sized = cellsOf(number.value);
      if (!sized) return { reason: say.of('noSuchTray', { cells: number.value, sizes: SIZES.join(', ') }), to: after };
      said.container = sized;
      at = after;
    } else if (CONTAINER_OF[word(after)]) {
      said.container ??= CONTAINER_OF[word(after)] as Container;
      at = after + 1;
    } else return { said, to: start };
  }
}
