import { shortDate } from '@chill/core/calendar/dates.ts';
import { mostlyBy } from '@chill/core/results/hands.ts';
import { type Elsewhere, type JudgedBatch, lateBy, yearOfResult } from '@chill/core/results/judged.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import { say } from '@chill/words/results.ts';
import { shown } from '@chill/words/subject.ts';
import { worded } from '@chill/words/tables.ts';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useNursery } from '../../data/nursery.ts';
import { useResults } from '../../data/results.ts';
import { inOrder } from '../../kit/lists/grouped.ts';
import { hasWords, ListTools, useListChoice } from '../../kit/lists/ListTools.tsx';
import { LongList } from '../../kit/lists/LongList.tsx';
import { Tag } from '../../kit/told/Tag.tsx';
import { Waiting } from '../../kit/told/Waiting.tsx';
import { FateBar, fatesSaid, lateSaid } from '../../parts/FateBar.tsx';
import { ResultsPages } from './ResultsPages.tsx';

/** What came of batches that are closed, against what was promised of them. */
export default function ResultsStation() {
  const { data: results } = useResults({ some: true });
  return (
    <section className="px-4 pt-5 desk:px-10">
      <h1>{say('results')}</h1>
      <ResultsPages />
      {!results ? (
        <Waiting />
      ) : results.judged.length === 0 ? (
        <p className="mt-1 max-w-prose text-[1.06rem] text-ink2">{say('noBatchClosedYet')}</p>
      ) : (
        <>
          <Trials outcomes={results.outcomes} />
          {results.missing > 0 && <p className="mt-1 text-ink2">{say('missing', { count: results.missing })}</p>}
          <ClosedBatches all={results.judged} />
        </>
      )}
    </section>
  );
}

/** Trials of which an arm is closed, the latest first: each leads to what it shows. */
function Trials({ outcomes }: { outcomes: readonly Outcome[] }) {
  const { handbook } = useNursery();
  const trials = [
    ...new Map(outcomes.flatMap((one) => (one.trial ? [[one.trial.id, { ...one, trial: one.trial }] as const] : []))).values(),
  ];
  if (trials.length === 0) return null;
  return (
    <ul aria-label={say('trials')} className="mt-2 flex max-w-5xl flex-wrap gap-x-8 gap-y-1">
      {trials.map(({ trial, speciesId }) => (
        <li key={trial.id}>
          <Link to={`/trial/${trial.id}`} className="quiet">
            {say('trialOf', { species: handbook.find(({ id }) => id === speciesId)?.common[0] ?? speciesId, name: trial.name })}
          </Link>
        </li>
      ))}
    </ul>
  );
}

/** About how high a batch's line is, px. */
const LINE_HEIGHT = 92;
/** A figure as a text that sorts as the figure does, smallest first. */
const sorted = (value: number) => (1e12 + value * 1000).toFixed(0).padStart(14, '0');

