import { placesFor } from '@chill/core/kinds/places.ts';
import { valueName } from '@chill/core/kinds/values.ts';
import { describeRoom } from '@chill/core/methods/room.ts';
import { usualContainer } from '@chill/core/mix/containers.ts';
import { MEDIA, type MixPart, sowingDepth_mm } from '@chill/core/mix/water.ts';
import { lodgersOf } from '@chill/core/nursery/lodging.ts';
import { type PottedUp, type PottingMix, sessionFor, USUAL_RECIPE } from '@chill/core/pots/potting.ts';
import { recordPotted } from '@chill/core/record/record.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import type { Units } from '@chill/model/nursery.ts';
import { say } from '@chill/words/pots.ts';
import { useState } from 'react';
import { Link } from 'react-router';
import { newId } from '../../browser/newId.ts';
import { useStored } from '../../browser/stored.ts';
import { toPotNow } from '../../data/lifts.ts';
import { type BatchView, useNursery } from '../../data/nursery.ts';
import { useRecord } from '../../data/useRecord.ts';
import { Stepper } from '../../kit/fields/Stepper.tsx';
import { Problem } from '../../kit/told/Problem.tsx';
import { Tag } from '../../kit/told/Tag.tsx';
import { ContainerSelect } from '../../parts/ContainerSelect.tsx';
import { SeedDepth } from '../../parts/SeedDepth.tsx';

