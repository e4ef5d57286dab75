import { shortDate, spell } from '@chill/core/calendar/dates.ts';
import { roomUnitName, roundRoom } from '@chill/core/methods/room.ts';
import { type AwayMove, type Crowding, crowdings, movesAway, type Relief, reliefFor } from '@chill/core/season/crowding.ts';
import type { Stay } from '@chill/core/season/stays.ts';
import { say } from '@chill/words/seasonDrawn.ts';
import { memo, useMemo } from 'react';
import { newId } from '../../browser/newId.ts';
import { useNursery } from '../../data/nursery.ts';
import { useRecord } from '../../data/useRecord.ts';
import { Problem } from '../../kit/told/Problem.tsx';

/** When a place is too full or shut, and what would end that: one batch laid elsewhere or begun on another day, or several moved. */
export const Crowded = memo(function Crowded({ stays }: { stays: readonly Stay[] }) {
  const { places, today } = useNursery();
  const crowded = useMemo(
    () =>
      crowdings(places, stays, today).map((one) => {
        const relief = one.shut ? undefined : reliefFor(one, places, stays, today);
        return { ...one, relief, ...(!relief && movesAway(one, places, stays, today)) };
      }),
    [places, stays, today],
  );
  return (
    <ul className="mt-1">
      {crowded.map((one) => (
        <li key={`${one.place.id} ${one.from}`} className="max-w-prose text-[1.02rem]">
          <b className="text-alarm">{crowdedWords(one, today)}</b>{' '}
          {one.relief ? reliefWords(one.relief) : <Moves crowding={one} moves={one.moves ?? []} left={one.left ?? 0} />}
        </li>
      ))}
    </ul>
  );
});

/** Which batches to lay elsewhere, place by place; recorded together where they lie there now. */
function Moves({ crowding, moves, left }: { crowding: Crowding; moves: readonly AwayMove[]; left: number }) {
  const { batches, today } = useNursery();
  const { record, problem } = useRecord();
  const room = roomUnitName(crowding.place.room ?? 'bags');
  const to = [...new Set(moves.map(({ place }) => place))];
  const now = moves.flatMap(({ id, place }) => {
    const view = batches.find(({ batch }) => batch.id === id);
    const here = view?.projection.state.stages[view.projection.state.stage]?.placeId === crowding.place.id;
    return view && here ? [{ view, place }] : [];
  });
  return (
    <>
      {to.map((place) => (
        <span key={place.id}>
          {say('moveTo', { codes: moves.flatMap((one) => (one.place === place ? [one.code] : [])).join(', '), place: place.name })}{' '}
        </span>
      ))}
      {moves.length === 0 ? say('reliefNone') : left > 0 && say('movesLeave', { left: roundRoom(left), room })}
      {crowding.from <= today && now.length > 0 && (
        <button
          type="button"
          className="quiet"
          onClick={() => {
            for (const { view, place } of now)
              record(view.batch, { events: [{ id: newId(), on: today, kind: 'carried', placeId: place.id }] });
          }}
        >
          {say('recordMoves', { count: now.length })}
        </button>
      )}
      <Problem>{problem}</Problem>
    </>
  );
}

function crowdedWords({ place, from, to, over, shut }: Crowding, today: string): string {
  const room = roomUnitName(place.room ?? 'bags');
  const facts = { place: place.name, from: shortDate(from, today), to: shortDate(to, today), over: roundRoom(over), room };
  return shut ? say('shut', facts) : say('full', facts);
}

function reliefWords(relief: Relief): string {
  if ('place' in relief) return say('reliefPlace', { code: relief.code, place: relief.place.name });
  const { code, shift_days } = relief;
  return say('reliefStart', { code, days: spell(Math.abs(shift_days)), when: shift_days < 0 ? say('earlier') : say('laterOn') });
}
