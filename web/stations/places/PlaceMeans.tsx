import { effectiveness } from '@chill/core/chill/effectiveness.ts';
import { PLACES } from '@chill/core/kinds/places.ts';
import { STAGES } from '@chill/core/kinds/stages.ts';
import { stageName } from '@chill/core/tell/words.ts';
import type { PlaceKind } from '@chill/model/place.ts';
import { StageKind } from '@chill/model/stage.ts';
import { allOf } from '@chill/words/lists.ts';
import { say } from '@chill/words/places.ts';

/** Weeks of cold at full rate by which a slower place is judged: a common handbook figure. */
export const USUAL_WEEKS = 12;

/** What a place that is being written means so far: the stages that can lie there, and what a day there counts. */
export function PlaceMeans({ kind, nominal_C }: { kind: PlaceKind; nominal_C: number | null }) {
  const here = StageKind.options.filter((stage) => STAGES[stage].places.includes(kind));
  const counts = nominal_C === null || PLACES[kind].weather ? [] : whatADayCounts(here, nominal_C);
  return (
    <div className="max-w-prose text-[0.97rem] sm:col-span-2 desk:col-span-1" aria-live="polite">
      <p>{say('stagesHere', { stages: allOf(here.map((stage) => stageName(stage).toLowerCase())) })}</p>
      {PLACES[kind].weather && <p className="mt-1">{say('weatherDecides')}</p>}
      {counts.map((text) => (
        <p key={text} className="mt-1">
          {text}
        </p>
      ))}
    </div>
  );
}

/** For each thing that is earned by lying here (cold, warmth, ripening): a full day, a part of one, or nothing. */
function whatADayCounts(here: readonly StageKind[], nominal_C: number): string[] {
  const said = here.flatMap((stage) => {
    const { response, earns } = STAGES[stage];
    if (!response || !earns || (earns === 'cold' && STAGES[stage].water === 'dry')) return [];
    const share = effectiveness(nominal_C, response);
    const name = stageName(stage).toLowerCase();
    if (share >= 0.995) return [say('dayCountsFully', { stage: name })];
    if (share < 0.05) return [say('dayCountsNothing', { stage: name })];
    return [
      say('dayCountsPart', { stage: name, percent: Math.round(share * 100), weeks: Math.round(USUAL_WEEKS / share), usual: USUAL_WEEKS }),
    ];
  });
  return [...new Set(said)];
}
