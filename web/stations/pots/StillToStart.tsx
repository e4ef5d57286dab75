import { nearDate, shortDate } from '@chill/core/calendar/dates.ts';
import { lotInRequest } from '@chill/core/methods/propose.ts';
import { stillInTime } from '@chill/core/methods/stillInTime.ts';
import type { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/pots.ts';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useAsPlanned } from '../../data/learned.ts';
import { asItStands, type LotView, useNursery } from '../../data/nursery.ts';

/** The methods by which missing plants can still be had by a day from what is left of a lot; or that none can. */
export function StillToStart({ species: printed, lot, missing, out }: { species: Species; lot: LotView; missing: number; out: string }) {
  const { nursery, placesAsMeasured: places, rot, today } = useNursery();
  const species = useAsPlanned(printed, lot);
  const left = lot.unassigned;
  const { offered, all, soonest } = useMemo(() => {
    if (left < 1) return { offered: [] };
    const wish = { plants: missing, confidence: nursery.settings.confidence, timing: { by: 'readyBy', date: out } } as const;
    const { inTime, soonest } = stillInTime({
      ...lotInRequest(asItStands(lot), left, species, today),
      species,
      nursery,
      places,
      rot,
      today,
      wish,
    });
    return {
      offered: inTime.filter(({ seeds }) => seeds !== undefined && seeds <= left).slice(0, 2),
      // All that is left, by the method that makes most of it in time; and where none is in time, the soonest.
      all: inTime.toSorted((a, b) => b.expected.high - a.expected.high)[0],
      soonest,
    };
  }, [species, lot, left, missing, nursery, places, rot, today, out]);
  const href = `/plan?${new URLSearchParams({ lot: lot.id, plants: String(missing), by: 'readyBy', ready: out })}`;
  return (
    <p className="mt-1 text-ink2">
      {offered.length > 0
        ? offered.map(
            ({ method, seeds, dates }) =>
              `${say('canStillStart', { count: seeds ?? 0, method: method.name, start: nearDate(dates.start, today), ready: shortDate(dates.plantOut, today) })} `,
          )
        : left > 0
          ? all
            ? say('allWouldGive', { left, low: all.expected.low, high: all.expected.high, missing })
            : say('noneInTime', { out: shortDate(out, today), soonest: soonest ? shortDate(soonest.dates.plantOut, today) : '–' })
          : say('lotUsedUp')}{' '}
      {left > 0 && (
        <Link to={href} className="underline underline-offset-4">
          {say('planMore', { count: missing })}
        </Link>
      )}
    </p>
  );
}
