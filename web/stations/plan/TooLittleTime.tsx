import { shortDate } from '@chill/core/calendar/dates.ts';
import { dealWork } from '@chill/core/planning/workList.ts';
import { type DatedWork, expectedWork } from '@chill/core/season/work.ts';
import type { BatchId } from '@chill/model/primitives.ts';
import { say } from '@chill/words/seasonDrawn.ts';
import { memo, useMemo } from 'react';
import { useNursery } from '../../data/nursery.ts';

/** So many days are named. */
const NAMED = 6;

/** The days whose work nobody has time for, however it is moved by a day or two: what is in hand, and what is proposed beside it. */
export const TooLittleTime = memo(function TooLittleTime({
  proposed,
  withdraw,
}: {
  proposed: readonly DatedWork[];
  withdraw: readonly BatchId[] | undefined;
}) {
  const { batches, nursery, today } = useNursery();
  const days = useMemo(() => {
    const staying = batches.filter(({ batch }) => !withdraw?.includes(batch.id));
    const minutes = new Map<string, number>();
    for (const work of dealWork([...expectedWork(staying, today), ...proposed], nursery, today).left)
      minutes.set(work.on, (minutes.get(work.on) ?? 0) + work.minutes);
    return [...minutes].sort(([a], [b]) => a.localeCompare(b));
  }, [batches, nursery, proposed, today, withdraw]);
  if (days.length === 0) return null;
  const named = days.slice(0, NAMED).map(([on, minutes]) => say('noTimeOn', { on: shortDate(on, today), minutes: Math.round(minutes) }));
  const more = days.length > NAMED ? [say('noTimeMore', { count: days.length - NAMED })] : [];
  return (
    <p className="max-w-prose text-[1.02rem]">
      <b className="text-alarm">{say('noTime', { count: days.length })}</b> {say('noTimeFor', { days: [...named, ...more].join(', ') })}
    </p>
  );
});
