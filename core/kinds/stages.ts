import type { Medium, Stage, StageKind } from '@chill/model/stage.ts';
import { clean } from './stages/clean.ts';
import { coldDry } from './stages/coldDry.ts';
import { coldMoist } from './stages/coldMoist.ts';
import { disinfect } from './stages/disinfect.ts';
import { dryStore } from './stages/dryStore.ts';
import { flood } from './stages/flood.ts';
import { freezerTurns } from './stages/freezerTurns.ts';
import { hotWater } from './stages/hotWater.ts';
import type { StageFacts } from './stages/kind.ts';
import { openCoat } from './stages/openCoat.ts';
import { outdoorWinter } from './stages/outdoorWinter.ts';
import { pot } from './stages/pot.ts';
import { smoke } from './stages/smoke.ts';
import { soak } from './stages/soak.ts';
import { sown } from './stages/sown.ts';
import { warmMoist } from './stages/warmMoist.ts';
import { warmTowel } from './stages/warmTowel.ts';

/** The one list of stages. A kind that is new to the model is a module here, and nothing else of core need be told of it. */
export const STAGES: Record<StageKind, StageFacts> = {
  dryStore,
  clean,
  soak,
  openCoat,
  hotWater,
  disinfect,
  smoke,
  warmMoist,
  coldMoist,
  coldDry,
  freezerTurns,
  outdoorWinter,
  flood,
  warmTowel,
  sown,
  pot,
};

/** Whether the table says so of a stage; of none it says nothing. */
export function isStage(kind: StageKind | undefined, which: (facts: StageFacts) => boolean): boolean {
  return kind !== undefined && which(STAGES[kind]);
}

/** Over in a day or two at the bench, with nothing to look at on the way. */
export function atBench(kind: StageKind | undefined): boolean {
  return isStage(kind, ({ course }) => course === 'bench');
}

/** Whether the bench has a screen for it as long as it goes: its treatments, and the turns between freezer and fridge. */
export function staysAtBench(kind: StageKind | undefined): boolean {
  return isStage(kind, ({ course }) => course === 'bench' || course === 'turns');
}

/** Whether the seed lies dry in it. */
export function keptDry(kind: StageKind | undefined): boolean {
  return isStage(kind, ({ water }) => water === 'dry');
}

/** Whether it counts towards the cold that a seed needs: in the fridge, or outdoors. */
export function chills(kind: StageKind | undefined): boolean {
  return isStage(kind, ({ earns }) => earns === 'cold' || earns === 'winter');
}

/** What the seed of a stage lies in: as its method says, or as is usual there. */
export function mediumOf({ kind, medium }: Pick<Stage, 'kind' | 'medium'>): Medium {
  return medium ?? STAGES[kind].medium.usual;
}
