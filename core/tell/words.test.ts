import { loadHandbook } from '@chill/handbook/load.ts';
import { spoken } from '@chill/words/subject.ts';
import { expect, test } from '@jest/globals';
import { beginWords } from './words.ts';

test('floaters are taken out of a soak only where floating tells, and never where the species’ own page says that it misleads', () => {
  for (const species of loadHandbook()) {
    const said = spoken(beginWords({ kind: 'soak' } as Parameters<typeof beginWords>[0], 20, { species }).hint);
    expect([species.id, said.includes('floaters out')]).toEqual([species.id, species.floatTest === 'sinkersAreViable']);
  }
});
