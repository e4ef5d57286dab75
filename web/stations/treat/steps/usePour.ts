import { boilingPoint_C } from '@chill/core/heat/boiling.ts';
import { firstThatFits, fits, hotDoseOf, pourVolume_mL, readDose, TO_SPARE, waterFor_mL } from '@chill/core/heat/dose.ts';
import { pourFault } from '@chill/core/heat/pourFault.ts';
import { coolingOf, FRIDGE_SEED_C, pourFor, WARMED_VESSEL_C } from '@chill/core/heat/pourOver.ts';
import { countIn } from '@chill/core/ledger/states.ts';
import { seedMass_g, seedVolume_mL } from '@chill/core/mix/laying.ts';
import { type Refusal, refusal } from '@chill/model/refusal.ts';
import type { Pour, VesselKind, VesselMaterial } from '@chill/model/treatment.ts';
import { spoken } from '@chill/words/subject.ts';
import { say } from '@chill/words/treat.ts';
import { useState } from 'react';
import { useStored } from '../../../browser/stored.ts';
import { type BatchView, useNursery } from '../../../data/nursery.ts';

/** A kettle loses this much on the way to the bench, °C. Assumption. */
const OFF_THE_BOIL_C = 1;

/** The vessel is remembered from one batch to the next. */
export interface Vessel {
  vessel_g: number;
  material: VesselMaterial;
  kind: VesselKind;
  air_C: number;
  /** Rinsed with boiling water first; and seed that comes from the fridge. */
  warmed?: boolean;
  cold?: boolean;
}

/** What most kitchens have, the handiest first; a grower's own is remembered. Masses are usual ones. */
const USUAL: Vessel[] = [
  { vessel_g: 350, material: 'ceramic', kind: 'mug', air_C: 18 },
  { vessel_g: 450, material: 'glass', kind: 'lidded', air_C: 18 },
  { vessel_g: 900, material: 'ceramic', kind: 'bowl', air_C: 18 },
];

/** What is typed but is no figure. */
function unreadIn(airRead: boolean, pour_C: number | undefined): Refusal | undefined {
  if (!airRead) return refusal(say.of('howWarmAir'), 'air_C');
  return pour_C === undefined ? refusal(say.of('howHotIsThePour'), 'pour_C') : undefined;
}

/**
 * A pour as it is being put together: what the seed's dose asks for here, what the grower has typed instead, and what comes of it. Water and heat are
 * advised, and advised anew as the rest changes, until somebody types them.
 */
export function usePour(view: BatchView) {
  const { nursery } = useNursery();
  const { species, projection } = view;
  const seeds = countIn(projection.state.counts, ['waiting', 'swollen']);
  const dose = hotDoseOf(species);
  const boils_C = boilingPoint_C(nursery.elevation_m);
  const usual_g = Math.round(seedMass_g(seeds, species.seed) * 10) / 10;
  const seed_mL = seedVolume_mL(seeds, species.seed);
  const [seed_g, setSeed] = useState<number | undefined>(usual_g);
  const fitting = firstThatFits(USUAL, dose, boils_C - OFF_THE_BOIL_C, { seed_g: usual_g, seed_mL });
  const [vessel, setVessel] = useStored<Vessel>('chill.vessel', fitting);
  const [airRead, setAirRead] = useState(true);
  // What is typed, even where it is no figure, and what was advised when it was.
  const [typedWater, typeWater] = useState<{ mL: number | undefined; advised: string }>();
  const [typedPour, typePour] = useState<{ celsius: number | undefined; advised: string }>();

  const { warmed, cold, ...rest } = vessel;
  const starts = { ...(warmed && { vessel_C: WARMED_VESSEL_C }), ...(cold && { seed_C: FRIDGE_SEED_C }) };
  const suggested = waterFor_mL(dose, boils_C - OFF_THE_BOIL_C, { ...rest, ...starts, seed_g: seed_g ?? 0 }, seed_mL);
  const water_mL = typedWater ? typedWater.mL : (suggested ?? pourVolume_mL(seed_mL));
  const before = { water_mL: water_mL ?? 0, seed_g: seed_g ?? -1, ...rest, ...starts, elevation_m: nursery.elevation_m };
  const advice =
    water_mL && seed_g !== undefined && vessel.vessel_g > 0 ? pourFor(dose.minutes * TO_SPARE, dose.above_C, before) : undefined;
  const advised_C = advice && 'pour_C' in advice ? Math.min(boils_C, Math.ceil(advice.pour_C)) : boils_C;
  const pour_C = typedPour ? typedPour.celsius : advised_C;
  const pour: Pour = { ...before, pour_C: pour_C ?? Number.NaN, above_C: dose.above_C, minutes: dose.minutes };
  const fault = unreadIn(airRead, pour_C) ?? pourFault(pour);
  const cooling = fault ? undefined : coolingOf(pour);
  const fields = { water: typedWater?.advised ?? `${water_mL} mL`, pour: typedPour?.advised ?? `${Math.round(advised_C)} °C` };

  return {
    dose,
    boils_C,
    vessel,
    seed_g,
    water_mL,
    pour_C,
    pour,
    /** What the fields of water and heat are known by: as long as nobody types in them they are filled anew with each advice. */
    fields,
    /** Why no pour here gives the dose. */
    unreachable: advice && 'unreachable' in advice ? advice.unreachable : undefined,
    overflows: water_mL !== undefined && !fits(vessel.kind, water_mL, seed_mL),
    cooling,
    reading: cooling && readDose(cooling, dose.above_C, dose.minutes, 0),
    faulty: fault !== undefined,
    /** What is wrong at a field of the pour. */
    fault: (field: string) => (fault?.field === field ? spoken(fault.reason) : undefined),
    setSeed,
    setVessel: (part: Partial<Vessel>) => setVessel({ ...vessel, ...part }),
    setAir(air_C: number | undefined) {
      setAirRead(air_C !== undefined);
      if (air_C !== undefined) setVessel({ ...vessel, air_C });
    },
    setWater: (mL: number | undefined) => typeWater({ mL, advised: fields.water }),
    setPour: (celsius: number | undefined) => typePour({ celsius, advised: fields.pour }),
  };
}

export type PourInHand = ReturnType<typeof usePour>;
