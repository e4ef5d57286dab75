import { say } from '@chill/words/listTools.ts';
import type { ReactNode } from 'react';
import { type BatchView, useNursery } from '../data/nursery.ts';
import { type Station, stationsOf } from '../data/stations.ts';
import { inOrder } from '../kit/lists/grouped.ts';
import { hasWords, ListTools, useListChoice } from '../kit/lists/ListTools.tsx';
import { LongList } from '../kit/lists/LongList.tsx';
import { BatchLine } from './BatchLine.tsx';

/** About how high a batch's line is, px. */
const LINE_HEIGHT = 68;

/** The batches at one station, those that want something soonest first, each with the figure that the station is about. */
export function StationList({
  station,
  title,
  sentence,
  empty,
  aside,
  figure,
  line,
  order,
  first = say('nextDue'),
  foot,
}: {
  station: Station;
  title: string;
  sentence: (views: BatchView[]) => ReactNode;
  empty: ReactNode;
  /** Where else to go from here. */
  aside?: ReactNode;
  /** The figure in each batch's line; or the whole line. */
  figure?: (view: BatchView) => ReactNode;
  line?: (view: BatchView) => ReactNode;
  order?: (view: BatchView) => string;
  /** What the station's own order is called. */
  first?: string;
  /** What stands beneath the list. */
  foot?: ReactNode;
}) {
  const { batches, places } = useNursery();
  const [choice, change] = useListChoice();
  const here = batches.filter((view) => stationsOf(view).includes(station));
  const placeNames = new Map(places.map(({ id, name }) => [id, name]));
  const placeOf = ({ projection: { state } }: BatchView) => placeNames.get(state.stages[state.stage]?.placeId ?? '') ?? say('noPlace');
  const nameOf = ({ species }: BatchView) => species.common[0] ?? species.scientific;
  const own = order ?? ((view: BatchView) => view.tasks[0]?.due ?? '9999');
  const keys: Record<string, (view: BatchView) => string> = { '': own, code: ({ batch }) => batch.code, species: nameOf, place: placeOf };
  const found = inOrder(
    here.filter((view) =>
      hasWords([view.batch.code, ...view.species.common, view.species.scientific, view.lot.code, placeOf(view)], choice.find),
    ),
    keys[choice.by] ?? own,
  ).map((view) => ({ id: view.batch.id, view }));
  const group = { species: nameOf, place: placeOf }[choice.group];
  const groupOf = group && (({ view }: { view: BatchView }) => group(view));
  return (
    <section className="px-4 pt-5 desk:px-10">
      <h1>{title}</h1>
      <p className="mt-1 max-w-prose text-[1.06rem] text-ink2">{here.length > 0 ? sentence(here) : empty}</p>
      {aside}
      <ListTools
        count={here.length}
        shown={found.length}
        choice={choice}
        change={change}
        orders={{ '': first, code: say('bagCode'), species: say('species'), place: say('place') }}
        groups={{ '': say('notAll'), species: say('bySpecies'), place: say('byPlace') }}
      />
      {here.length > 0 && found.length === 0 && <p className="mt-4">{say('nothingFound', { find: choice.find })}</p>}
      <LongList rows={found} groupOf={groupOf} height={LINE_HEIGHT} label={title}>
        {(row) => line?.(row.view) ?? <BatchLine view={row.view}>{figure?.(row.view)}</BatchLine>}
      </LongList>
      {foot}
    </section>
  );
}
