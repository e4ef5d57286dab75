import { pieceOf } from '@chill/core/kinds/media.ts';
import { STAGES } from '@chill/core/kinds/stages.ts';
import { valueName } from '@chill/core/kinds/values.ts';
import { countIn } from '@chill/core/ledger/states.ts';
import { area_dm2, containerOf, containersFor, growsAlone } from '@chill/core/mix/containers.ts';
import { carrierFor } from '@chill/core/mix/density.ts';
import { sownWithMedium } from '@chill/core/mix/laying.ts';
import type { MixPart } from '@chill/core/mix/water.ts';
import { sessionFor, USUAL_RECIPE } from '@chill/core/pots/potting.ts';
import { DUST_MG } from '@chill/core/sowing/depth.ts';
import { gritOver, isNut, rootsOf } from '@chill/core/sowing/sown.ts';
import { showQuantity, volumeBothWays, volumeOtherWay } from '@chill/core/units/quantities.ts';
import type { Sowing } from '@chill/model/container.ts';
import { allOf } from '@chill/words/lists.ts';
import { say as ofPots } from '@chill/words/pots.ts';
import { say } from '@chill/words/sowing.ts';
import { toBeSown } from '../../../data/bench.ts';
import { type BatchView, useNursery } from '../../../data/nursery.ts';
import { DoseSheet } from '../../../parts/DoseSheet.tsx';
import { SownSection, TrayFromAbove } from '../../../parts/SownDrawing.tsx';

/** Sown into containers: how many of them, how many seeds to each, how deep, drawn to scale; the mix, with that of whatever else is sown today; and what it wants outdoors. */
export function InContainers({ view, sowing }: { view: BatchView; sowing: Sowing }) {
  const { nursery, batches, today } = useNursery();
  const { units } = nursery.settings;
  const { batch, species, projection } = view;
  const seeds = countIn(projection.state.counts, ['waiting', 'swollen']);
  const into = containerOf(sowing);
  const { containers, trays } = containersFor(seeds, sowing);
  const session = sessionFor([{ ...sowing, sprouts: seeds }], USUAL_RECIPE);
  const open = into.shape === 'open';
  const stage = projection.stages[projection.state.stage];
  const volume = (mL: number) => showQuantity(mL, 'volume_mL', units, 0);
  const others = toBeSown({ batches, today }).filter(({ view: other }) => other.batch.id !== batch.id);
  const together =
    others.length > 0 &&
    sessionFor([{ ...sowing, sprouts: seeds }, ...others.map((one) => ({ ...one.sowing, sprouts: one.seeds }))], USUAL_RECIPE);
  const lay = batch.plan.method.stages.slice(0, projection.state.stage).find((one) => one.medium && pieceOf(one.medium) === 'tub');
  const medium = lay && sownWithMedium(seeds, species.seed, species.light === 'needs light');
  const carrier = species.seed.thousandSeeds_g < DUST_MG ? carrierFor(containers * area_dm2(into), seeds) : undefined;
  return (
    <>
      <DoseSheet
        figures={[
          {
            value: open ? containers : trays,
            unit: open ? say('ofContainer', { container: into.name }) : say('traysOf', { each: into.perTray }),
            of: open
              ? say('strewnOver', { seeds: Math.ceil(seeds / Math.max(1, containers)) })
              : say('intoContainers', { containers, container: into.name }),
          },
          { value: open ? seeds : sowing.each, unit: open ? say('seedsWord') : say('toEach'), of: howTo(sowing, view) },
          {
            value: sowing.cover_mm > 0 ? showQuantity(sowing.cover_mm, 'length_mm', units, 1) : '0',
            unit: sowing.cover_mm > 0 ? '' : 'mm',
            of: sowing.cover_mm > 0 ? say('coverOverSeed') : say('pressedOn'),
          },
        ]}
      />
      <div className="mt-5 flex flex-wrap items-start gap-x-8 gap-y-4">
        <SownSection container={into} cover_mm={sowing.cover_mm} seed={species.seed} />
        <div>
          <TrayFromAbove perTray={open ? 1 : into.perTray} each={sowing.each} filled={Math.min(containers, into.perTray)} />
          <p className="mt-1 text-[0.95rem] text-ink2">
            {say(trays === 1 ? 'theTray' : 'oneOfTrays', { trays })}{' '}
            {rootsOf(species) === 'tap' && say('roomForTapRoot', { depth: into.depth_mm })}
          </p>
        </div>
      </div>
      <h2 className="mt-5">{say('mixTitle', { litres: session.mix_L.toFixed(1) })}</h2>
      <p className="mt-1 flex flex-wrap gap-x-4">
        {(Object.entries(session.parts_L) as [MixPart, number][]).map(([part, litres]) => (
          <span key={part} className="whitespace-nowrap">
            <b className="font-mono">{litres.toFixed(1)} L</b> {valueName(part)}
          </span>
        ))}
        <span>{say('waterIntoMix', { water: volume(session.water_mL), other: volumeOtherWay(session.water_mL, units) })}</span>
      </p>
      {together && (
        <p className="mt-1 text-ink2">
          {say('oneMixForAll', {
            codes: allOf(others.map(({ view: other }) => other.batch.code)),
            litres: together.mix_L.toFixed(1),
            water: volume(together.water_mL),
          })}
        </p>
      )}
      {medium && (
        <p className="mt-2">
          {say('sowWithItsMedium', {
            volume: volumeBothWays(medium.mL, units),
            each: medium.toDm2_mL,
            area: Math.round(medium.area_dm2),
          })}
        </p>
      )}
      {!medium && carrier && (
        <p className="mt-2">
          {say('strewWithSand', { sand: volumeBothWays(carrier.sand_mL, units), each: Math.round(carrier.seeds_perMl) })}
        </p>
      )}
      <p className="mt-2 border-l-4 border-ink pl-3 text-[0.95rem]">{ofPots('dustCaution')}</p>
      {stage && STAGES[stage.kind].earns === 'winter' && <BeforeItGoesOut view={view} sowing={sowing} />}
    </>
  );
}

/** What a flat or pots want before a winter outdoors: grit, mesh, a label that lasts. */
function BeforeItGoesOut({ view: { species, projection }, sowing }: { view: BatchView; sowing: Sowing }) {
  const { units } = useNursery().nursery.settings;
  const { containers, trays } = containersFor(countIn(projection.state.counts, ['waiting', 'swollen']), sowing);
  const { depth_mm, mL } = gritOver(species, sowing, containers);
  return (
    <div className="mt-3">
      <h3>{say('beforeItGoesOut')}</h3>
      <ul className="list-disc pl-5">
        <li>
          {depth_mm > 0
            ? say('gritOnTop', { depth: showQuantity(depth_mm, 'length_mm', units), grit: volumeBothWays(mL, units) })
            : say('gritNever')}
        </li>
        <li>{say('meshOverAndUnder')}</li>
        <li>{say('labelForWinter', { count: growsAlone(sowing) ? trays : containers })}</li>
      </ul>
    </div>
  );
}

/** How the seed goes in: a pinch with sand, two and the better is kept, a nut on its side. */
function howTo(sowing: Sowing, { species }: BatchView): string {
  const { each } = sowing;
  if (!growsAlone(sowing)) return say('strewEvenly');
  if (isNut(species)) return say('nutOnItsSide');
  return each > 1 ? say('keepTheBest') : say('oneEach');
}
