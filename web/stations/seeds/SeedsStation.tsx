import { shortDate, spell } from '@chill/core/calendar/dates.ts';
import { dryingCountdown } from '@chill/core/lot/drying.ts';
import { sourceOf } from '@chill/core/lot/source.ts';
import { asOfLot } from '@chill/core/lot/variety.ts';
import type { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/seeds.ts';
import { shown } from '@chill/words/subject.ts';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useEveryLot } from '../../data/archive.ts';
import { asItStands, type LotView, useNursery } from '../../data/nursery.ts';
import { inOrder } from '../../kit/lists/grouped.ts';
import { hasWords, ListTools, useListChoice } from '../../kit/lists/ListTools.tsx';
import { LongList } from '../../kit/lists/LongList.tsx';
import { Term } from '../../kit/told/Term.tsx';
import { Waiting } from '../../kit/told/Waiting.tsx';
import { SeedDrawing } from '../../parts/SeedDrawing.tsx';
import { SpringLink } from '../../parts/SpringLink.tsx';
import { said } from '../../parts/ViabilityRange.tsx';

/** Every lot in hand: what it is, how viable, how much is left. */
export default function SeedsStation() {
  const { lots, usedUp } = useNursery();
  const [wanted, setWanted] = useState(false);
  const { looking } = useEveryLot(wanted);
  return (
    <section className="px-4 pt-5 desk:px-10">
      <div className="flex flex-wrap items-center justify-between gap-x-8 gap-y-2">
        <h1>
          <Term of="seedLot">{say('seedsInStock')}</Term>
        </h1>
        <span className="flex flex-wrap items-center gap-x-6">
          {lots.length > 0 && <SpringLink />}
          <Link to="/seeds/new" className="action">
            {say('addLotTitle')}
          </Link>
        </span>
      </div>
      {lots.length === 0 && <p className="mt-4 max-w-prose text-lg">{say('noLotsYet')}</p>}
      <LotList lots={lots} label={say('seedsInStock')} />
      {!wanted ? (
        <button type="button" className="quiet mt-3" onClick={() => setWanted(true)}>
          {say('showLotsUsedUp')}
        </button>
      ) : looking ? (
        <Waiting />
      ) : (
        <>
          <h2 className="mt-8">{say('usedUp')}</h2>
          {usedUp.length === 0 ? <p className="mt-1 text-ink2">{say('noneUsedUp')}</p> : <LotList lots={usedUp} label={say('usedUp')} />}
        </>
      )}
    </section>
  );
}

/** About how high a lot's line is, px. */
const LINE_HEIGHT = 81;

function LotList({ lots, label }: { lots: readonly LotView[]; label: string }) {
  const { handbook } = useNursery();
  const [choice, change] = useListChoice();
  const speciesOf = useMemo(() => new Map(handbook.map((species) => [species.id, species])), [handbook]);
  const nameOf = (lot: LotView) => speciesOf.get(lot.speciesId)?.common[0] ?? lot.speciesId;
  const keys: Record<string, (lot: LotView) => string> = {
    code: ({ code }) => code,
    species: nameOf,
    age: ({ provenance }) => provenance.on,
    left: ({ unassigned }) => String(99_999_999 - unassigned),
  };
  const found = inOrder(
    lots.filter((lot) => {
      const species = speciesOf.get(lot.speciesId);
      return hasWords([lot.code, lot.variety, ...(species?.common ?? []), species?.scientific, fromWhere(lot)], choice.find);
    }),
    keys[choice.by],
  );
  return (
    <>
      <ListTools
        count={lots.length}
        shown={found.length}
        choice={choice}
        change={change}
        orders={{
          '': say('asRecorded'),
          code: say('lotCodeWord'),
          species: say('speciesWord'),
          age: say('oldestFirst'),
          left: say('mostSeedsFirst'),
        }}
        groups={{ '': say('notAll'), species: say('bySpecies') }}
      />
      {lots.length > 0 && found.length === 0 && <p className="mt-4">{say('noLotFound', { find: choice.find })}</p>}
      <LongList rows={found} groupOf={choice.group === 'species' ? nameOf : undefined} height={LINE_HEIGHT} label={label}>
        {(lot) => <LotLine lot={lot} species={asOfLot(speciesOf.get(lot.speciesId), lot)} />}
      </LongList>
    </>
  );
}

function fromWhere({ provenance }: LotView): string {
  return sourceOf(provenance) ?? say('notNoted');
}

function LotLine({ lot, species }: { lot: LotView; species: Species | undefined }) {
  const { today } = useNursery();
  if (!species) return null;
  return (
    <div className="border-t border-line">
      <Link
        to={`/seeds/${lot.id}`}
        className="grid min-h-20 grid-cols-[4.5rem_1fr_auto] items-center gap-x-4 py-2 hover:bg-sheet desk:grid-cols-[6rem_minmax(0,1.2fr)_minmax(0,1.5fr)_9rem]"
      >
        <span className="flex justify-center">
          <SeedDrawing seed={species.seed} room={64} rule={false} />
        </span>
        <span className="min-w-0">
          <span className="block leading-tight font-[560]">{species.common[0]}</span>
          <span className="block text-[0.92rem] text-ink2">
            <span className="code">{lot.code}</span> · {fromWhere(lot)}, {shortDate(lot.provenance.on, today)}
          </span>
        </span>
        <span className="hidden text-[0.95rem] text-ink2 desk:block">
          {said(lot.state.viability, species)}
          <DryingNote lot={lot} species={species} />
        </span>
        <span className="text-right">
          <b className="font-mono text-xl">{shown(lot.unassigned)}</b>
          <span className="block text-[0.9rem] text-ink2">{say('ofTotalInStock', { total: lot.state.total })}</span>
        </span>
      </Link>
    </div>
  );
}

/** For seed that dies when it dries: how long it has. */
function DryingNote({ lot, species }: { lot: LotView; species: Species }) {
  const { today } = useNursery();
  const countdown = lot.unassigned > 0 ? dryingCountdown(asItStands(lot), species, today) : undefined;
  if (!countdown) return null;
  return (
    <span className={`block font-semibold ${countdown.days <= 7 ? 'text-alarm' : 'text-ink'}`}>
      {countdown.inTime ? say('mustNotDryOutDays', { days: spell(countdown.days) }) : say('mustNotDryOutOver')}
    </span>
  );
}
