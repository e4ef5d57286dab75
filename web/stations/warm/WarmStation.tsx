import { expectedOf } from '@chill/core/chill/met.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import { say } from '@chill/words/warm.ts';
import { useState } from 'react';
import { type BatchView, useNursery } from '../../data/nursery.ts';
import { useSights } from '../../data/sights.ts';
import { stationOf } from '../../data/stations.ts';
import { useKey } from '../../data/stored.ts';
import { rowAfter } from '../../kit/rows.ts';
import { StationList } from '../../kit/StationList.tsx';
import { useDesk } from '../../kit/useDesk.ts';
import { nextFor } from './nextFor.ts';
import { TowelRow } from './TowelRow.tsx';
import { WaitOrStop } from './WaitOrStop.tsx';

/** Everything in the warmth: counted where one stands, and beside it whether to wait or stop. */
export default function WarmStation() {
  const view = useNursery();
  const sights = useSights();
  const desk = useDesk();
  useKey('ArrowDown', () => rowAfter(null)?.focus());
  const [picked, pick] = useState<string>();
  const sprouting = view.batches.filter((one) => stationOf(one) === 'warm' && isSprouting(one));
  const first = [...sprouting].sort((a, b) => (a.tasks[0]?.due ?? '9999').localeCompare(b.tasks[0]?.due ?? '9999'))[0];
  // At a desk there is room for one beside the list: the one picked, or the one to be decided on first.
  const shown = sprouting.find(({ batch }) => batch.id === picked) ?? (desk ? first : undefined);
  return (
    <div className="desk:grid desk:grid-cols-[minmax(0,1fr)_minmax(0,1.05fr)]">
      <StationList
        station="warm"
        title={say('warmth')}
        sentence={(views) => <Sentence views={views} />}
        empty={say('nothingWarmTowel')}
        line={(one) => (
          <TowelRow
            view={one}
            sight={sights[one.batch.id]}
            picked={shown?.batch.id === one.batch.id}
            pick={() => pick(picked === one.batch.id && !desk ? undefined : one.batch.id)}
            below={desk ? undefined : <WaitOrStop view={one} />}
          />
        )}
      />
      {desk && shown && (
        <aside className="border-l border-line bg-sheet" aria-label={say('batchBeside', { code: shown.batch.code })}>
          <div className="sticky top-0 max-h-dvh overflow-y-auto px-8 pt-5 pb-8">
            <WaitOrStop key={shown.batch.id} view={shown} />
          </div>
        </aside>
      )}
    </div>
  );
}

/** In the stage that it sprouts in. */
function isSprouting({ projection: { sprouting, state } }: BatchView): boolean {
  return sprouting !== undefined && sprouting.stage === state.stage && state.underWay;
}

/** How many lie where, how warm it is there, and when the first of them wants looking at again. */
function Sentence({ views }: { views: BatchView[] }) {
  const { places, temperatures, today, nursery } = useNursery();
  const byPlace = new Map<string, number>();
  for (const { projection } of views) {
    const id = projection.state.stages[projection.state.stage]?.placeId ?? '';
    byPlace.set(id, (byPlace.get(id) ?? 0) + 1);
  }
  const where = [...byPlace].flatMap(([id, count]) => {
    const place = places.find((one) => one.id === id);
    if (!place) return [];
    const { celsius, measured } = expectedOf(place, temperatures, today);
    const facts = {
      count,
      name: place.name,
      celsius: showQuantity(Math.round(celsius * 10) / 10, 'temperature_C', nursery.settings.units),
    };
    return [measured ? say('atPlaceMeasured', facts) : say('atPlaceStated', facts)];
  });
  const next = views
    .filter(isSprouting)
    .map((view) => nextFor(view, today))
    .sort((a, b) => a.at_ms - b.at_ms)[0];
  return (
    <>
      {where.join(' ')} {next && <b className="text-ink">{next.said}</b>} {next?.orElse}
    </>
  );
}
