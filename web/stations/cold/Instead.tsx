import { addDays, daysBetween, nextOn, shortDate } from '@chill/core/calendar/dates.ts';
import { placesFor } from '@chill/core/kinds/places.ts';
import { STAGES } from '@chill/core/kinds/stages.ts';
import type { Proposal } from '@chill/core/methods/proposal.ts';
import { propose } from '@chill/core/methods/propose.ts';
import { methodsToWeigh } from '@chill/core/methods/schools.ts';
import { percent } from '@chill/core/units/percent.ts';
import { yearOf } from '@chill/core/winter/climate.ts';
import { outdoorStay } from '@chill/core/winter/outdoors.ts';
import { say } from '@chill/words/cold.ts';
import { Rich } from '@chill/words/rich.tsx';
import { spoken } from '@chill/words/subject.ts';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useAsPlanned } from '../../data/learned.ts';
import { type LotView, useNursery } from '../../data/nursery.ts';
import { USUAL_PLANTS, useRequest } from '../../data/useRequest.ts';
import { ByHandbookSoFar } from '../../parts/ByHandbookSoFar.tsx';

/** A winter is enough where it is in at least so many of a hundred. */
export const LIKELY = 0.8;

/** One choice: its columns stand beneath those of the others. */
const ROW = 'grid items-center gap-y-1 border-t border-line py-2 sm:col-span-full sm:grid-cols-subgrid';

/** The other methods for the same lot, from today, each with what it would make ready and when. */
export function Instead({ lot, enough }: { lot: LotView; enough: number }) {
  const { handbook, nursery, placesAsMeasured: places, today, rot } = useNursery();
  const species = useAsPlanned(
    handbook.find(({ id }) => id === lot.speciesId),
    lot,
  );
  const { confidence, frostRisk: risk } = nursery.settings;
  // The same that Plan begins with: one method has one day, wherever it is told.
  const wish = useMemo(() => ({ plants: USUAL_PLANTS, confidence, timing: { by: 'frostRisk', risk } }) as const, [confidence, risk]);
  const request = useRequest(lot, species, wish, Math.max(1, lot.unassigned));
  const methods = useMemo(() => {
    if (!species || !request) return [];
    return methodsToWeigh(species)
      .methods.filter(({ method }) =>
        method.stages.some(
          ({ kind }) => STAGES[kind].course === 'turns' || (STAGES[kind].earns === 'cold' && STAGES[kind].water === 'damp'),
        ),
      )
      .map(({ method, workedOut }) => propose(method, request, workedOut))
      .sort((a, b) => b.share - a.share)
      .slice(0, 4);
  }, [species, request]);
  const autumn = nextOn(nursery.latitude_deg >= 0 ? '10-15' : '04-15', today);
  const frame = placesFor('outdoorWinter', places)[0];
  const inAutumn =
    species && species.storage !== 'recalcitrant'
      ? outdoorStay(species, yearOf(nursery), autumn, { shelter: frame?.cover, rot: rot?.outdoorFlat })
      : undefined;
  const link = (proposal: Proposal) => `/plan?${new URLSearchParams({ lot: lot.id, method: proposal.method.id })}`;
  if (methods.length === 0) return null;
  return (
    <section className="mt-8 max-w-5xl">
      <h2>{enough >= LIKELY ? say('orIndoors') : say('whatDoInstead')}</h2>
      <ByHandbookSoFar />
      <ul className="mt-2 grid gap-x-6 sm:grid-cols-[1fr_9rem_11rem_auto]">
        {methods.map((proposal) => (
          <li key={proposal.method.id} className={ROW}>
            <span>
              <b className="font-[620]">{proposal.method.name}</b>
              <span className="block text-[0.92rem] text-ink2">
                {say('daysUntilOut', {
                  days: daysBetween(proposal.dates.start, proposal.dates.takeOutOn ?? proposal.dates.plantOut),
                })}
                {proposal.against
                  .filter(({ weight }) => weight !== 'notes')
                  .slice(0, 1)
                  .map(({ reason }) => `; ${spoken(reason)}`)}
              </span>
            </span>
            <span>
              <b className="font-mono text-lg">{percent(proposal.chain.released * proposal.chain.survives)}</b>
              <span className="block text-[0.92rem] text-ink2">{say('readyAlive')}</span>
            </span>
            <span className="text-[0.95rem]">
              <Rich
                say={say}
                of="outPlants"
                facts={{
                  out: proposal.dates.takeOutOn ? shortDate(proposal.dates.takeOutOn, today) : '–',
                  plantOut: shortDate(proposal.dates.plantOut, today),
                }}
                parts={{ b: <b />, span: <span className="block text-ink2" /> }}
              />
            </span>
            <Link to={link(proposal)} className="quiet" aria-label={say('plan', { name: proposal.method.name })}>
              {say('planThis')}
            </Link>
          </li>
        ))}
        <li className={ROW}>
          <span>
            <b className="font-[620]">{say('keepDryUntilAutumn')}</b>
            <span className="block text-[0.92rem] text-ink2">
              {species?.storage === 'recalcitrant' ? say('notThisSeed') : say('sowNextAutumn', { autumn: shortDate(autumn, today) })}
            </span>
          </span>
          {inAutumn && (
            <>
              <span>
                <b className="font-mono text-lg">{percent(inAutumn.curve.yields[inAutumn.days] as number)}</b>
                <span className="block text-[0.92rem] text-ink2">{say('meanWinter')}</span>
              </span>
              <span className="text-[0.95rem]">
                <Rich say={say} of="germinatesFrom" facts={{ on: shortDate(addDays(autumn, inAutumn.days), today) }} parts={{ b: <b /> }} />
              </span>
            </>
          )}
          <Link to={`/cold/winter?${new URLSearchParams({ lot: lot.id, out: autumn })}`} className="quiet">
            {say('winterFromThen')}
          </Link>
        </li>
      </ul>
    </section>
  );
}
