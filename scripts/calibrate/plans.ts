import { addDays } from '@chill/core/calendar/dates.ts';
import { handbookLink, prospectOf, rangeOf, seedsFor } from '@chill/core/chance/prospect.ts';
import { jeffreys } from '@chill/core/chance/shares.ts';
import { cellPlan } from '@chill/core/lot/perCell.ts';
import { sownInstead } from '@chill/core/methods/endings.ts';
import type { Proposal } from '@chill/core/methods/proposal.ts';
import { propose, type Request } from '@chill/core/methods/propose.ts';
import { together } from '@chill/core/nursery/promises.ts';
import { sowingInto } from '@chill/core/sowing/sown.ts';
import { dayIn } from '@chill/core/winter/climate.ts';
import type { Species } from '@chill/model/species.ts';
import { betaDraw, type Chance, chanceFrom } from '@chill/sim/draws.ts';
import { drawTruth, LivingSeeds } from '@chill/sim/truth.ts';
import { weatherFrom } from '@chill/sim/weather.ts';
import { MONTHS, NURSERY, PLACES, someMethod, TODAY } from './nursery.ts';
import { type Line, ratioLine, Tally } from './tally.ts';

/** Two to four batches potted at once: what is not known of the share that establishes is the same for all. */
function atPotting(handbook: readonly Species[], count: number): Tally {
  const held = new Tally();
  for (let i = 0; i < count; i++) {
    const chance = chanceFrom(90_000 + i);
    const { establishes } = (handbook[Math.floor(chance() * handbook.length)] as Species).pot;
    if (establishes <= 0 || establishes >= 1) continue;
    const prospect = prospectOf([handbookLink(establishes)]);
    const truth = betaDraw(10 * establishes, 10 * (1 - establishes), chance);
    const potted = Array.from({ length: 2 + Math.floor(3 * chance()) }, () => 8 + Math.floor(50 * chance()));
    const { low, high } = together(potted.map((may) => ({ ...rangeOf(may, prospect), sure: 0, may, prospect })));
    const all = potted.reduce((sum, one) => sum + one, 0);
    const live = Array.from({ length: all }, () => chance() < truth).filter(Boolean).length;
    held.add(live >= low && live <= high);
  }
  return held;
}

/** A lot tested at random, and the plan that is to be made of it. */
function asked(species: Species, chance: Chance): Request {
  const tested = 10 + Math.floor(chance() * 40);
  const viable = Math.round(tested * (0.4 + 0.6 * chance()));
  const plants = 10 + Math.floor(chance() * 90);
  return {
    species,
    viable: jeffreys(viable, tested),
    available: 5000,
    drySince: addDays(TODAY, -60),
    wish: { plants, confidence: 0.9, timing: { by: 'startOn', date: TODAY } },
    nursery: NURSERY,
    places: PLACES,
    today: TODAY,
  };
}

/** The seeds of a plan, lived through to the end of all that comes up. */
function livedThrough(proposal: Proposal, { species, viable }: Request, chance: Chance): LivingSeeds {
  const truth = drawTruth(species, viable, chance);
  const seeds = new LivingSeeds(proposal.starting, species, truth, proposal.method, chance, { dry_days: 60 });
  for (const [k, stage] of proposal.resolved.entries()) {
    const last = k === proposal.resolved.length - 1;
    const comesUp = stage.kind === 'warmTowel' || stage.kind === 'sown';
    const days = comesUp || last ? stage.days + 300 : stage.days;
    const out = stage.place?.kind === 'outdoors';
    seeds.live({
      kind: stage.kind,
      medium: stage.medium,
      days,
      celsius: out ? weatherFrom(MONTHS, dayIn(proposal.stages[k]?.start as string), days, chance) : () => stage.temperature_C,
      steady: !out,
    });
    if (comesUp) break;
  }
  return seeds;
}

/** Plans whose seed is sown into the ground, before the winter or after its treatment: does the stated range of plants hold? */
export function grounds(handbook: readonly Species[], count: number): Line[] {
  const range = new Tally();
  let [came, said] = [0, 0];
  for (let i = 0; i < count; i++) {
    const chance = chanceFrom(120_000 + i);
    const species = handbook[Math.floor(chance() * handbook.length)] as Species;
    const request = asked(species, chance);
    const some = someMethod(request, chance);
    const bed = some && sownInstead(species, some.method, sowingInto(species, 'bed'));
    const proposal = bed && propose(bed, request);
    if (!proposal?.seeds || proposal.against.some(({ weight }) => weight === 'stops')) continue;
    const plants = livedThrough(proposal, request, chance).plants();
    range.add(plants >= proposal.expected.low && plants <= proposal.expected.high);
    came += plants;
    said += proposal.starting * proposal.share;
  }
  return [
    range.line('sown into the ground: a plan’s range of plants, 9 times in 10', [0.88, 0.92]),
    ratioLine('sown into the ground: plants that came for one stated', came / said, [0.85, 1.15]),
  ];
}

/** Plans of many species and methods, each lived through by seeds whose truth is drawn from the priors: does the stated range hold, are there plants enough? */
export function plans(handbook: readonly Species[], count: number): Line[] {
  const range = new Tally();
  const enough = new Tally();
  let [more, wanted] = [0, 0];
  let [empty, saidEmpty] = [0, 0];
  for (let i = 0; i < count; i++) {
    const chance = chanceFrom(1000 + i);
    const species = handbook[Math.floor(chance() * handbook.length)] as Species;
    const request = asked(species, chance);
    const { plants } = request.wish;
    const proposal = someMethod(request, chance);
    if (!proposal) continue;
    const seeds = livedThrough(proposal, request, chance);
    const came = seeds.plants();
    const perCell = seedsFor(1, 0.9, proposal.prospect);
    if (perCell !== undefined && perCell <= proposal.starting) {
      const cells = Math.floor(proposal.starting / perCell);
      const isPlant = seeds.seeds.map(({ up, establishes }) => up !== undefined && establishes);
      empty += Array.from({ length: cells }, (_, k) => isPlant.slice(k * perCell, (k + 1) * perCell)).filter(
        (cell) => !cell.includes(true),
      ).length;
      saidEmpty += cellPlan(cells, perCell, proposal.prospect).empty;
    }
    range.add(came >= proposal.expected.low && came <= proposal.expected.high);
    enough.add(came >= plants);
    more += proposal.starting;
    wanted += plants;
  }
  return [
    range.line('a plan’s range of plants, 9 times in 10', [0.88, 0.92]),
    enough.line('plants wished for, with the seeds advised, 9 times in 10', [0.88, 0.92]),
    atPotting(handbook, count).line('several batches of a species together, at potting, 9 times in 10', [0.88, 0.92]),
    ratioLine('cells left empty, for one stated', empty / saidEmpty, [0.85, 1.15]),
    { what: 'seeds started for a plant wished for', figure: (more / wanted).toFixed(2), goal: '', good: true },
  ];
}
