import type { Nursery } from '@chill/model/nursery.ts';
import type { Place } from '@chill/model/place.ts';
import type { Species } from '@chill/model/species.ts';
import { jeffreys } from '../chance/shares.ts';
import type { Proposal } from '../methods/proposal.ts';
import { propose } from '../methods/propose.ts';
import { methodsToWeigh } from '../methods/schools.ts';

const place = (kind: Place['kind'], nominal_C: number): Place => ({ id: kind, name: kind, kind, nominal_C, capacity: 24, order: 1 });

/** Every plan of a species with a fridge and a mat at these temperatures, °C. */
export const plansAt = (species: Species, nursery: Nursery, fridge_C: number, mat_C: number): Proposal[] =>
  methodsToWeigh(species).methods.map(({ method, workedOut }) => {
    const places = [place('fridge', fridge_C), place('mat', mat_C), place('bench', 17), place('freezer', -18), place('outdoors', 8)];
    const wish = { plants: 40, confidence: 0.9, timing: { by: 'frostRisk', risk: 0.1 } } as const;
    return propose(method, { species, viable: jeffreys(17, 20), available: 400, wish, nursery, places, today: '2026-10-01' }, workedOut);
  });

const isShare = (one: number) => one >= 0 && one <= 1 + 1e-9;
const isDay = (day: string) => /^\d{4}-\d\d-\d\d$/.test(day);

/** What of a plan cannot be: not a number, below nothing, over everything, upside down. */
export function unsound({
  expected,
  chance,
  share,
  prospect,
  chain,
  stages,
  dates,
  effort,
  resolved,
  seeds,
  starting,
}: Proposal): unknown[] {
  const { window, ...days } = dates;
  return [
    ...(expected.low >= 0 && expected.low <= expected.high && expected.high <= starting ? [] : [expected]),
    ...[chance, share, ...Object.values(chain), ...prospect.shares].filter((one) => !isShare(one)),
    ...prospect.shares.filter((one, i) => i > 0 && one < (prospect.shares[i - 1] as number) - 1e-9),
    ...resolved.flatMap(({ curve }) => (curve ? [...curve.released, ...curve.survives].filter((one) => !isShare(one)) : [])),
    ...stages.filter(({ start, end }) => !isDay(start) || !isDay(end) || start > end),
    ...[...Object.values(days), window?.from, window?.to].filter((day) => day !== undefined && !isDay(day)),
    ...Object.values(effort).filter((one) => typeof one === 'number' && !(one >= 0)),
    ...(seeds === undefined || seeds >= 40 ? [] : [seeds]),
  ];
}
