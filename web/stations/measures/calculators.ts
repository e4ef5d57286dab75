import { boilingPoint_C } from '@chill/core/heat/boiling.ts';
import { pourFault } from '@chill/core/heat/pourFault.ts';
import { type Cooling, coolingOf, DOSE_ABOVE_C, minutesAbove, type PourOver, pourFor } from '@chill/core/heat/pourOver.ts';
import { type NamedValue, valueName } from '@chill/core/kinds/values.ts';
import { estimateSeeds } from '@chill/core/lot/count.ts';
import { dilute, parseDilution } from '@chill/core/mix/dilution.ts';
import {
  lengthFault,
  MEDIA,
  type MixPart,
  mediumWater_mL,
  mixFault,
  sowingDepth_mm,
  towelFault,
  towelWater_mL,
} from '@chill/core/mix/water.ts';
import type { Why } from '@chill/core/tell/explain.ts';
import { readNumber } from '@chill/core/units/number.ts';
import { parseQuantity, type Quantity, showQuantity, unitOf, volumeBothWays } from '@chill/core/units/quantities.ts';
import type { Units } from '@chill/model/nursery.ts';
import { type Outcome, type Refusal, refusal } from '@chill/model/refusal.ts';
import type { StageKind } from '@chill/model/stage.ts';
import { say } from '@chill/words/measures.ts';
import { wordedRows } from '@chill/words/tables.ts';

/** One thing that a calculator asks for. */
export interface Ask {
  key: string;
  label: string;
  /** A measure read with its unit, a bare number, words, or one of a few. */
  kind: Quantity | 'number' | 'text' | { options: readonly NamedValue[] };
  first: string;
}

/** What came out: figures with their units, and the reasons. */
export interface Measured {
  results: { name: string; value: string }[];
  why: Why;
  cooling?: Cooling & { above_C: number };
}

/** Where a measure is taken, and in which units it is shown. */
export interface Bench {
  units: Units;
  elevation_m: number;
}

export interface Calculator {
  name: string;
  /** The step of the craft that it measures for, whose caution stands beside it. */
  step?: StageKind;
  asks: (bench: Bench) => Ask[];
  calculate: (values: Record<string, number | string>, bench: Bench) => Measured | Refusal;
}

const MIXES: readonly MixPart[] = ['vermiculite', 'perlite', 'sand', 'loam', 'peat', 'coir'];
const QUANTITIES = ['temperature', 'length', 'volume', 'mass'] as const;
const QUANTITY_OF: Record<(typeof QUANTITIES)[number], Quantity> = {
  temperature: 'temperature_C',
  length: 'length_mm',
  volume: 'volume_mL',
  mass: 'mass_g',
};
const METRIC: Units = { temperature: 'C', length: 'mm', mass: 'g', volume: 'mL' };
const CUSTOMARY: Units = { temperature: 'F', length: 'in', mass: 'oz', volume: 'tsp' };

const why = (figure: string, rule: string, source: string, changes: string, inputs: Why['inputs'] = [], assumed = false): Why => ({
  figure,
  inputs,
  rule,
  source,
  assumed,
  changes,
});

