import { addDays } from '../../core/calendar/dates.ts';
import { startingPlaces } from '../../core/kinds/places.ts';
import { planFrom, propose } from '../../core/methods/propose.ts';
import { findMethod } from '../../core/methods/schools.ts';
import { project } from '../../core/schedule/project.ts';
import { waitOrStop } from '../../core/schedule/waitOrStop.ts';
import type { Batch } from '../../model/batch.ts';
import type { LedgerEvent } from '../../model/event.ts';
import type { Lot } from '../../model/lot.ts';
import type { Species } from '../../model/species.ts';
import { handbook, NURSERY, TODAY, uuid } from '../../server/testing.ts';
import { clocked, quantile, say } from './say.ts';

const TOWELS = 60;
/** Points of the grid, days ahead, choices, a second cold's lengths, outcomes of cutting: what must be gone through once whatever is weighed. */
const GRID = 23 * 15;
const AHEAD = 21;
const CURES = 3;
const LENGTHS = 50;
const OUTCOMES = 32;

/** A larch on the warm towel for a fortnight, with four counts. */
function towel(species: Species, places: ReturnType<typeof startingPlaces>): Batch {
  const wish = { plants: 20, confidence: 0.9, timing: { by: 'startOn', date: TODAY } } as const;
  const request = { species, viable: { alpha: 15.5, beta: 5.5 }, available: 60, wish, nursery: NURSERY, places, today: TODAY };
  const plan = planFrom(propose(findMethod(species, 'towel-in-fridge') as Species['ways'][number], request), wish, 60);
  const warm = plan.stages.findIndex(({ kind }) => kind === 'warmTowel');
  const since = plan.stages[warm]?.start as string;
  const said: object[] = plan.stages
    .slice(0, warm + 1)
    .flatMap(({ start, placeId, end }, stage) => [
      { on: start, kind: 'stageStarted', stage, placeId },
      ...(stage < warm ? [{ on: end, kind: 'stageFinished', stage, moves: [] }] : []),
    ]);
  for (const [days, count] of [
    [6, 2],
    [9, 4],
    [12, 3],
    [14, 1],
  ] as const)
    said.push({ on: addDays(since, days), kind: 'checked', moves: [{ from: 'waiting', to: 'sprouted', count }] });
  const id = uuid();
  const events = said.map((event, i) => ({ id: uuid(), batchId: id, version: i + 1, recordedAt: '', ...event }) as LedgerEvent);
  return { id, lotId: uuid(), code: '7QK', speciesId: species.id, madeOn: TODAY, plan, events };
}

/** Wait or stop, against one bare pass over the same grid: every chance that must be known made once, every mean that must be taken taken once. */
export async function benchWaiting(): Promise<void> {
  const species = handbook.find(({ id }) => id === 'larix-occidentalis') as Species;
  const places = startingPlaces(uuid);
  const lot: Pick<Lot, 'soundness' | 'provenance'> = {
    soundness: { kind: 'tested', tested: 20, sound: 15 },
    provenance: { kind: 'collected', place: 'a bank', on: TODAY },
  };
  const batches = Array.from({ length: TOWELS }, () => towel(species, places));
  const today = addDays(batches[0]?.events.at(-1)?.on as string, 1);
  const situation = { species, lot, places, nursery: { ...NURSERY, timeZone: 'UTC' }, today };
  const weigh = () => batches.map((batch) => waitOrStop(batch, project({ ...batch, events: [...batch.events] }, situation), situation));
  const bare = () => batches.map(barePass);
  for (let i = 0; i < 3; i++) {
    weigh();
    bare();
  }
  const [ours, floor]: [number[], number[]] = [[], []];
  for (let i = 0; i < 7; i++) {
    floor.push(await clocked(bare));
    ours.push(await clocked(weigh));
  }
  say('60 towels read and every choice weighed / a bare pass over the grid', quantile(ours, 0.5) / quantile(floor, 0.5), 3, '×');
  say('one towel with every choice', quantile(ours, 0.5) / TOWELS, 20, 'ms');
}

let kept = 0;
function barePass(): void {
  const weights = new Float64Array(GRID).fill(1 / GRID);
  const chances = Array.from({ length: AHEAD * (1 + 2 * CURES) + LENGTHS }, (_, k) => {
    const made = new Float64Array(GRID);
    const by = Float64Array.from({ length: 15 }, (_, j) => 1 / (1 + Math.exp(-(k - j) / 9)));
    for (let i = 0; i < GRID; i++) {
      const share = ((i / 15) | 0) / 23;
      made[i] = (share * (by[i % 15] as number)) / (1 + share);
    }
    return made;
  });
  const mean = (of: Float64Array) => {
    let sum = 0;
    for (let i = 0; i < GRID; i++) sum += (weights[i] as number) * (of[i] as number);
    return sum;
  };
  for (const one of chances) kept += mean(one);
  for (let outcome = 0; outcome < OUTCOMES; outcome++)
    for (let k = 0; k < AHEAD * (1 + CURES) + CURES; k++) kept += mean(chances[k] as Float64Array);
  if (!(kept > 0)) throw new Error('Nothing was passed over.');
}