function ClosedBatches({ all }: { all: readonly JudgedBatch[] }) {
  const { handbook, places } = useNursery();
  const [choice, change] = useListChoice();
  const judged = all.filter(({ against }) => against);
  const within = judged.filter(({ against }) => against === 'within').length;
  const names = useMemo(() => new Map(handbook.map((one) => [one.id, one.common[0] ?? one.scientific])), [handbook]);
  const placeNames = useMemo(() => new Map<string, string>(places.map(({ id, name }) => [id, name])), [places]);
  const speciesName = ({ outcome }: JudgedBatch) => names.get(outcome.speciesId) ?? outcome.speciesId;
  const nameOf = (one: JudgedBatch) => [speciesName(one), ...(one.outcome.variety ? [one.outcome.variety] : [])].join(', ');
  const lay = ({ outcome: { stages } }: JudgedBatch) => [
    ...new Set(stages.flatMap(({ placeId, was }) => (was && placeId ? [placeNames.get(placeId) ?? say('noPlace')] : []))),
  ];
  const keys: Record<string, (one: JudgedBatch) => string> = {
    '': ({ outcome }) => sorted(-Number(outcome.closedOn.replaceAll('-', ''))),
    plan: ({ outcome, plants }) => sorted((plants - (outcome.promised.low + outcome.promised.high) / 2) / Math.max(1, outcome.seeds)),
    plants: ({ outcome, plants }) => sorted(plants / Math.max(1, outcome.seeds)),
    late: ({ outcome }) => sorted(-(lateBy(outcome) ?? -9999)),
    work: ({ outcome, plants }) => sorted(-outcome.minutes / Math.max(0.5, plants)),
    code: ({ outcome }) => outcome.code,
  };
  const groups: Record<string, (one: JudgedBatch) => string> = {
    species: speciesName,
    variety: nameOf,
    source: ({ outcome }) => outcome.source ?? say('noSource'),
    method: ({ outcome }) => outcome.method.name,
    lot: ({ outcome }) => outcome.lotCode,
    year: ({ outcome }) => yearOfResult(outcome),
    place: (one) => lay(one).join(', ') || say('noPlace'),
    person: ({ outcome }) => mostlyBy(outcome) ?? say(outcome.hands ? 'severalHands' : 'noHands'),
  };
  const found = inOrder(
    all.filter((one) =>
      hasWords(
        [
          ...one.codes,
          nameOf(one),
          one.outcome.method.name,
          one.outcome.lotCode,
          one.outcome.source,
          yearOfResult(one.outcome),
          ...lay(one),
          ...(one.outcome.hands ?? []).map(({ name }) => name),
        ],
        choice.find,
      ),
    ),
    keys[choice.by] ?? (keys[''] as (one: JudgedBatch) => string),
  );
  return (
    <>
      <p className="mt-1 max-w-prose text-[1.06rem] text-ink2">{say('sum', { count: all.length, judged: judged.length, within })}</p>
      <ListTools
        count={all.length}
        shown={found.length}
        choice={choice}
        change={change}
        orders={{
          '': say('lastClosed'),
          plan: say('byPlan'),
          plants: say('byPlants'),
          late: say('byLate'),
          work: say('byWork'),
          code: say('code'),
        }}
        groups={{
          '': say('notAll'),
          species: say('bySpecies'),
          variety: say('byVariety'),
          source: say('bySource'),
          method: say('byMethod'),
          lot: say('byLot'),
          year: say('byYear'),
          place: say('byPlace'),
          person: say('byPerson'),
        }}
      />
      {found.length === 0 && <p className="mt-4">{say('emptyAfterFind', { find: choice.find })}</p>}
      <a className="quiet screen-only" href="/api/results.zip" download>
        {say('saveData')}
      </a>
      <LongList rows={found} groupOf={groups[choice.group]} sumOf={groupSaid} height={LINE_HEIGHT} label={say('list')}>
        {(one) => <ClosedLine one={one} name={nameOf(one)} />}
      </LongList>
    </>
  );
}

/** What came of all batches of a group together. */
function groupSaid(group: readonly JudgedBatch[]): string {
  const judged = group.filter(({ against }) => against);
  return say('groupSum', {
    plants: group.reduce((sum, { plants }) => sum + plants, 0),
    seeds: group.reduce((sum, { outcome }) => sum + outcome.seeds, 0),
    within: judged.filter(({ against }) => against === 'within').length,
    count: judged.length,
  });
}

/** Why what came of a batch is not held against what was promised. */
const UNJUDGED: Record<Elsewhere, string> = worded(say, {
  movedOn: 'partsOpen',
  heldOver: 'unjudgedHeldOver',
  bagLost: 'unjudgedBagLost',
  givenAway: 'unjudgedGivenAway',
});

function ClosedLine({ one: { outcome, plants, against, unjudged, codes }, name }: { one: JudgedBatch; name: string }) {
  const { today } = useNursery();
  const { low, high } = outcome.promised;
  return (
    <div className="border-t border-line">
      <Link
        to={`/batch/${outcome.code}`}
        className="grid min-h-16 grid-cols-[4.2rem_minmax(0,1fr)] gap-x-3 py-2 hover:bg-sheet desk:grid-cols-[4.5rem_minmax(0,17rem)_minmax(0,1fr)_11rem]"
      >
        <span className="flex flex-col gap-1">
          {codes.map((code) => (
            <Tag key={code} code={code} />
          ))}
        </span>
        <span className="min-w-0 leading-tight">
          <span className="block font-[560]">{name}</span>
          <span className="block text-[0.92rem] text-ink2">
            {say('closedLine', {
              method: outcome.method.name,
              on: shortDate(outcome.closedOn, today),
              minutes: Math.round(outcome.minutes),
            })}
          </span>
        </span>
        <span className="col-span-2 mt-1 min-w-0 desk:col-span-1 desk:mt-0">
          <FateBar outcome={outcome} />
          <span className="block text-[0.9rem] text-ink2">{say('seedsWent', { seeds: outcome.seeds, went: fatesSaid(outcome) })}</span>
        </span>
        <span className="col-span-2 flex flex-wrap items-baseline gap-x-3 desk:col-span-1 desk:block desk:text-right">
          <b className="font-mono text-xl">{shown(plants)}</b>{' '}
          <span className={`text-[0.92rem] ${against === 'below' ? 'font-semibold text-alarm' : 'text-ink2'}`}>
            {say('promised', { low, high })}
          </span>
          <span className="block text-[0.92rem] text-ink2">
            {unjudged ? UNJUDGED[unjudged] : against === 'below' ? say('below') : against === 'above' ? say('above') : ''}{' '}
            {lateSaid(lateBy(outcome))}
          </span>
        </span>
      </Link>
    </div>
  );
}
