import { addDays, longDate, shortDate } from '@chill/core/calendar/dates.ts';
import { type BatchWork, type WorkWeek, workList } from '@chill/core/planning/workList.ts';
import { taskKey } from '@chill/core/tasks/task.ts';
import { beginsBy } from '@chill/core/tell/words.ts';
import { spoken } from '@chill/words/subject.ts';
import { say } from '@chill/words/workList.ts';
import { memo, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useNursery } from '../../data/nursery.ts';
import { Tag } from '../../kit/told/Tag.tsx';

/** Weeks that are listed at first, and when more are asked for. */
const WEEKS = { few: 6, all: 40 };

/** The work of the coming weeks, day by day and person by person: the same truth as the season's drawing, for a phone or a wall. */
export const WorkList = memo(function WorkList() {
  const { batches, nursery, today } = useNursery();
  const [all, showAll] = useState(false);
  const weeks = useMemo(
    () => workList(batches, nursery, today, all ? WEEKS.all : WEEKS.few).filter(({ minutes }) => minutes > 0),
    [batches, nursery, today, all],
  );
  if (weeks.length === 0) return null;
  const now = weeks.flatMap(({ dealt, left }) => [...dealt, ...left]).filter(({ on }) => on === today);
  const dueNow = now.reduce((sum, one) => sum + one.minutes, 0);
  return (
    <section className="mt-8 max-w-5xl break-before-page">
      <h2>{say('work')}</h2>
      {dueNow > 0 && <p className="text-ink2">{say('dueToday', { minutes: dueNow })}</p>}
      {weeks.map((week, i) => (
        <Week key={week.from} week={week} open={i === 0} />
      ))}
      {!all && (
        <button type="button" className="quiet screen-only" onClick={() => showAll(true)}>
          {say('more')}
        </button>
      )}
    </section>
  );
});

function Week({ week: { from, minutes, dealt, left }, open }: { week: WorkWeek; open: boolean }) {
  const { today } = useNursery();
  const days = [...new Set(dealt.map(({ day, person }) => `${day} ${person ?? ''}`))];
  return (
    <details className="printed-open border-t border-line py-1.5" open={open}>
      <summary className="cursor-pointer list-none">
        <b className="font-[620]">{say('weekOf', { from: shortDate(from, today), to: shortDate(addDays(from, 6), today) })}</b>{' '}
        <span className="font-mono">{say('minutes', { minutes: Math.round(minutes) })}</span>
        {left.length > 0 && <b className="ml-3 text-alarm">{say('left', { count: left.length })}</b>}
      </summary>
      <ul>
        {days.map((key) => {
          const [day = '', ...name] = key.split(' ');
          const person = name.join(' ');
          const own = dealt.filter((one) => one.day === day && (one.person ?? '') === person);
          return (
            <li key={key} className="mt-1 desk:grid gap-x-6 desk:grid-cols-[19rem_minmax(0,1fr)]">
              <span>
                {longDate(day)}
                {person && <span className="text-ink2">{`, ${person}`}</span>}{' '}
                <span className="font-mono text-ink2">{say('minutes', { minutes: own.reduce((sum, one) => sum + one.minutes, 0) })}</span>
              </span>
              <Things things={own} />
            </li>
          );
        })}
        {left.length > 0 && (
          <li className="mt-1 desk:grid gap-x-6 desk:grid-cols-[19rem_minmax(0,1fr)]">
            <b className="text-alarm">{say('nobody')}</b>
            <Things things={left} />
          </li>
        )}
      </ul>
    </details>
  );
}

/** What is to be done, bag by bag; checks of one day stand together. */
function Things({ things }: { things: readonly BatchWork[] }) {
  const checks = things.filter(({ what }) => what === 'check');
  return (
    <span className="flex flex-wrap gap-x-4">
      {things
        .filter(({ what }) => what !== 'check')
        .map(({ view: { batch, projection }, what, stage, task }) => {
          const { kind } = projection.stages[stage] as (typeof projection.stages)[number];
          return (
            <span key={`${batch.id} ${what} ${task ? taskKey(task) : stage}`}>
              {say('thing', {
                task: task ? spoken(task.title) : what === 'plantOut' ? say('plantOut') : spoken(beginsBy(kind)),
              })}{' '}
              <Link to={`/batch/${batch.code}`} className="underline-offset-4 hover:underline">
                <Tag code={batch.code} />
              </Link>
            </span>
          );
        })}
      {checks.length > 0 && (
        <span>
          {say('check')}{' '}
          {[...new Set(checks.map(({ view }) => view.batch.code))].map((code) => (
            <Link key={code} to={`/batch/${code}`} className="mr-2 inline-block underline-offset-4 hover:underline">
              <Tag code={code} />
            </Link>
          ))}
        </span>
      )}
    </span>
  );
}
