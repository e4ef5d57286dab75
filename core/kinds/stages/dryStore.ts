import { say } from '@chill/words/stages.ts';
import { RIPENING_RESPONSE } from '../responses.ts';
import type { StageFacts } from './kind.ts';

/** Kept dry and warm for months: some seed loses its dormancy so. */
export const dryStore: StageFacts = {
  words: {
    name: say.of('dryStore'),
    begin: say.of('dryStoreBegin'),
    hint: say.of('dryStoreHint'),
    end: 'done',
  },
  term: 'afterRipening',
  station: 'treat',
  course: 'waits',
  water: 'dry',
  earns: 'ripening',
  response: RIPENING_RESPONSE,
  places: ['drawer', 'shelf', 'bench'],
  assumed_C: 18,
  medium: { usual: 'envelope', chosen: false },
  packed: false,
  check: 'dry',
};
