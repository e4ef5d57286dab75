import { CUES, type CueName as Cue } from '@chill/core/cue/cues.ts';
import { stageName } from '@chill/core/schedule/words.ts';
import type { StageKind } from '@chill/model/stage.ts';
import type { Term as TermName } from '@chill/words/terms.ts';
import type { ReactNode } from 'react';
import { Term } from './Term.tsx';

/** The term of the field that explains a stage; growers need none for the others. */
const OF_STAGES: Partial<Record<StageKind, TermName>> = {
  openCoat: 'scarification',
  hotWater: 'hotWaterSoak',
  soak: 'imbibition',
  smoke: 'smokeWater',
  freezerTurns: 'freezeThaw',
  dryStore: 'afterRipening',
  coldMoist: 'coldStratification',
  warmMoist: 'warmStratification',
};

/** The term of the field that explains a cue. */
const OF_CUES: Partial<Record<Cue, TermName>> = {
  afterRipening: 'afterRipening',
  hardCoat: 'scarification',
  heatPulse: 'heatPulse',
  smoke: 'smokeWater',
  warm: 'warmStratification',
  cold: 'coldStratification',
};

/** Something called by its name, or by what stands in it; where the glossary has a term for it, a press explains that. */
function Named({ term, children }: { term: TermName | undefined; children: ReactNode }) {
  return term ? <Term of={term}>{children}</Term> : children;
}

/** A stage by its name. */
export function StageName({ kind, children = stageName(kind) }: { kind: StageKind; children?: ReactNode }) {
  return <Named term={OF_STAGES[kind]}>{children}</Named>;
}

/** A cue by its name. */
export function CueName({ cue }: { cue: Cue }) {
  return <Named term={OF_CUES[cue]}>{CUES[cue].name}</Named>;
}
