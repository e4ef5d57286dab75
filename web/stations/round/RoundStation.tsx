import { longDate } from '@chill/core/calendar/dates.ts';
import { temperatureNow } from '@chill/core/chill/now.ts';
import { placesFor } from '@chill/core/kinds/places.ts';
import { benchFirst } from '@chill/core/record/oneTap.ts';
import type { Task } from '@chill/core/tasks/task.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import type { Sight } from '@chill/model/sight.ts';
import { Rich } from '@chill/words/rich.tsx';
import { say } from '@chill/words/round.ts';
import { spoken } from '@chill/words/subject.ts';
import { type CSSProperties, useRef, useState } from 'react';
import { Link } from 'react-router';
import { useKey } from '../../browser/keys.ts';
import { useHands } from '../../data/hands.ts';
import { type BatchView, useNursery } from '../../data/nursery.ts';
import { useSights } from '../../data/sights.ts';
import { ZONE_COLOUR, zoneOf } from '../../kit/drawn/zones.ts';
import { focusSoon, isField, moveOn, onDoneKey, rowAfter } from '../../kit/lists/rows.ts';
import { Tag } from '../../kit/told/Tag.tsx';
import { AnswerForm } from '../../parts/AnswerRow.tsx';
import { BatchGlance } from '../../parts/BatchGlance.tsx';
import { comingUp, describeGesture, type RoundLine, type RoundStop, roundStops } from '../../parts/roundList.ts';
import { UndoButton } from '../../parts/UndoButton.tsx';
import { useAnswer } from '../../parts/useAnswer.ts';
import { Alarms } from './Alarms.tsx';
import { keyed, type Typing } from './keys.ts';
import { LeftOver } from './LeftOver.tsx';

/** Home: one walk past everything that is due today. */
export function RoundStation() {
  const view = useNursery();
  const sights = useSights();
  const stops = roundStops(view);
  const lines = stops.flatMap((stop) => stop.lines);
  const due = lines.filter((line) => 'due' in line);
  const done = lines.length - due.length;
  const [picked, setPicked] = useState<string>();
  const shown =
    view.batches.find((one) => one.batch.id === picked) ?? due[0]?.view ?? view.batches.find((one) => !one.projection.state.closedOn);
  const minutes = due.reduce((sum, line) => sum + ('due' in line ? line.due.minutes : 0), 0);

  useKey('ArrowDown', () => rowAfter(null)?.focus());

  return (
    <div className="desk:grid desk:grid-cols-[minmax(0,1.9fr)_minmax(0,1fr)]">
      <section className="px-4 pt-5 desk:px-10">
        <div className="flex flex-wrap items-baseline justify-between gap-x-6">
          <h1 data-title={say('roundTitle', { day: longDate(view.today) })}>{longDate(view.today)}</h1>
          <AtWork />
        </div>
        <p className="mt-1 text-[1.06rem] text-ink2">
          {due.length > 0 ? (
            <>
              {say('dueAboutMinutes', { count: due.length, minutes })} {done > 0 && <b className="text-ink">{say('done', { done })} </b>}
              {comingUp(view)}
            </>
          ) : (
            <>
              {done > 0 && <b className="text-ink">{say('allDone', { done })} </b>}
              {view.batches.some((one) => one.tasks.length > 0) && <>{say('nothingDueToday', { comingUp: comingUp(view) })}</>}
            </>
          )}
        </p>
        <Alarms />
        <LeftOver />
        {stops.map((stop) => (
          <Stop key={stop.place?.id ?? 'nowhere'} stop={stop} picked={shown?.batch.id} pick={setPicked} sights={sights} />
        ))}
        {view.batches.length === 0 ? <BeginHere /> : <Elsewhere />}
      </section>
      {shown && (
        <aside className="hidden border-l border-line bg-sheet desk:block" aria-label={say('batch', { code: shown.batch.code })}>
          <div className="sticky top-0 max-h-dvh overflow-y-auto px-8 pt-5 pb-8">
            <BatchGlance view={shown} />
          </div>
        </aside>
      )}
    </div>
  );
}

