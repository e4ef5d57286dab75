import { CUES, type CueName as Cue } from '@chill/core/cue/cues.ts';
import { STAGES } from '@chill/core/kinds/stages.ts';
import { stageName } from '@chill/core/tell/words.ts';
import type { StageKind } from '@chill/model/stage.ts';
import type { Term as TermName } from '@chill/words/terms.ts';
import type { ReactNode } from 'react';
import { Term } from './Term.tsx';

/** Something called by its name, or by what stands in it; where the glossary has a term for it, a press explains that. */
function Named({ term, children }: { term: TermName | undefined; children: ReactNode }) {
  return term ? <Term of={term}>{children}</Term> : children;
}

/** A stage by its name. */
export function StageName({ kind, children = stageName(kind) }: { kind: StageKind; children?: ReactNode }) {
  return <Named term={STAGES[kind].term}>{children}</Named>;
}

/** A cue by its name. */
export function CueName({ cue }: { cue: Cue }) {
  return <Named term={CUES[cue].term}>{CUES[cue].name}</Named>;
}