/** One sitting at the potting bench: today's sprouts into their containers, the mix made up, the depth drawn, the labels printed. */
export default function PottingPage() {
  const { batches, places, nursery, today } = useNursery();
  const up = batches.filter((view) => toPotNow(view, today) > 0);
  const [chosen, choose] = useState<Record<string, Omit<PottedUp, 'sprouts'>>>({});
  const [recipe, setRecipe] = useStored<PottingMix>('chill.recipe', USUAL_RECIPE);
  const into = ({ batch, species }: BatchView) => chosen[batch.id] ?? { container: usualContainer(species.seed), each: 1 };
  const parts = Object.values(recipe).some((part) => part > 0);
  const session = sessionFor(
    up.map((view) => ({ ...into(view), sprouts: view.projection.state.counts.sprouted })),
    parts ? recipe : USUAL_RECIPE,
  );
  const bench = placesFor('pot', places)[0];
  const trays = session.containers.reduce((sum, one) => sum + one.trays, 0);
  const taken = bench ? lodgersOf(bench, batches, today).reduce((sum, { room }) => sum + room, 0) : 0;
  const { units } = nursery.settings;
  return (
    <section className="px-4 pt-5 desk:px-10">
      <h1>{say('pottingSession')}</h1>
      {up.length === 0 ? (
        <p className="mt-2 text-lg">
          {say('noSprouts')}{' '}
          <Link to="/warm" className="underline underline-offset-4">
            {say('toTheWarmth')}
          </Link>
        </p>
      ) : (
        <div className="mt-4 gap-12 desk:grid desk:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
          <ul>
            {up.map((view) => (
              <Row key={view.batch.id} view={view} into={into(view)} choose={(one) => choose({ ...chosen, [view.batch.id]: one })} />
            ))}
          </ul>
          <div className="max-desk:mt-8">
            <h2>{say('mixToMakeUp')}</h2>
            <p className="mt-1 font-mono text-3xl font-bold">{volume(session.mix_L * 1000, units)}</p>
            <table className="mt-2 w-full">
              <tbody>
                {(Object.keys(MEDIA) as MixPart[]).map((part) => (
                  <tr key={part} className="border-t border-line">
                    <th scope="row" className="py-1 text-left font-normal first-letter:uppercase">
                      {valueName(part)}
                    </th>
                    <td>
                      <Stepper
                        label={say('partsOf', { part: valueName(part) })}
                        hideLabel
                        value={recipe[part] ?? 0}
                        most={20}
                        onChange={(value) => setRecipe({ ...recipe, [part]: value })}
                      />
                    </td>
                    <td className="text-right font-mono">
                      {session.parts_L[part] ? volume((session.parts_L[part] ?? 0) * 1000, units) : ''}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
            <Problem>{parts ? undefined : say('mixOfNothing')}</Problem>
            <p className="mt-2">{say('waterToDamp', { water: volume(session.water_mL, units) })}</p>
            <p className="mt-2 border-l-4 border-ink pl-3 text-[0.95rem]">{say('dustCaution')}</p>
            <h2 className="mt-5">{say('containersTitle')}</h2>
            <ul className="mt-1">
              {session.containers.map(({ container, count, trays: each }) => (
                <li key={container.name} className="flex justify-between border-t border-line py-1.5">
                  <span>{container.name}</span>
                  <span>
                    <b className="font-mono">{count}</b> {say('inTrays', { count: each })}
                  </span>
                </li>
              ))}
            </ul>
            {bench && (
              <p className={`mt-2 ${taken + trays > bench.capacity ? 'font-semibold text-alarm' : 'text-ink2'}`}>
                {bench.name}: {describeRoom(taken, bench)}.{' '}
                {taken + trays > bench.capacity ? say('noRoom', { count: trays }) : say('hasRoom', { count: trays })}
              </p>
            )}
            <Link to={`/labels?kind=pot&of=${up.map(({ batch }) => batch.code).join(',')}`} className="quiet mt-2">
              {say('potLabels')}
            </Link>
          </div>
        </div>
      )}
    </section>
  );
}

/** A volume in the grower's units; from a litre on in litres. */
const volume = (mL: number, units: Units) =>
  units.volume === 'mL' && mL >= 1000 ? say('litres', { litres: (mL / 1000).toFixed(1) }) : showQuantity(mL, 'volume_mL', units);

/** One batch's sprouts: how many, into what, how many to each, and how deep. */
function Row({
  view: { batch, species, projection },
  into,
  choose,
}: {
  view: BatchView;
  into: Omit<PottedUp, 'sprouts'>;
  choose: (one: Omit<PottedUp, 'sprouts'>) => void;
}) {
  const { today, nursery } = useNursery();
  const { state } = projection;
  const [count, setCount] = useState(state.counts.sprouted);
  const { record, problem } = useRecord();
  const onTop = species.light === 'needs light';
  const depth = sowingDepth_mm(species.seed.thickness_mm, onTop);
  const { units } = nursery.settings;
  const many = Math.min(count, state.counts.sprouted);
  return (
    <li className="flex flex-wrap items-start gap-x-6 gap-y-3 border-t border-line py-3">
      <div className="min-w-0 grow basis-64">
        <p>
          <Link to={`/batch/${batch.code}`} className="mr-3 underline-offset-4 hover:underline">
            <Tag code={batch.code} />
          </Link>
          <b className="font-[560]">{species.common[0]}</b>
        </p>
        <p className="mt-1 text-[0.97rem]">
          {onTop
            ? say('onTheSurface')
            : say('coverDepth', {
                from: showQuantity(depth.from, 'length_mm', units, 2),
                to: showQuantity(depth.to, 'length_mm', units, 2),
              })}
        </p>
        <div className="mt-2 flex flex-wrap items-end gap-4">
          <Stepper label={say('sproutsNow')} value={many} most={state.counts.sprouted} onChange={setCount} />
          <label className="text-[0.95rem] text-ink2" htmlFor={`into-${batch.code}`}>
            {say('intoA')}{' '}
            <ContainerSelect
              id={`into-${batch.code}`}
              className="max-w-44"
              into={into}
              choose={(next) => choose({ ...next, each: into.each })}
            />
          </label>
          <Stepper label={say('toEach')} value={into.each} least={1} most={9} onChange={(each) => choose({ ...into, each })} />
          <button type="button" className="action" onClick={() => record(batch, recordPotted(state, many, into.each, today, newId))}>
            {say('potted', { count: many })}
          </button>
        </div>
        {into.each > 1 && <p className="mt-1 text-[0.95rem] text-ink2">{say('thinToOne', { off: many - Math.ceil(many / into.each) })}</p>}
        <Problem>{problem}</Problem>
      </div>
      <SeedDepth seed={species.seed} depth={depth} />
    </li>
  );
}
