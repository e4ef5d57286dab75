import type { Units } from '@chill/model/nursery.ts';
import { say } from '@chill/words/units.ts';

const TSP_ML = 4.92892159375;
const TBSP_ML = 3 * TSP_ML;
const CUP_ML = 16 * TBSP_ML;
const GALLON_ML = 16 * CUP_ML;
const LITRE_ML = 1000;

const QUARTERS = ['', '¼', '½', '¾'];

/** A volume as one measures it out at a bench: a spoon, a cup, a measuring jug; rounded to what such a measure shows. */
export function inMeasures(volume_mL: number, volume: Units['volume']): { figure: string; unit: string } {
  const sign = volume_mL < 0 ? '−' : '';
  const size = Math.abs(volume_mL);
  const { figure, unit } = volume === 'mL' ? metric(size) : spoons(size);
  return { figure: `${sign}${figure}`, unit };
}

function metric(size: number): { figure: string; unit: string } {
  if (size === 0) return { figure: '0', unit: 'mL' };
  if (size < 0.1) return { figure: say('lessThan01'), unit: 'mL' };
  // Litres are told to a tenth, what fits a jug to the next line of it, a syringe's to a tenth.
  if (size >= 2 * LITRE_ML) return { figure: String(Math.round(size / 100) / 10), unit: 'L' };
  const step = size >= 200 ? 10 : size >= 50 ? 5 : size >= 10 ? 1 : 0.1;
  return { figure: String(Number((Math.round(size / step) * step).toFixed(1))), unit: 'mL' };
}

function spoons(size: number): { figure: string; unit: string } {
  if (size === 0) return { figure: '0', unit: 'tsp' };
  if (size < TSP_ML / 8) return { figure: say('lessThan'), unit: 'tsp' };
  if (size < 0.96 * TBSP_ML) return quarters(size / TSP_ML, 'tsp', 'tsp');
  if (size < 0.24 * CUP_ML) return quarters(Math.round((2 * size) / TBSP_ML) / 2, 'tbsp', 'tbsp');
  if (size < CUP_ML) {
    const [, figure] = nearest(size / CUP_ML);
    return { figure, unit: 'cup' };
  }
  if (size < 0.97 * GALLON_ML) return quarters(size / CUP_ML, 'cup', 'cups');
  return { figure: String(Math.round((10 * size) / GALLON_ML) / 10), unit: 'gal' };
}

/** The cups of a set of measuring cups that hold less than one. */
const PARTS_OF_A_CUP: [number, string][] = [
  [1 / 4, '¼'],
  [1 / 3, '⅓'],
  [1 / 2, '½'],
  [2 / 3, '⅔'],
  [3 / 4, '¾'],
  [1, '1'],
];

function nearest(cups: number): [number, string] {
  return PARTS_OF_A_CUP.reduce((best, one) => (Math.abs(one[0] - cups) < Math.abs(best[0] - cups) ? one : best));
}

/** To the quarter, as measuring spoons and cups come. */
function quarters(amount: number, one: string, many: string): { figure: string; unit: string } {
  const count = Math.max(1, Math.round(4 * amount));
  const whole = Math.floor(count / 4);
  return { figure: `${whole || ''}${QUARTERS[count % 4]}`, unit: count <= 4 ? one : many };
}
