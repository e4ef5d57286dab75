import type { Method } from '@chill/model/method.ts';
import type { Species } from '@chill/model/species.ts';
import type { StageKind } from '@chill/model/stage.ts';
import { chills, keptDry, STAGES } from '../kinds/stages.ts';

/**
 * Which stage of a method the seeds sprout in: the last warm towel or flooded pot; the pot where there is neither, or where those that did not come
 * are treated once more after it and come in their pot.
 */
export function sproutingStage({ stages }: Pick<Method, 'stages'>): number {
  const stage = stages.findLastIndex(({ kind }) => STAGES[kind].course === 'sprouts');
  const treatedAfter = stages.some(({ kind }, i) => i > stage && STAGES[kind].course === 'waits' && !keptDry(kind));
  return stage >= 0 && !treatedAfter ? stage : stages.length - 1;
}

/**
 * The earlier cold that a cold stage goes on with: seed that had part of what it needs, and was warm in between, earns the rest. `undefined` for the first
 * cold of all, and for species that want a second winter for itself.
 */
export function goesOnFrom({ cold }: Pick<Species, 'cold'>, stages: readonly { kind: StageKind }[], index: number): number | undefined {
  const moistCold = ({ kind }: { kind: StageKind } | undefined = { kind: 'pot' }) => chills(kind) && !keptDry(kind);
  if ((cold.need !== 'none' && cold.winters === 2) || !moistCold(stages[index])) return undefined;
  const before = stages.slice(0, index).findLastIndex((stage) => moistCold(stage));
  return before >= 0 ? before : undefined;
}

/** Whether a stage's work is taken up again by a later one, up to the stage `upTo`: the later one then tells of both. */
export function isTakenUp(
  species: Pick<Species, 'cold'>,
  stages: readonly { kind: StageKind }[],
  index: number,
  upTo = stages.length - 1,
): boolean {
  return stages.some((_, later) => later > index && later <= upTo && goesOnFrom(species, stages, later) === index);
}
