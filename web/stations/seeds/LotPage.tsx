import { shortDate } from '@chill/core/calendar/dates.ts';
import { cautionsOf } from '@chill/core/lot/cautions.ts';
import { dryingCountdown } from '@chill/core/lot/drying.ts';
import { viableOn } from '@chill/core/lot/lotLedger.ts';
import type { ViableTest } from '@chill/core/lot/lotState.ts';
import { seedsNeeded } from '@chill/core/lot/seedsNeeded.ts';
import { testAge } from '@chill/core/lot/testPlan.ts';
import { nameWithVariety } from '@chill/core/lot/variety.ts';
import { viableCount } from '@chill/core/lot/viableCount.ts';
import { showCoordinates } from '@chill/core/units/coordinates.ts';
import type { Species } from '@chill/model/species.ts';
import { Rich } from '@chill/words/rich.tsx';
import { say } from '@chill/words/seeds.ts';
import { options, worded } from '@chill/words/tables.ts';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { useAsPlanned } from '../../data/learned.ts';
import { asItStands, type LotView, useLot, useNursery } from '../../data/nursery.ts';
import { Choice } from '../../kit/fields/Choice.tsx';
import { Figure } from '../../kit/told/Figure.tsx';
import { NotThere } from '../../kit/told/NotThere.tsx';
import { Term } from '../../kit/told/Term.tsx';
import { Waiting } from '../../kit/told/Waiting.tsx';
import { BatchLine } from '../../parts/BatchLine.tsx';
import { enlargement, SeedDrawing } from '../../parts/SeedDrawing.tsx';
import { ViableRange } from '../../parts/ViabilityRange.tsx';
import { CountForm } from './CountForm.tsx';
import { LotBar } from './LotBar.tsx';
import { LotLedger } from './LotLedger.tsx';
import { SortForm } from './SortForm.tsx';
import { GiveForm, StoreForm } from './StoreForm.tsx';
import { TestForm } from './TestForm.tsx';

const ACTIONS = options(say, {
  count: 'count',
  sort: 'sort',
  test: 'testAct',
  store: 'move',
  give: 'giveAway',
});
type Action = (typeof ACTIONS)[number]['value'];

/** One lot: where every seed of it is, how viable, what must happen to it, and what can be done with it. */
export default function LotPage() {
  const { lotId } = useParams();
  const { handbook, batches, today } = useNursery();
  const { lot, looking } = useLot(lotId);
  const [action, setAction] = useState<Action>();
  const [said, setSaid] = useState<string>();
  const species = handbook.find((one) => one.id === lot?.speciesId);
  if (!lot && looking) return <Waiting />;
  if (!lot || !species) {
    return <NotThere title={say('noSuchLot')} to="/seeds" back={say('allLots')} />;
  }
  const name = nameWithVariety(species, lot.variety);
  const mine = batches.filter((view) => view.batch.lotId === lot.id);
  const drying = dryingCountdown(asItStands(lot), species, today);
  const done = (what: string) => {
    setSaid(what);
    setAction(undefined);
  };
  return (
    <div className="gap-14 px-4 pt-5 desk:grid desk:grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)] desk:px-10">
      <div>
        <h1 data-title={`${lot.code} ${name}`}>{name}</h1>
        <p className="text-ink2">
          <Rich
            say={say}
            of="lot"
            facts={{ scientific: species.scientific, code: lot.code }}
            parts={{ i: <i />, span: <span className="code" /> }}
          />
        </p>
        <Provenance lot={lot} species={species} />
        {drying && (
          <p
            className={`mt-4 border-l-4 py-1 pl-3 text-lg ${drying.inTime && drying.days > 3 ? 'border-ink' : 'border-alarm font-semibold text-alarm'}`}
          >
            {drying.text}
          </p>
        )}
        <div className="mt-5 flex flex-wrap items-end gap-x-10 gap-y-4">
          <Figure value={lot.unassigned} unit={say('seedsWord')}>
            {say('stockNoBatch')}
          </Figure>
          {lot.unassigned > 0 && (
            <Link to={`/plan?lot=${lot.id}`} className="action">
              {say('planLot')}
            </Link>
          )}
        </div>
        <section className="mt-6">
          <h2>{say('whereSeeds')}</h2>
          <div className="mt-2">
            <LotBar lot={lot} batches={mine} />
          </div>
        </section>
        <section className="mt-8">
          <h2>{say('actions')}</h2>
          <div className="mt-1 max-w-xl">
            <Choice
              label={say('whatDo')}
              options={ACTIONS}
              value={action as Action}
              onChange={(next) => {
                setAction(next);
                setSaid(undefined);
              }}
            />
          </div>
          {said && (
            <p role="status" className="mt-3 font-semibold">
              {said}
            </p>
          )}
          <div className="mt-4">
            {action === 'count' && <CountForm lot={lot} species={species} done={done} />}
            {action === 'sort' && <SortForm lot={lot} species={species} done={done} />}
            {action === 'test' && <TestForm lot={lot} species={species} done={done} />}
            {action === 'store' && <StoreForm lot={lot} done={done} />}
            {action === 'give' && <GiveForm lot={lot} done={done} />}
          </div>
        </section>
        <LotLedger lot={lot} />
      </div>
      <div className="mt-8 desk:mt-0">
        <SeedDrawing seed={species.seed} room={320} />
        <p className="mt-2 text-[0.95rem] text-ink2">
          {say('nMmDrawn', {
            length: species.seed.length_mm,
            width: species.seed.width_mm,
            thickness: species.seed.thickness_mm,
            enlargement: enlargement(species.seed, 308),
          })}
        </p>
        <section className="mt-6">
          <h2>
            <Term of="viability">{say('viability')}</Term>
          </h2>
          <div className="mt-2">
            <HowViable lot={lot} species={species} />
          </div>
          {lot.unassigned > 0 && <ViableInDrawer lot={lot} species={species} />}
          <Tests tests={lot.state.tests} />
        </section>
        {cautionsOf(species).map((text) => (
          <p key={text} className="mt-5 max-w-prose border-l-4 border-alarm pl-3">
            {text}
          </p>
        ))}
        {mine.length > 0 && (
          <section className="mt-8">
            <h2>
              <Term of="batch">{say('batches')}</Term>
            </h2>
            <ul className="mt-1">
              {mine.map((view) => (
                <li key={view.batch.id}>
                  <BatchLine view={view} />
                </li>
              ))}
            </ul>
          </section>
        )}
        <div className="mt-4 flex flex-wrap items-center gap-6">
          <Link to={`/seeds/${lot.id}/change`} className="quiet">
            {say('changeAct')}
          </Link>
          <Link to={`/handbook/${species.id}`} className="quiet">
            {say('whySeedDormant')}
          </Link>
        </div>
      </div>
    </div>
  );
}