/** The calculators of the drawer, in the order of their keys, 1 upwards. */
export const CALCULATORS: readonly Calculator[] = wordedRows(
  say,
  ['name'],
  [
    {
      name: 'units',
      asks: () => [
        { key: 'what', label: say('measure'), kind: { options: QUANTITIES }, first: 'volume' },
        { key: 'typed', label: say('typed'), kind: 'text', first: '2 tsp' },
      ],
      calculate: ({ what, typed }) => {
        const quantity = QUANTITY_OF[what as (typeof QUANTITIES)[number]];
        const read = parseQuantity(String(typed), quantity);
        if (!read.ok) return refusal(read.reason, 'typed');
        // Elsewhere a volume is rounded to what can be measured; who converts wants the figure.
        const metric = quantity === 'volume_mL' ? `${Number(read.value.toPrecision(4))} mL` : showQuantity(read.value, quantity, METRIC, 3);
        const customary = showQuantity(read.value, quantity, CUSTOMARY, 3);
        return {
          results: [
            { name: say('metric'), value: metric },
            { name: say('usCustomary'), value: customary },
          ],
          why: why(metric, say('ruleOfUnits'), say('sourceOfInch'), say('nothing')),
        };
      },
    },
    {
      name: 'dilution',
      step: 'disinfect',
      asks: ({ units }) => [
        { key: 'parts', label: say('say1314'), kind: 'text', first: '1 to 1' },
        { key: 'stock', label: say('bottleStrength'), kind: 'number', first: '3' },
        { key: 'total', label: say('makeAll'), kind: 'volume_mL', first: units.volume === 'tsp' ? '1 cup' : '250 mL' },
      ],
      calculate: ({ parts, stock, total }, { units }) => {
        const strength = Number(stock);
        if (!(strength > 0 && strength <= 100)) return refusal(say.of('strengthOutOfRange'), 'stock');
        const said = String(parts).trim();
        const wanted = /^\d+([.,]\d+)?\s*%?$/.test(said) ? readNumber(said.replace('%', ''), units.numbers)?.value : undefined;
        const parsed = wanted === undefined ? parseDilution(said, Number(total), units.numbers) : undefined;
        if (parsed && !parsed.ok) return refusal(parsed.reason, 'parts');
        if (!(Number(total) > 0)) return refusal(say.of('volumeAboveZero'), 'total');
        if (wanted !== undefined && !(wanted > 0)) return refusal(say.of('strengthOutOfRange'), 'parts');
        if (wanted !== undefined && wanted > strength) return refusal(say.of('waterOnlyWeakens'), 'parts');
        const { stock_mL, water_mL, part } = parsed?.ok ? parsed.value : dilute(strength, wanted as number, Number(total));
        return {
          results: [
            { name: say('fromBottle'), value: volumeBothWays(stock_mL, units) },
            { name: say('water'), value: volumeBothWays(water_mL, units) },
            { name: say('gives'), value: `${(strength * part).toFixed(2)} %` },
          ],
          why: why(`${(strength * part).toFixed(2)} %`, say('howDilutionsAreRead'), 'C₁V₁ = C₂V₂.', say('strongerBottleNeedsLess')),
        };
      },
    },
    {
      name: 'hotWaterSoak',
      step: 'hotWater',
      asks: ({ units }) => [
        { key: 'water', label: say('waterTitle'), kind: 'volume_mL', first: units.volume === 'tsp' ? '1 cup' : '250 mL' },
        { key: 'pour', label: say('poured'), kind: 'temperature_C', first: units.temperature === 'F' ? '195 F' : '90 C' },
        { key: 'seed', label: say('ontoSeedWeighing'), kind: 'mass_g', first: units.mass === 'oz' ? '1 oz' : '20 g' },
        { key: 'vessel', label: say('vesselWeighing'), kind: 'mass_g', first: units.mass === 'oz' ? '12 oz' : '350 g' },
        { key: 'material', label: say('made'), kind: { options: ['glass', 'steel', 'ceramic', 'plastic'] }, first: 'ceramic' },
        { key: 'shape', label: say('vessel'), kind: { options: ['bowl', 'mug', 'lidded', 'flask'] }, first: 'mug' },
        { key: 'air', label: say('air'), kind: 'temperature_C', first: units.temperature === 'F' ? '65 F' : '18 C' },
        { key: 'minutes', label: say('minutesAbove'), kind: 'number', first: '5' },
        { key: 'above', label: say('threshold'), kind: 'temperature_C', first: showQuantity(DOSE_ABOVE_C, 'temperature_C', units, 0) },
      ],
      calculate: (values, { units, elevation_m }) => {
        const pour: PourOver = {
          water_mL: Number(values.water),
          pour_C: Number(values.pour),
          seed_g: Number(values.seed),
          vessel_g: Number(values.vessel),
          material: values.material as PourOver['material'],
          kind: values.shape as PourOver['kind'],
          air_C: Number(values.air),
          elevation_m,
        };
        const fault = pourFault(pour);
        if (fault) return refusal(fault.reason, POUR_FIELDS[fault.field ?? ''] ?? 'water');
        if (!(Number(values.minutes) > 0)) return refusal(say.of('howManyMinutes'), 'minutes');
        const above_C = Number(values.above);
        if (above_C <= pour.air_C) return refusal(say.of('airItselfWarm'), 'above');
        const cooling = coolingOf(pour);
        const dose = minutesAbove(above_C, cooling);
        const advice = pourFor(Number(values.minutes), above_C, pour);
        const degrees = (value: number) => showQuantity(value, 'temperature_C', units);
        return {
          results: [
            { name: say('once'), value: degrees(cooling.start_C) },
            { name: say('above', { degrees: degrees(above_C) }), value: `${dose.toFixed(1)} min` },
            { name: say('minPour', { minutes: values.minutes }), value: 'pour_C' in advice ? degrees(advice.pour_C) : say('notHere') },
            { name: say('waterBoilsHere'), value: degrees(boilingPoint_C(elevation_m)) },
          ],
          cooling: { ...cooling, above_C },
          why: why(
            say('minutes', { dose: dose.toFixed(1) }),
            'unreachable' in advice ? `${say('ruleOfCooling')} ${advice.unreachable}` : say('ruleOfCooling'),
            say('sourcesOfCooling'),
            say('whatHoldsHeat'),
            [
              {
                name: say('fallsBy'),
                value: say('minute', { perMinute: (cooling.perMinute * 100).toFixed(1) }),
                from: say('vesselsKindAssumption'),
              },
            ],
            true,
          ),
        };
      },
    },
    {
      name: 'towelWater',
      asks: ({ units }) => [
        { key: 'length', label: say('towelLength'), kind: 'length_mm', first: units.length === 'in' ? '11 in' : '280 mm' },
        { key: 'width', label: say('width'), kind: 'length_mm', first: units.length === 'in' ? '11 in' : '280 mm' },
        { key: 'plies', label: say('plies'), kind: 'number', first: '2' },
        { key: 'seed', label: say('seed'), kind: 'mass_g', first: units.mass === 'oz' ? '0.2 oz' : '5 g' },
      ],
      calculate: ({ length, width, plies, seed }, { units }) => {
        const fault = towelFault(Number(length), Number(width), Number(plies));
        if (fault) return fault;
        const water = towelWater_mL(Number(length), Number(width), Number(plies), Number(seed));
        return {
          results: [{ name: say('water'), value: volumeBothWays(water, units) }],
          why: why(volumeBothWays(water, units), say('ruleOfTowels'), say('assumptionsOfTowels'), say('squeezeIt'), [], true),
        };
      },
    },
    {
      name: 'mediumWater',
      asks: ({ units }) => [
        ...[0, 1].flatMap((i): Ask[] => [
          {
            key: `part${i}`,
            label: i === 0 ? say('firstPart') : say('secondPart'),
            kind: { options: MIXES },
            first: MIXES[i === 0 ? 0 : 2] as string,
          },
          {
            key: `volume${i}`,
            label: say('volumeDry'),
            kind: 'volume_mL',
            first: i === 0 ? (units.volume === 'tsp' ? '2 cups' : '500 mL') : '0 mL',
          },
        ]),
        { key: 'seed', label: say('seed'), kind: 'mass_g', first: units.mass === 'oz' ? '0.2 oz' : '5 g' },
      ],
      calculate: (values, { units }) => {
        const parts: Partial<Record<MixPart, number>> = {};
        for (const i of [0, 1]) {
          const part = values[`part${i}`] as MixPart;
          parts[part] = (parts[part] ?? 0) + Number(values[`volume${i}`]);
        }
        const fault = mixFault(parts);
        if (fault) return refusal(fault.reason, 'volume0');
        const water = mediumWater_mL(parts, Number(values.seed));
        return {
          results: [{ name: say('water'), value: volumeBothWays(water, units) }],
          why: why(
            volumeBothWays(water, units),
            say('ruleOfMixes'),
            say('assumptionsOfMixes'),
            say('handfulGivesADrop'),
            (Object.keys(parts) as MixPart[]).map((part) => ({
              name: valueName(part),
              value: say('holds', { holds: MEDIA[part].holds }),
              from: `${MEDIA[part].density} kg/L`,
            })),
            true,
          ),
        };
      },
    },
    {
      name: 'seedsByWeight',
      asks: ({ units }) => [
        { key: 'lot', label: say('lotWeighs'), kind: 'mass_g', first: units.mass === 'oz' ? '3 oz' : '84 g' },
        { key: 'seeds', label: say('seedsCountedSample'), kind: 'number', first: '100' },
        { key: 'sample', label: say('whichWeighs'), kind: 'mass_g', first: units.mass === 'oz' ? '0.34 oz' : '9.5 g' },
      ],
      calculate: ({ lot, seeds, sample }, { units }) => {
        if (!(Number.isInteger(Number(seeds)) && Number(seeds) > 0)) return refusal(say.of('wholeNumberOfSeeds'), 'seeds');
        if (!(Number(sample) > 0)) return refusal(say.of('massAboveZero'), 'sample');
        const found = estimateSeeds({ by: 'weight', lot_g: Number(lot), samples: [{ seeds: Number(seeds), grams: Number(sample) }] });
        if (found && 'reason' in found) return refusal(found.reason, 'sample');
        const thousand = showQuantity(found?.thousandSeeds_g ?? 0, 'mass_g', units, 2);
        return {
          results: [
            { name: say('seeds'), value: String(found?.seeds) },
            { name: say('thousandWeigh'), value: thousand },
          ],
          why: why(
            say('seedsCount', { seeds: found?.seeds }),
            say('ruleOfCounting', { advice: found?.advice ?? '' }),
            say('sourceOfCounting'),
            say('samplesGiveRange'),
          ),
        };
      },
    },
    {
      name: 'sowingDepth',
      asks: ({ units }) => [
        { key: 'thickness', label: say('seedsLeastDimension'), kind: 'length_mm', first: units.length === 'in' ? '1/16 in' : '1.5 mm' },
        { key: 'light', label: say('seedLight'), kind: { options: ['indifferent', 'needs light'] }, first: 'indifferent' },
      ],
      calculate: ({ thickness, light }, { units }) => {
        const fault = lengthFault({ thickness: Number(thickness) });
        if (fault) return fault;
        const { from, to } = sowingDepth_mm(Number(thickness), light === 'needs light');
        const depth =
          to === 0
            ? say('surface')
            : say('to', { from: showQuantity(from, 'length_mm', units, 2), to: showQuantity(to, 'length_mm', units, 2) });
        return {
          results: [{ name: say('sow'), value: depth }],
          why: why(depth, say('ruleOfDepth'), say('tradesRule'), say('depthBySoil')),
        };
      },
    },
  ],
);

const POUR_FIELDS: Record<string, string> = { water_mL: 'water', pour_C: 'pour', seed_g: 'seed', vessel_g: 'vessel' };

/** Reads what is typed and calculates; the first thing that cannot be is told at its field. */
export function calculate(calculator: Calculator, typed: Record<string, string>, bench: Bench): Outcome<Measured> {
  const values: Record<string, number | string> = {};
  for (const { key, kind, first } of calculator.asks(bench)) {
    const text = typed[key] ?? first;
    if (kind === 'text' || typeof kind === 'object') values[key] = text;
    else if (kind === 'number') {
      const number = readNumber(text, bench.units.numbers)?.value;
      if (number === undefined) return refusal(say.of('giveNumber'), key);
      values[key] = number;
    } else {
      const read = parseQuantity(text, kind, unitOf(kind, bench.units), bench.units.numbers);
      if (!read.ok) return refusal(read.reason, key);
      if (kind !== 'temperature_C' && read.value < 0) return refusal(say.of('cannotBelowZero'), key);
      values[key] = read.value;
    }
  }
  const measured = calculator.calculate(values, bench);
  return 'reason' in measured ? measured : { ok: true, value: measured };
}
