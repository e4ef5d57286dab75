import { say } from '@chill/words/why.ts';
import { wilsonInterval } from '../chance/shares.ts';
import type { SeedEstimate } from '../lot/count.ts';
import { percent } from '../units/percent.ts';
import type { Why } from './explain.ts';

/** Why a lot is taken to hold so many seeds, by what was weighed or opened. */
export function whyCount(found: SeedEstimate, samples: number): Why {
  return {
    figure: say.of('seeds', { seeds: found.seeds }),
    inputs: [
      { name: say.of('samples'), value: String(samples), from: say.of('yours') },
      ...(found.thousandSeeds_g !== undefined
        ? [{ name: say.of('thousandWeigh'), value: `${found.thousandSeeds_g.toFixed(2)} g`, from: say.of('gramsOverSeeds') }]
        : []),
      ...(found.spread !== undefined
        ? [{ name: say.of('samplesDifferBy'), value: `${(found.spread * 100).toFixed(1)} %`, from: say.of('coefficientVariation') }]
        : []),
    ],
    rule: say.of('ruleOfCounting'),
    source: say.of('sourcesOfCounting'),
    assumed: false,
    changes: say.of('moreSamplesNarrow'),
  };
}

/** Why the arms of a trial must be so large. */
export function whyArms(base: number, other: number, wanted: number): Why {
  return {
    figure: say.of('seedsEachArm', { wanted }),
    inputs: [
      { name: say.of('expectedControl'), value: percent(base), from: say.of('sharesOnTheWay') },
      { name: say.of('worthFinding'), value: percent(other), from: say.of('yourChoice') },
    ],
    rule: say.of('ruleOfArms'),
    source: say.of('sourcesOfArms'),
    assumed: false,
    changes: say.of('largerDifferenceFewer'),
  };
}

/** What a test of a sample says, and what it cannot. */
export function whyViable(viable: number, tested: number): Why {
  const { low, high } = wilsonInterval(viable, tested);
  return {
    figure: say.of('viableRange', { low: Math.round(low * 100), high: Math.round(high * 100) }),
    inputs: [
      { name: say.of('viable'), value: String(viable), from: say.of('yourTest') },
      { name: say.of('tested'), value: String(tested), from: say.of('yourTest') },
    ],
    rule: say.of('rangeOfViable'),
    source: say.of('sourcesOfViable'),
    assumed: false,
    changes: say.of('fourTimesHalves'),
  };
}
