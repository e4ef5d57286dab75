import { shortDate } from '@chill/core/calendar/dates.ts';
import { overfilled } from '@chill/core/season/crowding.ts';
import type { Stay } from '@chill/core/season/stays.ts';
import { say } from '@chill/words/seasonPlan.ts';
import { useNursery } from '../../data/nursery.ts';
import { StartSlider } from './StartSlider.tsx';
import type { KeptPromise, SeasonPlanning } from './useSeasonPlan.ts';

/** The promise that is followed or taken hold of, under the drawing: from when to when, how many, and what is lost where it is moved to. */
export function ProposedNow({ one, plan, others }: { one: KeptPromise; plan: SeasonPlanning; others: readonly Stay[] }) {
  const { places, today } = useNursery();
  const { promise } = one.wanted;
  const { kept } = one;
  const moving = plan.moving?.id === promise.id;
  const full = moving ? overfilled(places, kept.stays, others, today) : [];
  return (
    <div className="screen-only mt-2 flex flex-wrap items-baseline gap-x-4" role="status">
      <b className="font-[620]">{promise.whom}</b>
      <span>{kept.parts[0]?.plan.method.name}</span>
      <StartSlider one={one} plan={plan} />
      <span className={kept.late_days > 0 ? 'font-semibold text-alarm' : ''}>
        {say('ready', { ready: shortDate(kept.ready, today) })}
        {kept.late_days > 0 && `, ${say('late', { days: say('days', { count: kept.late_days }) })}`}
      </span>
      {full.map(({ place, from }) => (
        <b key={`${place.id} ${from}`} className="font-semibold text-alarm">
          {say('tooFull', { place: place.name, on: shortDate(from, today) })}
        </b>
      ))}
    </div>
  );
}
