import { execFileSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { randomFrom } from '../../core/chance/random.ts';
import { chillBetween, sumChill } from '../../core/chill/measured.ts';
import { COLD_RESPONSE } from '../../core/kinds/responses.ts';
import { makeWinters } from '../../core/winter/winters.ts';
import { NURSERY } from '../../server/testing.ts';
import { logged } from '../../sim/temperatures.ts';
import { clocked, quantile, say } from './say.ts';

const WINTERS = 1000;
const DAYS = 200;
const RUNS = 15;
const READINGS = 1_000_000;
const BATCHES = 40;

/** The same climate as in winters.c. */
const season = (day: number) => Math.cos((2 * Math.PI * (day - 200)) / 365);
const CLIMATE = {
  min_C: Float64Array.from({ length: 365 }, (_, day) => 2.5 + 8.5 * season(day)),
  max_C: Float64Array.from({ length: 365 }, (_, day) => 15 + 13 * season(day)),
  sd_C: new Float64Array(365).fill(3.8),
};

/** A thousand winters by the hour, against the same loop in C, where this machine has a compiler. */
export async function benchWinters(): Promise<void> {
  const floor = wintersInC();
  if (floor === undefined) return console.log('no C compiler here: the winters are not measured');
  const runs: number[] = [];
  for (let run = 0; run < RUNS; run++)
    runs.push(
      await clocked(() =>
        makeWinters({
          climate: CLIMATE,
          start: 300,
          days: DAYS,
          winters: WINTERS,
          responses: [COLD_RESPONSE],
          random: randomFrom(`run ${run}`),
        }),
      ),
    );
  say('1,000 winters of 200 days by the hour / the same loop in C -O3', quantile(runs.slice(5), 0.5) / floor, 2, '×');
}

function wintersInC(): number | undefined {
  const source = fileURLToPath(new URL('winters.c', import.meta.url));
  const program = join(mkdtempSync(join(tmpdir(), 'chill-bench-')), 'winters');
  try {
    execFileSync('cc', ['-O3', '-o', program, source, '-lm'], { stdio: 'ignore' });
  } catch {
    return undefined;
  }
  const said = execFileSync(program, { stdio: ['ignore', 'pipe', 'ignore'] }).toString();
  return quantile(said.trim().split('\n').map(Number), 0.5);
}

/** Chill of forty batches in a fridge with a million readings, against one bare pass over them. */
export async function benchChill(): Promise<void> {
  const fridge = { name: 'Fridge', kind: 'fridge', nominal_C: 4 } as const;
  // A month of the simulated fridge by the minute, over and over.
  const month = logged(fridge, 0, 30 * 86_400_000, { nursery: NURSERY }).celsius;
  const at_ms = Float64Array.from({ length: READINGS }, (_, i) => i * 60_000);
  const celsius = Float64Array.from({ length: READINGS }, (_, i) => month[Math.floor(i / 10) % month.length] as number);
  const end = at_ms[READINGS - 1] as number;
  let sum = 0;
  const bare = () => {
    sum += barePass(at_ms, celsius);
  };
  const chill = () => {
    const all = sumChill({ at_ms, celsius }, 4);
    for (let batch = 0; batch < BATCHES; batch++) sum += chillBetween(all, (end / 100) * batch, end - (end / 200) * batch).days;
  };
  const [floors, runs]: [number[], number[]] = [[], []];
  for (let run = 0; run < RUNS * 2; run++) {
    floors.push(await clocked(bare));
    runs.push(await clocked(chill));
  }
  if (!(sum > 0)) throw new Error('The bare pass did nothing.');
  say('chill of 40 batches over 1,000,000 readings / one bare pass', quantile(runs.slice(10), 0.5) / quantile(floors, 0.05), 3, '×');
}

/** One pass over the readings: each temperature by the time since the one before. */
function barePass(at_ms: Float64Array, celsius: Float64Array): number {
  let all = 0;
  for (let i = 1; i < at_ms.length; i++) all += (celsius[i] as number) * ((at_ms[i] as number) - (at_ms[i - 1] as number));
  return all;
}
