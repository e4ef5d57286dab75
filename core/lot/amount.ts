import { type Refusal, refusal } from '@chill/model/refusal.ts';
import type { SeedForm } from '@chill/model/species.ts';
import { figureMarks } from '@chill/words/language.ts';
import { say } from '@chill/words/seedForm.ts';
import { seedVolume_mL } from '../mix/laying.ts';
import { isForeignCount, type NumberFormat, readCount } from '../units/number.ts';
import { parseQuantity, type Quantity } from '../units/quantities.ts';

/** Seeds as somebody has them: counted, or estimated from what was said of them, with the range that they probably lie in, 8 times in 10. */
export interface Amount {
  seeds: number;
  /** Absent where they were counted. */
  range?: { low: number; high: number };
  /** What would make the number surer; absent where it was counted. */
  from: 'count' | 'about' | 'weight' | 'volume' | 'packet';
}

/** How far each estimate may be off, as a factor either way. Assumptions; a count or a weighed sample replaces them. */
const OFF_BY: Record<Exclude<Amount['from'], 'count'>, number> = {
  about: 1.2,
  // Lots of one species differ in the mass of a seed by about a quarter.
  weight: 1.28,
  // To that comes how closely seed lies.
  volume: 1.6,
  packet: 3,
};
/** A packet holds about two grams, and from twenty to two hundred seeds. Assumption. */
const PACKET_G = 2;
const PACKET_LEAST = 20;
const PACKET_MOST = 200;
const SPOKEN: Record<string, string> = {
  half: '1/2',
  quarter: '1/4',
  a: '1',
  an: '1',
  one: '1',
  two: '2',
  three: '3',
  four: '4',
  five: '5',
};

/**
 * Reads how much seed there is as people have it: `1,250`, `about 300`, `~300`, `a dozen`, `2 g`, `1/4 oz`, `half a cup`, `a packet`, `2 packets`. Masses and
 * volumes become seeds by the species' own measures: without a species they are refused. Estimates are rounded to what can be known of them.
 */
export function readAmount(text: string, seed: SeedForm | undefined, numbers: NumberFormat = figureMarks()): Amount | Refusal {
  const typed = text
    .trim()
    .toLowerCase()
    .replace(/\s+/g, ' ')
    .replace(/ ?(seeds?|nuts?|acorns?)$/, '');
  const about = /^(?:about|around|roughly|approx\.?|approximately|ca\.?|circa|~|≈) ?(.+)$/.exec(typed);
  const said = about?.[1] ?? typed;
  const dozen = /^(a|one|two|three|four|five|\d+) dozen$/.exec(said);
  const count = dozen ? 12 * Number(SPOKEN[dozen[1] as string] ?? dozen[1]) : readCount(said, numbers);
  if (count !== undefined) return about ? estimated(count, 'about') : { seeds: count, from: 'count' };
  if (isForeignCount(said, numbers)) return refusal(say.of('thousandOrOne', { typed: said }), 'seeds');
  const packets = /^(?:(a|one|two|three|four|five|\d+) ?)?(?:packets?|packs?|pkts?)$/.exec(said);
  const measure = said.replace(/^(half|quarter|an?|one|two|three|four|five)(?: of)?(?: an?)? /, (_, word) => `${SPOKEN[word]} `);
  const asked = packets ? 'packet' : measured(measure, numbers);
  if (!asked) return refusal(say.of('howMuchSeed', { typed: text.trim() }), 'seeds');
  if (!seed) return refusal(say.of('chooseSpeciesFirst', { typed: text.trim() }), 'seeds');
  const one_g = seed.thousandSeeds_g / 1000;
  if (asked === 'packet') {
    const each = Math.min(PACKET_MOST, Math.max(PACKET_LEAST, PACKET_G / one_g));
    return estimated(Number(SPOKEN[packets?.[1] ?? 'a'] ?? packets?.[1]) * each, 'packet');
  }
  const seeds = asked.quantity === 'mass_g' ? asked.value / one_g : asked.value / seedVolume_mL(1, seed);
  if (seeds < 0.5) return refusal(say.of('lessThanOneSeed', { typed: text.trim() }), 'seeds');
  return estimated(seeds, asked.quantity === 'mass_g' ? 'weight' : 'volume');
}

function measured(text: string, numbers: NumberFormat): { quantity: Quantity; value: number } | undefined {
  for (const quantity of ['mass_g', 'volume_mL'] as const) {
    const parsed = parseQuantity(text, quantity, undefined, numbers);
    if (parsed.ok && parsed.value > 0) return { quantity, value: parsed.value };
  }
  return undefined;
}

function estimated(seeds: number, from: Exclude<Amount['from'], 'count'>): Amount {
  const factor = OFF_BY[from];
  return {
    seeds: from === 'about' ? seeds : rounded(seeds, seeds < 1000 ? 2 : 3),
    range: { low: rounded(seeds / factor, 2), high: rounded(seeds * factor, 2) },
    from,
  };
}

/** To so many figures, and at least one seed. */
function rounded(seeds: number, figures: number): number {
  return Math.max(1, Number(Math.round(seeds).toPrecision(figures)));
}
