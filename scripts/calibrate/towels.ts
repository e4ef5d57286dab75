import { towelEvidence } from '@chill/core/follow/towelTest.ts';
import { testAdvice } from '@chill/core/lot/testPlan.ts';
import { viableShare } from '@chill/core/lot/viability.ts';
import { planTowelTest } from '@chill/core/methods/planTowelTest.ts';
import type { TowelResult } from '@chill/model/lot.ts';
import type { Species } from '@chill/model/species.ts';
import { chanceFrom } from '@chill/sim/draws.ts';
import { drawTruth, LivingSeeds } from '@chill/sim/truth.ts';
import { NURSERY, PLACES, someMethod, TODAY } from './nursery.ts';
import { type Line, Tally } from './tally.ts';

/** Lots of which nothing is known, tested on a towel, then planned for: does the test's own range hold, and the range of the plan that it led to? */
export function towels(handbook: readonly Species[], count: number): Line[] {
  const test = new Tally();
  const range = new Tally();
  const enough = new Tally();
  const advised = handbook.filter((species) => testAdvice(species).by === 'towel');
  for (let i = 0; i < count; i++) {
    const chance = chanceFrom(90_000 + i);
    const species = advised[Math.floor(chance() * advised.length)] as Species;
    const viable = viableShare({ kind: 'unknown' }, species);
    const truth = drawTruth(species, viable, chance);
    const tested = [10, 20, 30, 50][Math.floor(chance() * 4)] as number;
    const plan = planTowelTest(species, tested, TODAY, PLACES, viable);
    const onTowel = new LivingSeeds(tested, species, truth, plan.method, chance);
    const warm = plan.stages.at(-1);
    const days = warm ? daysOf(warm.start, warm.end) : 0;
    for (const stage of plan.stages) {
      const length = daysOf(stage.start, stage.end);
      onTowel.live({ kind: stage.kind, medium: stage.medium, days: length, celsius: () => stage.temperature_C, steady: true });
    }
    const came = onTowel.up();
    test.add(came >= plan.expects.low && came <= plan.expects.high);
    const dry = plan.stages.find(({ kind }) => kind === 'dryStore');
    const result: TowelResult = {
      on: TODAY,
      tested,
      came,
      method: plan.method,
      warm_days: days,
      warm_C: warm?.temperature_C ?? 20,
      ...(dry && { dry: { days: daysOf(dry.start, dry.end), temperature_C: dry.temperature_C } }),
    };
    const evidence = towelEvidence(species, [result], viable);
    const proposal = someMethod(
      {
        species,
        viable,
        evidence,
        available: 5000,
        wish: { plants: 40, confidence: 0.9, timing: { by: 'startOn', date: TODAY } },
        nursery: NURSERY,
        places: PLACES,
        today: TODAY,
      },
      chance,
    );
    if (!proposal) continue;
    const seeds = new LivingSeeds(proposal.starting, species, truth, proposal.method, chance);
    for (const [k, stage] of proposal.resolved.entries()) {
      const last = stage.kind === 'warmTowel' || k === proposal.resolved.length - 1;
      seeds.live({
        kind: stage.kind,
        medium: stage.medium,
        days: last ? stage.days + 300 : stage.days,
        celsius: () => stage.temperature_C,
        steady: true,
      });
      if (last) break;
    }
    range.add(seeds.plants() >= proposal.expected.low && seeds.plants() <= proposal.expected.high);
    enough.add(seeds.plants() >= 40);
  }
  return [
    test.line('a towel test’s own range, 9 times in 10', [0.88, 0.92]),
    range.line('the range of the plan after it, 9 times in 10', [0.88, 0.92]),
    enough.line('plants wished for after it, 9 times in 10', [0.88, 0.92]),
  ];
}

function daysOf(start: string, end: string): number {
  return Math.round((Date.parse(end) - Date.parse(start)) / 86_400_000);
}
