import { type ComponentProps, type ReactNode, useState } from 'react';
import { type BatchView, useNursery } from '../data/nursery.ts';
import { stationsOf } from '../data/stations.ts';
import { useDesk } from '../kit/page/useDesk.ts';
import { StationList } from './StationList.tsx';

/** What a row of the list is told: whether it is the one that is shown, how to pick it, and what to show below it where nothing fits beside the list. */
export interface Beside {
  picked: boolean;
  pick: () => void;
  below: ReactNode;
}

/** A station's list with one of its batches beside it: the one picked, or at a desk the one due first. On a phone it opens below its row. */
export function StationBeside({
  row,
  panel,
  shows = () => true,
  panelLabel,
  ...list
}: Omit<ComponentProps<typeof StationList>, 'line' | 'figure'> & {
  row: (view: BatchView, beside: Beside) => ReactNode;
  panel: (view: BatchView) => ReactNode;
  /** Which batches there is something to show of. */
  shows?: (view: BatchView) => boolean;
  panelLabel: (view: BatchView) => string;
}) {
  const { batches } = useNursery();
  const desk = useDesk();
  const [picked, pick] = useState<string>();
  const here = batches.filter((view) => stationsOf(view).includes(list.station) && shows(view));
  const dueOn = ({ tasks }: BatchView) => tasks[0]?.due ?? '9999';
  const first = [...here].sort((a, b) => dueOn(a).localeCompare(dueOn(b)))[0];
  const shown = here.find(({ batch }) => batch.id === picked) ?? (desk ? first : undefined);
  return (
    <div className="desk:grid desk:grid-cols-[minmax(0,1fr)_minmax(0,1.05fr)]">
      <StationList
        {...list}
        line={(view) =>
          row(view, {
            picked: shown?.batch.id === view.batch.id,
            pick: () => pick(picked === view.batch.id && !desk ? undefined : view.batch.id),
            below: desk || !shows(view) ? undefined : panel(view),
          })
        }
      />
      {desk && shown && (
        <aside className="border-l border-line bg-sheet" aria-label={panelLabel(shown)}>
          <div key={shown.batch.id} className="sticky top-0 max-h-dvh overflow-y-auto px-8 pt-5 pb-8">
            {panel(shown)}
          </div>
        </aside>
      )}
    </div>
  );
}
