import { shortDate } from '@chill/core/calendar/dates.ts';
import { cautionsOf } from '@chill/core/lot/cautions.ts';
import { viableShare } from '@chill/core/lot/viability.ts';
import { viableCount } from '@chill/core/lot/viableCount.ts';
import { lotInRequest, planFrom, type Request, weighMethods } from '@chill/core/methods/propose.ts';
import type { Wish } from '@chill/model/batch.ts';
import type { Viability } from '@chill/model/lot.ts';
import type { Species } from '@chill/model/species.ts';
import { Rich } from '@chill/words/rich.tsx';
import { say } from '@chill/words/seeds.ts';
import { useMemo } from 'react';
import { useAsPlanned } from '../../data/learned.ts';
import { asItStands, type LotView, useNursery } from '../../data/nursery.ts';
import { USUAL_PLANTS } from '../../data/useRequest.ts';
import { enlargement, SeedDrawing } from '../../parts/SeedDrawing.tsx';
import { asWritten, readViability } from './lotWriting.ts';

/** What is written in the form so far. */
interface Written {
  species: Species;
  /** The lot that is changed; absent for one that is added. */
  known: LotView | undefined;
  /** Seeds in stock, and how viable they are, as it is written. */
  seeds: number | undefined;
  viability: Viability | undefined;
}

/** Beside a lot’s form: the seed itself, to scale, what the entry means so far, why it sleeps, and what to beware of. */
export function LotAside({ species, known, seeds, viability }: Written) {
  return (
    <aside className="mt-8 desk:mt-14" aria-label={species.common[0]}>
      <SeedDrawing seed={species.seed} room={260} />
      <p className="mt-2 text-[0.95rem] text-ink2">
        {say('sizeScaleAndMass', {
          length: species.seed.length_mm,
          width: species.seed.width_mm,
          enlargement: enlargement(species.seed, 248),
          thousandSeeds: species.seed.thousandSeeds_g,
        })}
      </p>
      <InStock species={species} known={known} seeds={seeds} viability={viability} />
      <p className="mt-4 max-w-prose">{species.dormancy.why}</p>
      {cautionsOf(species).map((text) => (
        <p key={text} className="mt-4 max-w-prose border-l-4 border-alarm pl-3">
          {text}
        </p>
      ))}
    </aside>
  );
}

/** What the entry means so far: how many of the seeds are viable by what is known of that, and the plants that all of them would make. */
function InStock({ species: printed, known: lot, seeds, viability }: Written) {
  const { nursery, placesAsMeasured: places, rot, today } = useNursery();
  const species = useAsPlanned(printed, lot);
  const known = seeds && viability ? { seeds, viability } : undefined;
  const asked = JSON.stringify(known);
  // biome-ignore lint/correctness/useExhaustiveDependencies: weighed anew when what is written means something else.
  const makes = useMemo(() => known && whatItMakes(species, lot, known, { nursery, places, rot, today }), [species, lot, asked, today]);
  if (!known || !makes) return null;
  return (
    <div className="mt-4 max-w-prose text-lg" aria-live="polite">
      <p>
        <Rich
          say={say}
          of={makes.viable.byTest ? 'stockViableByTest' : 'viableInStock'}
          facts={{ unassigned: known.seeds, low: makes.viable.low, high: makes.viable.high }}
          parts={{ b: <b className="font-mono" /> }}
        />
      </p>
      <p className="mt-1">
        <Rich
          say={say}
          of="allOfItMakes"
          facts={{ ...makes.plants, method: makes.method, ready: shortDate(makes.ready, today) }}
          parts={{ b: <b className="font-mono" /> }}
        />
      </p>
    </div>
  );
}

/** What so many seeds of a species would make by the method that Plan begins with: one lot has one method and one day, wherever they are told. */
function whatItMakes(
  species: Species,
  lot: LotView | undefined,
  { seeds, viability }: { seeds: number; viability: Viability },
  here: Pick<Request, 'nursery' | 'places' | 'rot' | 'today'>,
) {
  const stands = lot && asItStands(lot);
  // Unless its viability is written anew, a lot is what its tests and its years have shown.
  const asIs = stands && JSON.stringify(viability) === JSON.stringify(readViability(asWritten(lot)));
  const brought = stands
    ? lotInRequest(asIs ? stands : { ...stands, viability: viability }, seeds, species, here.today)
    : { viable: viableShare(viability, species), available: seeds };
  const { viable } = brought;
  const { confidence, frostRisk: risk } = here.nursery.settings;
  const wish: Wish = { plants: USUAL_PLANTS, confidence, timing: { by: 'frostRisk', risk } };
  const [best] = weighMethods({ ...here, ...brought, species, wish }).offered;
  if (!best) return undefined;
  const { expects, stages } = planFrom(best, wish, seeds);
  return {
    viable: viableCount(asIs ? stands.viability : viability, viable, seeds, stands?.towelTests?.length ?? 0),
    plants: expects,
    method: best.method.name,
    ready: stages.at(-1)?.end ?? here.today,
  };
}
