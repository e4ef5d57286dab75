import { stageName } from '@chill/core/tell/words.ts';
import { type CarryFault, carryFault } from '@chill/core/treat/carry.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import type { Place } from '@chill/model/place.ts';
import { say } from '@chill/words/batch.ts';
import { worded } from '@chill/words/tables.ts';
import { useState } from 'react';
import { newId } from '../../browser/newId.ts';
import { type BatchView, useNursery } from '../../data/nursery.ts';
import { useRecord } from '../../data/useRecord.ts';
import { Problem } from '../../kit/told/Problem.tsx';

const FAULTS: Record<CarryFault, string> = worded(say, {
  chillDies: 'coldKillsIt',
  frozenDies: 'frostKillsIt',
  frozenStops: 'frozenDampCountsForNothing',
  tooWarm: 'tooWarmForCold',
  tooCold: 'tooColdToGerminate',
  notItsPlace: 'stageUsuallyLiesElsewhere',
});

/** Moves a batch to another place within its stage: what it earns follows that place from then on. A place that does it harm is said first. */
export function CarryTo({ view }: { view: BatchView }) {
  const { places, nursery, today } = useNursery();
  const [asked, setAsked] = useState<string>();
  const { record, problem } = useRecord();
  const { state, stages } = view.projection;
  const here = state.stages[state.stage]?.placeId;
  const kind = stages[state.stage]?.kind;
  const others = places.filter(({ id }) => id !== here);
  if (others.length === 0 || !kind) return null;
  const fault = (place: Place) => carryFault(kind, place, view.species);
  const move = (place: Place) => {
    if (fault(place) && asked !== place.id) return setAsked(place.id);
    setAsked(undefined);
    record(view.batch, { events: [{ id: newId(), on: today, kind: 'carried', placeId: place.id }] });
  };
  return (
    <details>
      <summary className="quiet cursor-pointer list-none">{say('moveAnotherPlace')}</summary>
      <ul className="mt-1">
        {others.map((place) => {
          const found = asked === place.id ? fault(place) : undefined;
          return (
            <li key={place.id} className="border-t border-line">
              <button type="button" className="quiet" onClick={() => move(place)}>
                {place.name}, {showQuantity(place.nominal_C, 'temperature_C', nursery.settings.units)}
              </button>
              {found && (
                <div role="alert" className="mb-2 border-l-4 border-alarm pl-3 text-[0.97rem]">
                  <p>{say('isIn', { faults: FAULTS[found], code: view.batch.code, stage: stageName(kind) })}</p>
                  <div className="flex flex-wrap gap-x-5">
                    <button type="button" className="quiet font-semibold" onClick={() => move(place)}>
                      {say('moveAnyway')}
                    </button>
                    <button type="button" className="quiet" onClick={() => setAsked(undefined)}>
                      {say('cancel')}
                    </button>
                  </div>
                </div>
              )}
            </li>
          );
        })}
      </ul>
      <Problem>{problem}</Problem>
    </details>
  );
}
