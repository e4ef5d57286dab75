import { randomFrom } from '../../core/chance/random.ts';
import { asModel } from '../../core/planning/asModel.ts';
import { layOut } from '../../core/planning/candidates.ts';
import { Improving } from '../../core/planning/improving.ts';
import { loadHighs } from '../../core/planning/loadHighs.ts';
import type { Season } from '../../core/planning/season.ts';
import { gapOf, solve } from '../../core/planning/solve.ts';
import type { StockedLot } from '../../core/schedule/stocked.ts';
import type { Place } from '../../model/place.ts';
import { Priority } from '../../model/promise.ts';
import { handbook, NURSERY, TODAY } from '../../server/testing.ts';
import { clocked, say } from './say.ts';

const GAP = 0.02;
const LIMIT_S = 20;

/** Sixty promises of forty species, for four dates up to forty weeks on, and a nursery whose fridges and benches are too small for all of them. */
function busySeason(promises: number): Season {
  const random = randomFrom('busy season');
  const whole = (least: number, most: number) => least + Math.floor(random() * (most - least + 1));
  const place = (name: string, kind: Place['kind'], nominal_C: number, capacity: number, order: number): Place => ({
    ...{ id: name, name, kind, nominal_C, capacity, order },
  });
  const places = [
    ...[0, 1, 2].map((i) => place(`fridge ${i}`, 'fridge', 4 + i / 2, 24, i)),
    place('freezer', 'freezer', -18, 8, 4),
    ...[0, 1].map((i) => place(`mat ${i}`, 'mat', 22, 12, 5 + i)),
    ...[0, 1, 2, 3].map((i) => place(`bench ${i}`, 'bench', 17, 30, 7 + i)),
    ...[0, 1].map((i) => place(`frame ${i}`, 'outdoors', 2, 20, 11 + i)),
  ];
  const species = handbook.filter((_, i) => i % 3 === 0).slice(0, 40);
  const lots = species.map(
    (one, i): StockedLot => ({
      ...{ id: `lot ${i}`, code: `L${i}`, speciesId: one.id, unassigned: whole(200, 900) },
      soundness: { kind: 'tested', sound: whole(10, 19), tested: 20 },
      provenance: { kind: 'collected', place: 'North slope', on: '2026-08-01' },
    }),
  );
  const wanted = Array.from({ length: promises }, (_, i) => {
    const plants = whole(8, 45);
    const on = ['2027-05-30', '2027-06-10', '2027-06-25', '2027-08-07'][i % 4] as string;
    const priority = Priority.options[i % 3] as Priority;
    return {
      plants,
      promise: { id: `p${i}`, speciesId: species[i % species.length]?.id ?? '', plants, on, whom: `planting ${i}`, priority },
    };
  });
  return {
    ...{ today: TODAY, nursery: NURSERY, places, species, lots, stays: [], work: [], wanted },
    ...{ lotRule: 'oldest', pinned: [], without: [], withdraw: [] },
  };
}

/** Sixty promises over forty weeks in twelve places: the first plan, how good the best is proven to be, and the solver's time with all that is shown on the way against its time alone. */
export async function benchSeason(): Promise<void> {
  const season = busySeason(60);
  const first = await clocked(() => new Improving(layOut(season, true).problem).best);
  say('first plan of 60 promises, 40 weeks, 12 places', first / 1000, 1, 's');
  const { problem } = layOut(season);
  const improving = new Improving(problem);
  improving.improve(1500);
  const highs = await loadHighs();
  const start = improving.best.picked;
  let solved = { picked: start, cost: improving.best.cost, bound: 0 };
  const ours = await clocked(() => {
    solved = solve(highs, problem, { gap: GAP, limit_s: LIMIT_S, start, onward: () => undefined });
  });
  const choices = problem.rows.reduce((sum, row) => sum + row.choices.length, 0);
  say(`gap proven within ${LIMIT_S} s, of ${choices} choices`, 100 * gapOf(problem, solved), 2, '%');
  const { data } = asModel(problem);
  const bare = await clocked(() =>
    highs.withModel(data, (model) => {
      model.options.set({ output_flag: false, presolve: 'off', mip_rel_gap: GAP, time_limit: LIMIT_S });
      model.run();
    }),
  );
  say('season solved to 2 % / the same model given to the solver alone', ours / bare, 1.5, '×');
}
