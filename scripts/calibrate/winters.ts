import { addDays } from '@chill/core/calendar/dates.ts';
import { randomFrom } from '@chill/core/chance/random.ts';
import { jeffreys } from '@chill/core/chance/shares.ts';
import { propose } from '@chill/core/methods/propose.ts';
import { methodsToWeigh } from '@chill/core/methods/schools.ts';
import { dayIn, yearOf } from '@chill/core/winter/climate.ts';
import { dailyClimate } from '@chill/core/winter/dailyClimate.ts';
import { followedFor, WinterCount } from '@chill/core/winter/enough.ts';
import type { Species } from '@chill/model/species.ts';
import { chanceFrom } from '@chill/sim/draws.ts';
import { drawTruth, LivingSeeds } from '@chill/sim/truth.ts';
import { weatherFrom } from '@chill/sim/weather.ts';
import { MONTHS, NURSERY, PLACES } from './nursery.ts';
import { type Line, ratioLine, Tally } from './tally.ts';

/** Winters outdoors of seed that wants warmth before its cold, sown from June to October: the plan's range, and what a thousand winters say. */
export function winters(handbook: readonly Species[], count: number): Line[] {
  const range = new Tally();
  const ready = new Tally();
  const warmFirst = handbook.filter(({ warmFirst: warm, cold }) => warm && cold.need !== 'none');
  let [came, said] = [0, 0];
  for (let i = 0; i < count; i++) {
    const chance = chanceFrom(50_000 + i);
    const species = warmFirst[Math.floor(chance() * warmFirst.length)] as Species;
    const method = methodsToWeigh(species).methods.find((one) => one.method.school === 'outdoorWinter')?.method;
    if (!method) continue;
    const today = addDays('2026-06-01', Math.floor(chance() * 130));
    const belief = jeffreys(17, 20);
    const proposal = propose(method, {
      species,
      viable: belief,
      available: 300,
      drySince: addDays(today, -60),
      wish: { plants: 40, confidence: 0.9, timing: { by: 'startOn', date: today } },
      nursery: NURSERY,
      places: PLACES,
      today,
    });
    const truth = drawTruth(species, belief, chance);
    const seeds = new LivingSeeds(300, species, truth, method, chance, { dry_days: 60 });
    for (const [k, stage] of proposal.resolved.entries()) {
      const out = stage.kind === 'outdoorWinter';
      const start = proposal.stages[k]?.start as string;
      const celsius = out ? weatherFrom(MONTHS, dayIn(start), stage.days, chance) : () => stage.temperature_C;
      const last = k === proposal.resolved.length - 1;
      seeds.live({
        kind: stage.kind,
        medium: stage.medium,
        days: last ? 400 : stage.days,
        celsius,
        steady: !out,
        shelter: stage.place?.cover,
      });
      if (!out || i % 2 !== 0) continue;
      // What the thousand winters say of that day, against the share of the seeds that are ready and alive: of those that would come at all.
      const { days, springs } = followedFor(species, yearOf(NURSERY), start);
      const winter = new WinterCount({
        species,
        climate: dailyClimate(NURSERY),
        start: dayIn(start),
        days,
        winters: WINTERS,
        springs,
        shelter: { animals: true, rain: true },
      });
      winter.add(WINTERS, randomFrom(`calibrate ${i}`));
      const said = winter.answer().ready;
      const through =
        seeds.seeds.filter((seed) => seed.mouldy === undefined && (seed.up !== undefined || !seed.needs[seed.season])).length / 300;
      ready.add(through >= said.low - NOISE && through <= said.high + NOISE);
    }
    came += seeds.plants();
    said += proposal.starting * proposal.share;
    // Other numbers were asked for: the range is that of what is started.
    const scaled = proposal.starting === 300;
    if (scaled) range.add(seeds.plants() >= proposal.expected.low && seeds.plants() <= proposal.expected.high);
  }
  return [
    range.line('warmth, then cold, outdoors: a plan’s range of plants, 9 times in 10', [0.88, 0.92]),
    ratioLine('plants that came for one stated', came / said, [0.9, 1.1]),
    ready.line('ready and alive, 8 winters in 10', [0.77, 0.83]),
  ];
}

/** So many winters are asked of the forecast: a thousand say the same, and take longer. */
const WINTERS = 200;
/** Three hundred seeds tell a share to about this much; half a seed either side. */
const NOISE = 0.5 / 300;