/** Who is at work at this device, where several are named: what is recorded here then has their name to it. */
function AtWork() {
  const { names, name, take } = useHands(useNursery().nursery);
  if (names.length === 0) return null;
  return (
    <label className="text-[0.92rem] text-ink2">
      {say('atWork')}{' '}
      <select
        className="written w-auto text-base text-ink desk:min-h-0 desk:py-1"
        value={name}
        onChange={({ target }) => take(target.value)}
      >
        {['', ...names].map((one) => (
          <option key={one} value={one}>
            {one || say('notSaid')}
          </option>
        ))}
      </select>
    </label>
  );
}

function Stop({
  stop,
  picked,
  pick,
  sights,
}: {
  stop: RoundStop;
  picked: string | undefined;
  pick: (id: string) => void;
  sights: Record<string, Sight>;
}) {
  const { nursery, temperatures, today } = useNursery();
  const zone = stop.place ? zoneOf(stop.place.nominal_C) : 'cool';
  const now = stop.place && temperatureNow(stop.place, temperatures, today);
  return (
    <section className="mt-5" style={{ '--zone': ZONE_COLOUR[zone] } as CSSProperties}>
      <h2 className="flex items-baseline gap-3 text-[1.06rem]">
        {stop.place?.name ?? say('noPlaceYet')}
        {now && (
          <span className="font-mono text-base font-semibold" style={{ color: ZONE_COLOUR[zoneOf(now.celsius)] }}>
            {showQuantity(now.celsius, 'temperature_C', nursery.settings.units)}
          </span>
        )}
      </h2>
      <ul className="mt-1 border-l-4 pl-3.5" style={{ borderColor: 'var(--zone)' }}>
        {stop.lines.map((line) => (
          <Line key={line.key} line={line} picked={line.view.batch.id === picked} pick={pick} sight={sights[line.view.batch.id]} />
        ))}
      </ul>
    </section>
  );
}

function Line({ line, ...row }: { line: RoundLine; picked: boolean; pick: (id: string) => void; sight: Sight | undefined }) {
  const { places } = useNursery();
  const { batch, species } = line.view;
  if ('due' in line) return <Due view={line.view} due={line.due} {...row} />;
  return (
    <li
      tabIndex={-1}
      data-row="done"
      className="flex min-h-14 items-center gap-3 border-t border-line first:border-0"
      onKeyDown={onDoneKey}
    >
      <span className="w-16 shrink-0 text-ink3">
        <Tag code={batch.code} />
      </span>
      <span className="min-w-0 grow py-1">
        <span className="block leading-tight text-ink2">{species.common[0]}</span>
        <span className="text-[0.92rem] text-ink2">{describeGesture(line.done, line.view, places)}</span>
      </span>
      <UndoButton view={line.view} events={line.done} />
    </li>
  );
}

