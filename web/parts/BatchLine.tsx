import { nearDate } from '@chill/core/calendar/dates.ts';
import type { Task } from '@chill/core/tasks/task.ts';
import { stageName } from '@chill/core/tell/words.ts';
import { say } from '@chill/words/glance.ts';
import { spoken } from '@chill/words/subject.ts';
import type { CSSProperties, ReactNode } from 'react';
import { Link } from 'react-router';
import { type BatchView, useNursery } from '../data/nursery.ts';
import { stageZone, ZONE_COLOUR } from '../kit/drawn/zones.ts';
import { Tag } from '../kit/told/Tag.tsx';

/** One batch in a list, to stand in an item of it: its code and name, what is next, and whatever figure the list is about. */
export function BatchLine({ view, children }: { view: BatchView; children?: ReactNode }) {
  const { today } = useNursery();
  const { batch, species, projection, tasks } = view;
  const stage = projection.stages[Math.min(projection.state.stage, projection.stages.length - 1)];
  const next = tasks[0];
  const zone = stage ? stageZone(stage) : 'cool';
  return (
    <div className="border-t border-line" style={{ '--zone': ZONE_COLOUR[zone] } as CSSProperties}>
      <Link
        to={`/batch/${batch.code}`}
        className="grid min-h-16 grid-cols-[4.2rem_minmax(0,1fr)] items-center gap-x-3 py-2 hover:bg-sheet desk:grid-cols-[4.5rem_minmax(0,15rem)_minmax(0,1fr)]"
      >
        <Tag code={batch.code} />
        <span className="min-w-0">
          <span className="block leading-tight font-[560]">{species.common[0]}</span>
          <span className="block text-[0.92rem] text-ink2">
            {projection.state.closedOn
              ? say('closedWord')
              : projection.state.underWay && stage
                ? stageName(stage.kind)
                : say('nextIs', { stage: stage ? stageName(stage.kind) : '' })}
            {next && (
              <>
                {' · '}
                <NextTask task={next} today={today} />
              </>
            )}
          </span>
        </span>
        {children && <span className="col-span-2 mt-1 min-w-0 desk:col-span-1 desk:mt-0">{children}</span>}
      </Link>
    </div>
  );
}

/** What is next for a batch and when, in the colour of its place once it is due. */
export function NextTask({ task, today }: { task: Task; today: string }) {
  const due = task.due <= today;
  return (
    <span className={due ? 'font-semibold' : ''} style={due ? { color: 'var(--zone)' } : undefined}>
      {spoken(task.title)} {task.overdue_days > 0 ? say('daysLate', { overdue: task.overdue_days }) : nearDate(task.due, today)}
    </span>
  );
}
