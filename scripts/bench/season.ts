import { asModel } from '../../core/planning/asModel.ts';
import { layOut } from '../../core/planning/candidates.ts';
import { Improving } from '../../core/planning/improving.ts';
import { loadHighs } from '../../core/planning/loadHighs.ts';
import { gapOf, solve } from '../../core/planning/solve.ts';
import { busySeason } from './busySeason.ts';
import { clocked, say } from './say.ts';

const GAP = 0.02;
const LIMIT_S = 20;

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
