import { shortDate } from '@chill/core/calendar/dates.ts';
import { cellPlan } from '@chill/core/lot/perCell.ts';
import { betterEnding, containersOf, sowingOf, sownInstead } from '@chill/core/methods/endings.ts';
import type { Proposal } from '@chill/core/methods/proposal.ts';
import { propose, type Request } from '@chill/core/methods/propose.ts';
import { CONTAINERS, growsAlone } from '@chill/core/mix/containers.ts';
import { usualCover_mm } from '@chill/core/sowing/depth.ts';
import { usualSowing } from '@chill/core/sowing/sown.ts';
import { span } from '@chill/core/units/span.ts';
import { Container, type Sowing } from '@chill/model/container.ts';
import type { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/plan.ts';
import { spoken } from '@chill/words/subject.ts';
import { options } from '@chill/words/tables.ts';
import { useMemo, useState } from 'react';
import { useNursery } from '../../data/nursery.ts';
import { Choice } from '../../kit/fields/Choice.tsx';
import { Field } from '../../kit/fields/Field.tsx';
import { NumberInput } from '../../kit/fields/NumberInput.tsx';
import { QuantityInput } from '../../kit/fields/QuantityInput.tsx';

const ENDINGS = options(say, { towel: 'onATowel', sown: 'sownIntoMix' });

/** How a method's seed comes up: on the towel as the recipe has it, or sown; and the proposal that it then is. */
export interface Ended {
  /** What is shown and made. */
  proposal: Proposal;
  towel: Proposal;
  /** `undefined` where the method never lies on a towel. */
  sown: Proposal | undefined;
  isSown: boolean;
  choose: (ending: 'towel' | 'sown') => void;
  sow: (sowing: Sowing) => void;
}

/** Lets a method end on the towel or sown, and says what either comes to. */
export function useEnding(towel: Proposal, species: Species, request: Request | undefined): Ended {
  const [isSown, setSown] = useState(false);
  const [sowing, sow] = useState<Sowing>();
  const sown = useMemo(() => {
    const method = request && sownInstead(species, towel.method, sowing);
    return method && propose(method, request, towel.workedOut);
  }, [species, towel, request, sowing]);
  return { towel, sown, isSown, sow, proposal: isSown && sown ? sown : towel, choose: (ending) => setSown(ending === 'sown') };
}

/** On the towel or sown: both side by side, which suits this seed, and into what it is sown. */
export function Ending({ ended, species, request }: { ended: Ended; species: Species; request: Request }) {
  const { today } = useNursery();
  const { towel, sown, isSown, choose } = ended;
  if (!sown) return null;
  const better = betterEnding(species, towel, sown, { available: request.available, plants: request.wish.plants });
  const hours = ({ effort }: Proposal) => say('hours', { minutes: (effort.minutes / 60).toFixed(1) });
  const trays = (one: Proposal) => {
    const found = containersOf(one);
    const into = sowingOf(one.method);
    if (!found || !into) return '–';
    return growsAlone(into) ? say('containersInTrays', found) : say('traysOnly', found);
  };
  const empty = (one: Proposal) => {
    const found = containersOf(one);
    const into = sowingOf(one.method);
    return found && into && growsAlone(into) ? String(Math.round(cellPlan(found.containers, into.each, one.prospect).empty)) : '–';
  };
  const rows: [string, (one: Proposal) => string][] = [
    [say('seedsRow'), (one) => String(one.seeds ?? '–')],
    [say('plantsToCome'), (one) => span(one.expected)],
    [say('plantedOut'), (one) => shortDate(one.dates.plantOut, today)],
    [say('containersRow'), trays],
    [say('emptyRow'), empty],
    [say('workRow'), hours],
  ];
  return (
    <section className="mt-3">
      <h3>{say('towelOrSown')}</h3>
      <p className="mt-1">{spoken(better.reason)}</p>
      <Choice label={say('towelOrSown')} options={ENDINGS} value={isSown ? 'sown' : 'towel'} onChange={choose} />
      <table className="mt-2 w-full text-[0.95rem]">
        <thead>
          <tr className="text-left text-ink2">
            <td />
            <th className="py-1 font-normal">{say('onATowel')}</th>
            <th className="py-1 font-normal">{say('sownIntoMix')}</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, of]) => (
            <tr key={name} className="border-t border-line">
              <th scope="row" className="py-1.5 text-left font-normal text-ink2">
                {name}
              </th>
              <td className={`font-mono ${isSown ? '' : 'font-bold'}`}>{of(towel)}</td>
              <td className={`font-mono ${isSown ? 'font-bold' : ''}`}>{of(sown)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {isSown && <IntoWhat sowing={sowingOf(sown.method) ?? usualSowing(species)} sow={ended.sow} species={species} />}
    </section>
  );
}

/** Into what it is sown, how many to each and how deep; what cannot be is said at its field. */
function IntoWhat({ sowing, sow, species }: { sowing: Sowing; sow: (sowing: Sowing) => void; species: Species }) {
  const { units } = useNursery().nursery.settings;
  const { container, each, cover_mm } = sowing;
  const facts = CONTAINERS[container];
  const tooDeep = cover_mm > facts.depth_mm / 3;
  const covered = cover_mm > 0 && species.light === 'needs light';
  return (
    <div className="mt-3 grid max-w-xl items-end gap-x-6 gap-y-3 sm:grid-cols-3">
      <Field label={say('intoWhat')}>
        <select
          className="written"
          value={container}
          onChange={({ target }) => {
            const next = Container.parse(target.value);
            sow({ container: next, each, cover_mm: Math.round(usualCover_mm(species, CONTAINERS[next].depth_mm) * 10) / 10 });
          }}
        >
          {Container.options.map((one) => (
            <option key={one} value={one}>
              {CONTAINERS[one].name}
            </option>
          ))}
        </select>
      </Field>
      <Field label={say('toEachContainer')}>
        <NumberInput key={container} value={each} onChange={(many) => many && many >= 1 && sow({ ...sowing, each: Math.round(many) })} />
      </Field>
      <Field
        label={say('coverField')}
        error={tooDeep ? say('coverTooDeep', { depth: facts.depth_mm }) : undefined}
        hint={covered ? say('coverShutsLight') : undefined}
      >
        <QuantityInput
          key={container}
          quantity="length_mm"
          units={units}
          value={cover_mm}
          onChange={(mm) => mm !== undefined && mm >= 0 && mm <= facts.depth_mm && sow({ ...sowing, cover_mm: mm })}
        />
      </Field>
    </div>
  );
}