/** A round number of good seeds that people ask for. */
const ASKED_FOR = 40;

/** How viable it is by its tests, or as such seed usually is here. */
function HowViable({ lot, species }: { lot: LotView; species: Species }) {
  const { viability, towelTests } = lot.state;
  return <ViableRange viability={viability} species={useAsPlanned(species, lot)} towelTests={towelTests} lot={lot} />;
}

/** What that means for the seeds in the drawer: how many are viable, and how many to take to have forty that are. */
function ViableInDrawer({ lot, species: printed }: { lot: LotView; species: Species }) {
  const { today } = useNursery();
  const species = useAsPlanned(printed, lot);
  const viable = viableOn(asItStands(lot), species, today);
  const { low, high, byTest } = viableCount(lot.state.viability, viable, lot.unassigned, lot.state.towelTests.length);
  const take = seedsNeeded(ASKED_FOR, 0.9, viable);
  return (
    <p className="mt-2">
      <Rich
        say={say}
        of={byTest ? 'stockViableByTest' : 'viableInStock'}
        facts={{ unassigned: lot.unassigned, low, high }}
        parts={{ b: <b className="font-mono" /> }}
      />
      {take !== undefined && take <= lot.unassigned && ` ${say('viableSeedsTake', { askedFor: ASKED_FOR, take })}`}
    </p>
  );
}

/** What the number of seeds was read from, until somebody counts. */
function Estimated({ lot: { amount, state } }: { lot: LotView }) {
  if (!amount || state.lastCount) return null;
  return <p className="text-ink2">{say('amountFrom', amount)}</p>;
}

function Provenance({ lot, species }: { lot: LotView; species: Species }) {
  const { today } = useNursery();
  const { provenance, wintered } = lot;
  const { storage } = lot.state;
  const from =
    provenance.kind === 'bought'
      ? [
          provenance.supplier
            ? say('from', { supplier: provenance.supplier, on: shortDate(provenance.on, today) })
            : say('boughtOn', { on: shortDate(provenance.on, today) }),
          provenance.theirLot && say('theirLot', { theirLot: provenance.theirLot }),
          provenance.harvestYear && say('harvested', { harvestYear: String(provenance.harvestYear) }),
        ]
      : [
          provenance.place
            ? say('collectedAt', { place: provenance.place, on: shortDate(provenance.on, today) })
            : say('collectedOn', { on: shortDate(provenance.on, today) }),
          provenance.at && showCoordinates(provenance.at),
          provenance.parents && say('fromParents', { parents: provenance.parents }),
          provenance.permission && say('permission', { permission: provenance.permission }),
        ];
  return (
    <div className="mt-2 max-w-prose">
      <p>{from.filter(Boolean).join('; ')}.</p>
      {lot.variety && species.comesTrue === false && <p>{say('notTrue', { variety: lot.variety })}</p>}
      <Estimated lot={lot} />
      {storage && (
        <p className="text-ink2">
          {say('keptAs', { state: storage.state })}
          {storage.where && `, ${storage.where}`}
          {`, ${say('since', { since: shortDate(storage.since, today) })}`}
        </p>
      )}
      {wintered && <p className="text-ink2">{say('hadColdBefore', { chillDays: wintered.chillDays, give: wintered.give_days })}</p>}
      {lot.note && <p className="mt-1">{lot.note}</p>}
    </div>
  );
}

const BY: Record<ViableTest['by'], string> = worded(say, {
  asWritten: 'firstRecorded',
  cut: 'cut',
  towel: 'towel',
});

/** Each test on its own, with what its age takes from it. */
function Tests({ tests }: { tests: readonly ViableTest[] }) {
  const { today } = useNursery();
  if (tests.length === 0) return null;
  return (
    <ul className="mt-3">
      {tests.map((test) => {
        const age = testAge(test, today);
        return (
          <li key={`${test.on} ${test.by}`} className="border-t border-line py-1.5">
            <span className={test.beforeSort ? 'text-ink2 line-through' : ''}>
              <b className="font-mono">{say('of', { viable: test.viable, tested: test.tested })}</b> {BY[test.by]},{' '}
              {shortDate(test.on, today)}
            </span>
            {age && <span className="block text-[0.95rem] text-ink2">{age}</span>}
          </li>
        );
      })}
    </ul>
  );
}
