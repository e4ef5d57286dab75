import { showQuantity } from '@chill/core/units/quantities.ts';
import { newId } from '../../data/newId.ts';
import { type BatchView, useNursery } from '../../data/nursery.ts';
import { post } from '../../data/outbox.ts';

/** Carries a batch to another place within its stage: what it earns is reckoned by that place from then on. */
export function CarryTo({ view }: { view: BatchView }) {
  const { places, nursery, today } = useNursery();
  const { state } = view.projection;
  const here = state.stages[state.stage]?.placeId;
  const others = places.filter(({ id }) => id !== here);
  if (others.length === 0) return null;
  return (
    <details>
      <summary className="quiet cursor-pointer list-none">carry it to another place</summary>
      <ul className="mt-1">
        {others.map((place) => (
          <li key={place.id} className="border-t border-line">
            <button
              type="button"
              className="quiet"
              onClick={() => post(view.batch, [{ id: newId(), on: today, kind: 'carried', placeId: place.id }])}
            >
              {place.name}, {showQuantity(place.nominal_C, 'temperature_C', nursery.settings.units)}
            </button>
          </li>
        ))}
      </ul>
    </details>
  );
}
