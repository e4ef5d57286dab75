import { allWaiting } from '@chill/core/ledger/states.ts';
import { describe, expect, test } from '@jest/globals';
import { keyed, type Typing } from './keys.ts';

const counts = { ...allWaiting(60), sprouted: 12, potted: 30 };

/** What a row's answer is after some keys. */
function typed(keys: string, task: Parameters<typeof keyed>[1]): object {
  let typing: Typing = { figures: '' };
  let answer = {};
  for (const key of keys) {
    const said = keyed(key, task, typing, counts);
    if (!said) return { refused: key };
    answer = { ...answer, ...said.put };
    typing = said.typing;
  }
  return answer;
}

describe('keys in a row of the round', () => {
  test.each([
    ['3', { kind: 'check', check: 'sprouts' }, { up: 3 }],
    ['12', { kind: 'check', check: 'sprouts' }, { up: 12 }],
    ['m', { kind: 'check', check: 'damp' }, { mouldy: 1 }],
    ['m12', { kind: 'check', check: 'damp' }, { mouldy: 12 }],
    ['dm2r1', { kind: 'check', check: 'damp' }, { damp: 'dry', mouldy: 2, up: 1 }],
    ['w', { kind: 'check', check: 'damp' }, { damp: 'wet' }],
    ['m3s', { kind: 'check', check: 'damp' }, { mouldy: 3, mould: 'spreading' }],
    ['4', { kind: 'check', check: 'dry' }, { mouldy: 4 }],
    ['2', { kind: 'check', check: 'pots' }, { lost: 2 }],
    ['9', { kind: 'lift' }, { count: 9 }],
    ['25', { kind: 'plantOut' }, { count: 25 }],
  ] as const)('%s of %o', (keys, task, said) => {
    expect(typed(keys, task)).toEqual(said);
  });

  test('count no more than there are', () => {
    expect(typed('99', { kind: 'lift' })).toEqual({ count: 12 });
    expect(typed('999', { kind: 'check', check: 'sprouts' })).toEqual({ up: 60 });
  });

  test.each([
    ['3', { kind: 'begin' }],
    ['d', { kind: 'check', check: 'pots' }],
    ['x', { kind: 'check', check: 'damp' }],
    ['m', { kind: 'move' }],
  ] as const)('%s says nothing of %o', (key, task) => {
    expect(typed(key, task)).toEqual({ refused: key });
  });
});
