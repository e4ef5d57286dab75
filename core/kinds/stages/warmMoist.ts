import { say } from '@chill/words/stages.ts';
import { WARM_RESPONSE } from '../responses.ts';
import type { StageFacts } from './kind.ts';

/** Warm and damp, as in a summer: the embryo grows, or the coat decays. */
export const warmMoist: StageFacts = {
  words: {
    name: say.of('warmMoist'),
    begin: say.of('warmMoistBegin'),
    hint: say.of('warmMoistHint'),
    end: 'takeOut',
  },
  term: 'warmStratification',
  station: 'warm',
  course: 'waits',
  water: 'damp',
  earns: 'warmth',
  response: WARM_RESPONSE,
  places: ['shelf', 'bench', 'mat'],
  assumed_C: 20,
  suits: 'warm',
  zone: 'warm',
  medium: { usual: 'sand', chosen: true },
  packed: true,
  check: 'damp',
};
