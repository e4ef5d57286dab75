import { randomFrom } from '../../core/chance/random.ts';
import type { Look } from '../../core/results/compare.ts';
import { bootstrap, DEALT_AGAIN, fitSprouting, logLikelihoodOf, simplex } from '../../core/results/fit.ts';
import { judged } from '../../core/results/judged.ts';
import { learnSpecies } from '../../core/results/learned.ts';
import { drawnResults } from '../../e2e/benchFrames.ts';
import { loadHandbook } from '../../handbook/load.ts';
import type { LotTest } from '../../model/lot.ts';
import type { Outcome } from '../../model/outcome.ts';
import { clocked, say } from './say.ts';

const random = randomFrom('results');

/** Counts every other day of sixty seeds, of which some come. */
function looks(): Look[] {
  let left = 60;
  return Array.from({ length: 15 }, (_, i): Look => {
    const came = Math.min(left, Math.floor(random() * (i < 8 ? 9 : 2)));
    left -= came;
    return { day: 2 * i + 2, came, left };
  });
}

/** The likelihood of counts by a law, and nothing around it: what a fit costs at the very least. */
function bare(days: Float64Array, came: Float64Array, left: Float64Array, share: number, half: number, spread: number): number {
  let [sum, before] = [0, 0];
  for (let i = 0; i < days.length; i++) {
    const z = Math.log((days[i] as number) / half) / spread;
    // Abramowitz and Stegun 26.2.17.
    const t = 1 / (1 + 0.2316419 * Math.abs(z));
    const tail =
      0.3989422804 *
      Math.exp((-z * z) / 2) *
      t *
      (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
    const now = share * (z > 0 ? 1 - tail : tail);
    sum += (came[i] as number) * Math.log(Math.max(1e-300, (now - before) / (1 - before)));
    sum += (left[i] as number) * Math.log(Math.max(1e-300, (1 - now) / (1 - before)));
    before = now;
  }
  return sum;
}

/** Closed batches, so many of them, of every species of the handbook. */
export function outcomes(count: number): Outcome[] {
  const species = loadHandbook();
  return Array.from({ length: count }, (_, i): Outcome => {
    const { id, sprouting } = species[i % species.length] as (typeof species)[number];
    const visits = looks().map(({ day, came, left }) => ({ day, warmth: day * 18, came, left }));
    return {
      ...{
        batchId: `b${i}`,
        code: `B${i}`,
        speciesId: id,
        lotId: `l${i % 300}`,
        lotCode: `L${i % 300}`,
        madeOn: '2026-11-01',
        closedOn: '2027-06-01',
      },
      ...{
        method: { id: 'm', name: 'M' },
        seeds: 60,
        promised: { low: 10, high: 40 },
        went: { plants: 20, lostInPots: 6, neverSprouted: 34 },
      },
      ...{ stages: [], minutes: 30, believed: { able: 0.8, released: 0.9, sprouts: sprouting.share, establishes: 0.8 } },
      ...{
        treated: { kind: 'coldMoist', earned_days: 20 + 80 * random(), released: 0.9 },
        ...(i % 9 === 0 && i > 0 && { splitFrom: `b${i - 1}` }),
      },
      sprouting: {
        since: '2027-02-01',
        temperature_C: 20,
        seeds: 60,
        visits,
        expected: { low: 10, high: 50 },
        releasedAt: [0, 0, 0, 0, 0],
      },
    };
  });
}

/** Two thousand closed batches judged and learned from; a fit's ranges against the bare likelihood, evaluated as often. */
export async function benchResults(): Promise<void> {
  const all = outcomes(2000);
  const judging = await clocked(() => judged(all));
  say('2,000 closed batches judged', judging, 50, 'ms');
  const { drawn_ms, longest_ms } = await drawnResults(all, judged(all).length);
  say('the list of them first drawn', drawn_ms, 500, 'ms');
  say('longest task of the page meanwhile', longest_ms, 200, 'ms');
  const species = loadHandbook();
  const tests = species.flatMap(({ id }, i) =>
    Array.from(
      { length: 10 },
      (_, k): LotTest => ({ speciesId: id, lotId: `l${i}-${k}`, on: '2026-11-01', years: (k % 6) * random(), came: 14 + (k % 6), of: 20 }),
    ),
  );
  const learning = await clocked(() => species.map((one) => learnSpecies(one, all, [], tests)));
  say(
    `all that they and ${tests.length.toLocaleString('en-GB')} tests of lots show learned, on a thread of the server`,
    learning / 1000,
    10,
    's',
  );

  const counts = looks();
  let asked = 0;
  const cost = ([a, b, c]: readonly number[]) => {
    asked += 1;
    return -logLikelihoodOf(
      { share: 1 / (1 + Math.exp(-(a as number))), half_days: Math.exp(b as number), spread: Math.exp(c as number) },
      counts,
    );
  };
  simplex(cost, simplex(cost, [0.5, 2, -1], 0.4), 0.15);
  const columns = (pick: (look: Look) => number) => Float64Array.from(counts, pick);
  const [days, came, left] = [columns((one) => one.day), columns((one) => one.came), columns((one) => one.left)];
  const evaluations = asked * DEALT_AGAIN;
  const loop = async () => {
    let sum = 0;
    for (let i = 0; i < evaluations; i++) sum += bare(days, came, left, 0.5 + 0.4 * (i / evaluations), 8, 0.4);
    return sum;
  };
  const whole = async () => {
    fitSprouting(counts);
    const dealing = bootstrap(counts, 'bench');
    while (!dealing.next().done);
  };
  await loop();
  await whole();
  const floor = await clocked(loop);
  const fitting = await clocked(whole);
  say('a fit with its ranges / the bare likelihood as often', fitting / floor, 3, 'x');
}
