import type { Sentence } from '@chill/words/subject.ts';
import { say } from '@chill/words/why.ts';
import { spell } from '../calendar/dates.ts';
import type { Proposal } from '../methods/proposal.ts';

/** Why the first method is first, its gravest drawback, and what would change that. */
export function reasonForFirst(proposals: readonly Proposal[], available: number): { reason: Sentence; change: Sentence } | undefined {
  const [first, second] = proposals;
  if (!first) return undefined;
  const grave = (proposal: Proposal) => proposal.against.filter((one) => one.weight !== 'notes');
  const own = grave(first)[0];
  const [note] = first.against;
  const plain = own
    ? say.of('drawback', { text: own.reason })
    : note
      ? say.of('onlyDrawback', { text: note.reason })
      : say.of('noDrawbacksHere');
  if (!second) return { reason: say.of('onlyMethodRecord', { plain }), change: say.of('addOwnMethod') };
  const change =
    first.seeds !== undefined && first.seeds > available
      ? say.of('largerLotReaches')
      : first.late_days > 0
        ? say.of('onlyLaterHelps')
        : say.of('towelOrSand');
  return { reason: say.of('firstBecause', { better: better(first, second, grave(second)[0]?.reason), plain }), change };
}

/** What the first method has over the second, whose gravest drawback is `theirs`. */
function better(first: Proposal, second: Proposal, theirs: Sentence | undefined): Sentence {
  const name = second.method.name.toLowerCase();
  if (first.seeds !== undefined && second.seeds !== undefined && first.seeds < second.seeds)
    return say.of('seedsNeeds', { seeds: first.seeds, name, theirs: second.seeds });
  if (first.late_days < second.late_days) return say.of('readySoonerThan', { late: spell.of(second.late_days - first.late_days), name });
  return theirs ? say.of('hasDrawback', { name, text: theirs }) : say.of('betterEstablishedThan', { name });
}