/** What is due: its bag, why, and its answer, by a tap or by keys. */
function Due({
  view,
  due,
  picked,
  pick,
  sight,
}: {
  view: BatchView;
  due: Task;
  picked: boolean;
  pick: (id: string) => void;
  sight: Sight | undefined;
}) {
  const { batch, species, projection } = view;
  const name = species.common[0];
  const row = useRef<HTMLLIElement>(null);
  const [typing, setTyping] = useState<Typing>({ figures: '' });
  const answer = useAnswer(view, due);
  const save = () => {
    const next = rowAfter(row.current);
    setTyping({ figures: '' });
    const done = answer.save();
    if (done) focusSoon(next);
    return done;
  };
  const onKeyDown = (event: React.KeyboardEvent<HTMLElement>) => {
    const onRow = event.target === row.current;
    if (moveOn(event)) return;
    if (event.key === 'Enter' && (onRow || isField(event.target))) {
      event.preventDefault();
      if (benchFirst(due, projection)) row.current?.querySelector<HTMLElement>('.action')?.click();
      else save();
    } else if (event.key === 'b' && onRow) row.current?.querySelector<HTMLElement>('a[href^="/treat/"]')?.click();
    else if (!isField(event.target) && !event.ctrlKey && !event.metaKey && !event.altKey) {
      const said = keyed(event.key, due, typing, projection.state.counts);
      if (!said) return;
      event.preventDefault();
      setTyping(said.typing);
      answer.set(said.put);
    }
  };
  return (
    <li
      ref={row}
      tabIndex={-1}
      data-row="due"
      className={`flex flex-wrap items-center gap-x-3 border-t border-line py-2.5 first:border-0 desk:py-2 ${picked ? 'desk:-mx-3.5 desk:bg-sheet desk:px-3.5' : ''}`}
      onFocus={() => pick(batch.id)}
      onKeyDown={onKeyDown}
      onPointerEnter={(event) => event.pointerType === 'mouse' && pick(batch.id)}
    >
      {/* The text has half of the row or more: controls that do not fit beside it go below. */}
      <div className="flex min-w-0 grow basis-full gap-3 desk:basis-1/2">
        <Link
          to={`/batch/${batch.code}`}
          className="w-16 shrink-0 underline-offset-4 hover:underline"
          aria-label={`${batch.code}, ${name}`}
        >
          <Tag code={batch.code} />
        </Link>
        <div className="min-w-0">
          <p className="leading-tight font-[560]">
            {name}{' '}
            {due.kind !== 'check' && (
              <b className="text-[0.92rem] whitespace-nowrap" style={{ color: 'var(--zone)' }}>
                {spoken(due.title)}
              </b>
            )}
          </p>
          <p className="text-[0.92rem] text-ink2">{spoken(due.hint)}</p>
          {due.lateness && (
            <p className={`text-[0.92rem] ${due.pressing ? 'font-semibold text-alarm' : 'text-ink2'}`}>{spoken(due.lateness)}</p>
          )}
        </div>
      </div>
      <div className="mt-2 max-desk:basis-full desk:mt-0 desk:ml-auto">
        <AnswerForm answering={{ ...answer, save }} sight={sight} />
      </div>
    </li>
  );
}

/** The round elsewhere than on this screen: on paper, in a calendar, as a table. */
function Elsewhere() {
  return (
    <p className="mt-6 flex flex-wrap gap-x-6 border-t border-line pt-2 text-[0.95rem]">
      <Link to="/round/sheet" className="quiet">
        {say('paper')}
      </Link>
      <Link to="/round/typed" className="quiet">
        {say('enterFilledSheet')}
      </Link>
      <Link to="/labels" className="quiet">
        {say('labels')}
      </Link>
      <a href="/api/calendar.ics" className="quiet">
        {say('calendarFeed')}
      </a>
      <a href="/api/tables/tasks.csv" className="quiet" download>
        {say('table')}
      </a>
    </p>
  );
}

/** The empty round says what to do first. */
function BeginHere() {
  const { lots, places } = useNursery();
  return (
    <div className="mt-6 max-w-prose text-lg">
      {lots.length === 0 ? (
        <>
          <p>{say('nothingSownYet')}</p>
          <p className="mt-4 flex flex-wrap items-center gap-x-8 gap-y-2">
            <Link to="/seeds/new" className="action">
              {say('addLot')}
            </Link>
            <Link to="/guide" className="quiet text-base">
              {say('newToThis')}
            </Link>
          </p>
        </>
      ) : (
        <>
          <p>{say('nothingPlannedYet', { lots: lots.length })}</p>
          <Link to="/plan" className="action mt-4">
            {say('makePlan')}
          </Link>
        </>
      )}
      {placesFor('coldMoist', places).length === 0 && (
        <p className="mt-4 text-base text-ink2">
          <Rich say={say} of="noFridgeYet" parts={{ to: <Link className="underline" to="/places" /> }} />
        </p>
      )}
    </div>
  );
}
