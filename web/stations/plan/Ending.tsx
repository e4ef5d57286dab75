import { shortDate } from '@chill/core/calendar/dates.ts';
import { lengthOf } from '@chill/core/calendar/moments.ts';
import { cellPlan } from '@chill/core/lot/perCell.ts';
import { betterEnding, containersOf, sowingOf, sownInstead } from '@chill/core/methods/endings.ts';
import type { Proposal } from '@chill/core/methods/proposal.ts';
import { propose, type Request } from '@chill/core/methods/propose.ts';
import { growsAlone, inGround } from '@chill/core/mix/containers.ts';
import { staysInGround, usualSowing } from '@chill/core/sowing/sown.ts';
import { span } from '@chill/core/units/span.ts';
import type { Sowing } from '@chill/model/container.ts';
import type { Species } from '@chill/model/species.ts';
import { allOf } from '@chill/words/lists.ts';
import { say } from '@chill/words/plan.ts';
import { spoken } from '@chill/words/subject.ts';
import { options } from '@chill/words/tables.ts';
import { useMemo, useState } from 'react';
import { useNursery } from '../../data/nursery.ts';
import { Choice } from '../../kit/fields/Choice.tsx';
import { SowingFields } from '../../parts/SowingFields.tsx';

const ENDINGS = options(say, { towel: 'onATowel', sown: 'sownIntoMix' });

/** How a method's seed comes up: on the towel as the recipe has it, or sown; and the proposal that it then is. */
export interface Ended {
  /** What is shown and made. */
  proposal: Proposal;
  /** `undefined` where the seed is sown before it waits, or never lies on a towel. */
  towel: Proposal | undefined;
  /** `undefined` where it cannot be sown: in a test, or under water. */
  sown: Proposal | undefined;
  isSown: boolean;
  choose: (ending: 'towel' | 'sown') => void;
  sow: (sowing: Sowing) => void;
}

/** Lets a method end on the towel or sown, and says what either comes to; one that is sown first may be sown otherwise. */
export function useEnding(weighed: Proposal, species: Species, request: Request | undefined): Ended {
  const first = sowingOf(weighed.method) !== undefined;
  const [isSown, setSown] = useState(first);
  const [sowing, sow] = useState<Sowing>();
  const sown = useMemo(() => {
    const method = request && sownInstead(species, weighed.method, sowing);
    return method ? propose(method, request, weighed.workedOut) : first ? weighed : undefined;
  }, [species, weighed, request, sowing, first]);
  const towel = first ? undefined : weighed;
  return { towel, sown, isSown, sow, proposal: isSown && sown ? sown : weighed, choose: (ending) => setSown(ending === 'sown') };
}

/** On the towel or sown: both side by side, which suits this seed, and into what it is sown. */
export function Ending({ ended, species, request }: { ended: Ended; species: Species; request: Request }) {
  const { today } = useNursery();
  const { towel, sown, isSown, choose } = ended;
  if (!sown) return null;
  const better = towel && betterEnding(species, towel, sown, { available: request.available, plants: request.wish.plants });
  const hours = ({ effort }: Proposal) => say('hours', { minutes: (effort.minutes / 60).toFixed(1) });
  const trays = (one: Proposal) => {
    const found = containersOf(one);
    const into = sowingOf(one.method);
    if (!found || !into) return '–';
    if (inGround(into)) return say('squareMetres', found);
    return growsAlone(into) ? say('containersInTrays', found) : say('traysOnly', found);
  };
  const empty = (one: Proposal) => {
    const found = containersOf(one);
    const into = sowingOf(one.method);
    return found && into && growsAlone(into) && !inGround(into)
      ? String(Math.round(cellPlan(found.containers, into.each, one.prospect).empty))
      : '–';
  };
  const apart = towel && endingsApart(towel, sown);
  const rows: [string, (one: Proposal) => string][] = [
    [say('seedsRow'), (one) => String(one.seeds ?? '–')],
    [say('plantsToCome'), (one) => span(one.expected)],
    [say(sown && staysInGround(sown.method.stages) ? 'plantsStand' : 'plantedOut'), (one) => shortDate(one.dates.plantOut, today)],
    [say('containersRow'), trays],
    [say('emptyRow'), empty],
    [say('workRow'), hours],
  ];
  return (
    <section className="mt-3">
      <h2 className="text-[1.06rem]">{say(better ? 'towelOrSown' : 'sownFirst')}</h2>
      {better && (
        <>
          <p className="mt-1">{spoken(better.reason)}</p>
          <Choice label={say('towelOrSown')} options={ENDINGS} value={isSown ? 'sown' : 'towel'} onChange={choose} />
        </>
      )}
      <table className="mt-2 w-full text-[0.95rem]">
        <thead className={towel ? '' : 'sr-only'}>
          <tr className="text-left text-ink2">
            <td />
            {towel && <th className="py-1 pl-2 font-normal">{say('onATowel')}</th>}
            <th className="py-1 pl-2 font-normal">{say('sownIntoMix')}</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, of]) => (
            <tr key={name} className="border-t border-line">
              <th scope="row" className="py-1.5 text-left font-normal text-ink2">
                {name}
              </th>
              {towel && <td className={`pl-2 font-mono ${isSown ? '' : 'font-bold'}`}>{of(towel)}</td>}
              <td className={`pl-2 font-mono ${isSown ? 'font-bold' : ''}`}>{of(sown)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {apart && <p className="mt-2 text-ink2">{apart}</p>}
      {isSown && <SowingFields sowing={sowingOf(sown.method) ?? usualSowing(species)} sow={ended.sow} species={species} />}
    </section>
  );
}

/** Less than this is no difference worth a sentence: seeds, as a part of them; minutes. */
const SEEDS_APART = 0.05;
const MINUTES_APART = 20;

/** "On a towel: 18 % fewer seeds, 3 h more work": what the towel saves and asks for; `undefined` where hardly anything. */
function endingsApart(towel: Proposal, sown: Proposal): string | undefined {
  if (!towel.seeds || !sown.seeds) return undefined;
  const fewer = 1 - towel.seeds / sown.seeds;
  const minutes = towel.effort.minutes - sown.effort.minutes;
  const parts = [
    ...(Math.abs(fewer) >= SEEDS_APART
      ? [say(fewer > 0 ? 'fewerSeeds' : 'moreSeeds', { percent: Math.round(100 * Math.abs(fewer)) })]
      : []),
    ...(Math.abs(minutes) >= MINUTES_APART
      ? [say(minutes > 0 ? 'moreWork' : 'lessWork', { time: lengthOf(60 * Math.abs(Math.round(minutes))) })]
      : []),
  ];
  return parts.length > 0 ? say('towelAgainstMix', { parts: allOf(parts) }) : undefined;
}
