import type { Method } from '@chill/model/method.ts';
import type { Species } from '@chill/model/species.ts';
import type { CoatOpening } from '../kinds/stages/kind.ts';
import { STAGES } from '../kinds/stages.ts';

/** The share of a lot's coats that let water in after the stages of a method: 1 for a seed without a hard coat. */
export function coatOpened(species: Species, method: Method): number {
  return coatOpening(species, method).share;
}

/** Coats that stayed shut answer to the same treatment, once more, as the first did. Assumption. */
function openedAgain(how: string, share: number, times: number) {
  return { how: `${how} ${times}`, share: 1 - (1 - share) ** times };
}

/** What opens a lot's coats along a method, and the share it opens; the best of what is done counts. */
export function coatOpening({ hardCoat }: Species, method: Pick<Method, 'stages'>): { how: string; share: number } {
  if (!hardCoat) return { how: 'untreated', share: 1 };
  const ways = method.stages.flatMap(({ kind }) => STAGES[kind].opens ?? []);
  const times = (how: CoatOpening) => ways.filter((one) => one === how).length;
  const done = [...new Set(ways)];
  return [...done, 'untreated' as const]
    .map((how) => (how !== 'untreated' && times(how) > 1 ? openedAgain(how, hardCoat[how], times(how)) : { how, share: hardCoat[how] }))
    .reduce((best, one) => (one.share > best.share ? one : best));
}
