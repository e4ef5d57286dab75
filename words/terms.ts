import { say } from './glossary.ts';

/** The terms that the glossary explains, by their British names. */
export const TERMS = [
  'afterRipening',
  'bagCode',
  'batch',
  'chillDay',
  'coldStratification',
  'control',
  'cutTest',
  'dampingOff',
  'dormancy',
  'embryo',
  'emergence',
  'flat',
  'floatTest',
  'freezeThaw',
  'germination',
  'hardeningOff',
  'heatPulse',
  'hotWaterSoak',
  'imbibition',
  'medium',
  'method',
  'orthodox',
  'physicalDormancy',
  'physiologicalDormancy',
  'place',
  'plug',
  'prickingOut',
  'pureLiveSeed',
  'purity',
  'ready',
  'recalcitrant',
  'round',
  'scarification',
  'seedLot',
  'smokeWater',
  'stage',
  'takeOutDay',
  'takeOutWindow',
  'thermalTime',
  'thinning',
  'towelTest',
  'viability',
  'warmStratification',
] as const;
export type Term = (typeof TERMS)[number];

/** What a term is called, and what it means in a sentence or two. */
export function explained(term: Term): { name: string; means: string } {
  return { name: say(term), means: say(`${term}Means`) };
}
