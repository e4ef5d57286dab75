import { expectedOf } from '@chill/core/chill/met.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import { say } from '@chill/words/warm.ts';
import { useKey } from '../../browser/keys.ts';
import { type BatchView, useNursery } from '../../data/nursery.ts';
import { useSights } from '../../data/sights.ts';
import { rowAfter } from '../../kit/lists/rows.ts';
import { nextFor } from '../../parts/nextFor.ts';
import { StationBeside } from '../../parts/StationBeside.tsx';
import { WaitOrStop } from '../../parts/WaitOrStop.tsx';
import { TowelRow } from './TowelRow.tsx';

/** Everything in the warmth: counted where one stands, and beside it whether to wait or stop. */
export default function WarmStation() {
  const sights = useSights();
  useKey('ArrowDown', () => rowAfter(null)?.focus());
  return (
    <StationBeside
      station="warm"
      title={say('warmth')}
      sentence={(views) => <Sentence views={views} />}
      empty={say('nothingWarmTowel')}
      shows={isSprouting}
      row={(view, beside) => <TowelRow view={view} sight={sights[view.batch.id]} {...beside} />}
      panel={(view) => <WaitOrStop view={view} />}
      panelLabel={({ batch }) => say('batchBeside', { code: batch.code })}
    />
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
