import { temperatureNow } from '@chill/core/chill/now.ts';
import { PLACES } from '@chill/core/kinds/places.ts';
import { dryingCountdown } from '@chill/core/lot/drying.ts';
import { asOfLot } from '@chill/core/lot/variety.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import { Rich } from '@chill/words/rich.tsx';
import { say } from '@chill/words/round.ts';
import { Fragment } from 'react';
import { Link } from 'react-router';
import { asItStands, useNursery } from '../../data/nursery.ts';

/** The round warns so many days before seed that must not dry runs out of time. */
const URGENT_DAYS = 21;

/** What cannot wait: a place out of range, seed that must not dry out. On a phone several fold into one line. */
export function Alarms() {
  const alarms = [...useOutOfRange(), ...useDrying()];
  if (alarms.length === 0) return null;
  const list = (
    <ul aria-label={say('alarms')}>
      {alarms.map(({ key, says }) => (
        <li key={key} className="mt-4 border-l-4 border-alarm pl-3">
          {says}
        </li>
      ))}
    </ul>
  );
  if (alarms.length === 1) return list;
  return (
    <>
      <details className="mt-4 border-l-4 border-alarm pl-3 desk:hidden">
        <summary className="min-h-12 cursor-pointer content-center font-semibold text-alarm">
          {say('alarmsFolded', { count: alarms.length })}
        </summary>
        {list}
      </details>
      <div className="max-desk:hidden">{list}</div>
    </>
  );
}

interface Alarm {
  key: string;
  says: React.ReactNode;
}

/** Places whose last reading lies in a spell too warm or frozen: what that means for the seed in them, while something can still be done. */
function useOutOfRange(): Alarm[] {
  const { places, batches, temperatures, nursery, today } = useNursery();
  const show = (celsius: number) => showQuantity(celsius, 'temperature_C', nursery.settings.units);
  return places.flatMap((place) => {
    const { spell, celsius } = temperatureNow(place, temperatures, today);
    const lie = batches.filter(
      ({ projection: { state } }) => !state.closedOn && state.underWay && state.stages[state.stage]?.placeId === place.id,
    ).length;
    const stays = PLACES[place.kind].shouldStay;
    if (!spell || !stays || lie === 0) return [];
    const says = (
      <Fragment key={place.id}>
        <Rich
          say={say}
          of={spell.kind === 'warm' ? 'tooWarmForHours' : 'tooColdForHours'}
          facts={{
            name: place.name,
            celsius: show(celsius),
            hours: Math.round(spell.hours),
            limit: show(spell.kind === 'warm' ? stays.below_C : stays.above_C),
          }}
          parts={{
            to: <Link to={`/places/${place.id}`} className="font-semibold underline underline-offset-4" />,
            b: <b className="font-mono text-alarm" />,
          }}
        />{' '}
        {say(PLACES[place.kind].tooWarm === 'thaws' ? 'batchesThereMayThaw' : 'batchesThereGetNoCold', { count: lie })}
      </Fragment>
    );
    return [{ key: place.id, says }];
  });
}

/** Seed in the drawer that dies when it dries, while there is still time: what must happen to it now. */
function useDrying(): Alarm[] {
  const { lots, handbook, today } = useNursery();
  return lots.flatMap((lot) => {
    const species = asOfLot(
      handbook.find((one) => one.id === lot.speciesId),
      lot,
    );
    const countdown = species && lot.unassigned > 0 ? dryingCountdown(asItStands(lot), species, today) : undefined;
    if (!countdown?.inTime || countdown.days > URGENT_DAYS) return [];
    const says = (
      <>
        <Link to={`/seeds/${lot.id}`} className="font-semibold underline underline-offset-4">
          {species?.common[0]} <span className="code">{lot.code}</span>
        </Link>
        : {countdown.text}
      </>
    );
    return [{ key: lot.id, says }];
  });
}
