import type { Medium } from '@chill/model/stage.ts';
import { spell } from '../calendar/dates.ts';
import { type BetaShare, meanShare, wilsonInterval } from '../chance/shares.ts';
import { DRY_COUNTS } from '../chill/account.ts';
import { COLD_RESPONSE } from '../kinds/responses.ts';
import type { SeedEstimate } from '../lot/count.ts';
import { FOUND_DRY_AT } from '../mix/topUp.ts';
import { MEDIUM_TARGET, TOWEL_TARGET } from '../mix/water.ts';
import { ROT_RATES } from '../rot/hazard.ts';
import type { RotMultiplier } from '../rot/learned.ts';
import { rotRange } from '../rot/range.ts';
import { earnedPerDay, type Pull, type SteadyTreatment, WINDOW_KEEPS } from '../takeOut/takeOut.ts';
import { percent } from '../units/percent.ts';
import type { Proposal } from '../ways/proposal.ts';
import type { SproutForecast } from './project.ts';
import type { TreatmentForecast } from './treatmentForecast.ts';
import { MEDIUM_NAMES } from './words.ts';

/** The answer to "why?" for one computed figure. */
export interface Why {
  figure: string;
  /** What went in, each with where it came from. */
  inputs: { name: string; value: string; from: string }[];
  rule: string;
  source: string;
  /** True where the rule rests on something assumed rather than measured. */
  assumed: boolean;
  /** What would change the figure. */
  changes: string;
}

/** Why so many seeds. */
export function whySeeds(proposal: Proposal, plants: number, confidence: number, sound: BetaShare, soundFrom: string): Why {
  const { chain } = proposal;
  const links = [
    { name: 'sound', value: percent(meanShare(sound)), from: soundFrom },
    ...(chain.opened < 1 ? [{ name: 'coat opened', value: percent(chain.opened), from: 'handbook' }] : []),
    { name: 'freed by the treatment', value: percent(chain.freed), from: 'chill curve' },
    ...(chain.answered < 1
      ? [{ name: 'answer to smoke or flooding', value: percent(chain.answered), from: 'handbook, as if 10 seeds had been seen' }]
      : []),
    { name: 'not lost to rot', value: percent(chain.survives), from: 'rot curve, an assumption with its own doubt' },
    { name: 'sprout once freed', value: percent(chain.sprouts), from: 'handbook, as if 10 seeds had been seen' },
    { name: 'grow on in the pot', value: percent(chain.establishes), from: 'handbook, as if 10 seeds had been seen' },
  ];
  return {
    figure: proposal.seeds === undefined ? 'seeds to start' : `${proposal.seeds} seeds`,
    inputs: links,
    rule: `The links multiply to ${percent(proposal.share)}. The figure is the smallest number of seeds that gives ${plants} plants or more with a chance of ${percent(confidence)}, with what is not known of every link carried through.`,
    source:
      'Jeffreys posterior on the sound share, Beta priors on the handbook’s, Gamma on rot: 1,024 stratified draws of the product, each a binomial.',
    assumed: true,
    changes: 'Testing more seeds narrows the sound share; a drier or fresher medium loses less; asking to be less sure needs fewer.',
  };
}

/** Why that many days of a planned treatment, or of a winter outdoors. */
export function whyPull(proposal: Proposal): Why | undefined {
  const stage = proposal.resolved.find((one) => one.curve && one.pull);
  if (!stage?.pull) return undefined;
  return stage.treatment
    ? whyTreatment(`${stage.days} days`, stage.treatment, stage.pull)
    : whyOutdoors(stage.days, stage.freed, stage.survives);
}

function whyOutdoors(days: number, freed: number, survives: number): Why {
  return {
    figure: `${days} days outdoors`,
    inputs: [
      { name: 'the year', value: 'monthly means', from: 'your months under Places, or a guess from the latitude' },
      { name: 'freed by then', value: percent(freed), from: 'chill and warmth earned day by day' },
      {
        name: 'not lost to rot',
        value: percent(survives),
        from: 'an assumption; with what animals take where the place is not covered against them',
      },
    ],
    rule: 'Each day counts by how much of it the seed, three centimetres down, lies where cold works; warmth and cold count in the order that the embryo wants. It ends when the ten-day mean rises above that, in the first spring or, where that frees much more, the second.',
    source: 'Chilling: Stokes 1965; Baskin & Baskin 2014. Damping in soil: Campbell & Norman 1998.',
    assumed: true,
    changes: 'Sowing earlier, a colder or a snowier place. Single years differ: this is the mean one.',
  };
}

/** Why a lot is taken to hold so many seeds, by what was weighed or opened. */
export function whyCount(found: SeedEstimate, samples: number): Why {
  return {
    figure: `${found.seeds} seeds`,
    inputs: [
      { name: 'samples', value: String(samples), from: 'yours' },
      ...(found.thousandSeeds_g !== undefined
        ? [{ name: 'a thousand weigh', value: `${found.thousandSeeds_g.toFixed(2)} g`, from: 'grams over seeds, all samples together' }]
        : []),
      ...(found.spread !== undefined
        ? [{ name: 'samples differ by', value: `${(found.spread * 100).toFixed(1)} %`, from: 'coefficient of variation' }]
        : []),
    ],
    rule: 'The lot’s mass over the mass of one seed, or pods times seeds in a pod. The range is Student’s 95 % interval over the samples.',
    source: 'ISTA International Rules for Seed Testing, chapter 10, for how far replicates may differ.',
    assumed: false,
    changes: 'More samples, well mixed, narrow the range.',
  };
}

/** Why the arms of a trial must be so large. */
export function whyArms(base: number, other: number, wanted: number): Why {
  return {
    figure: `${wanted} seeds in each arm`,
    inputs: [
      { name: 'expected of the control', value: percent(base), from: 'its chain, from seed to plant' },
      { name: 'worth knowing of', value: percent(other), from: 'your choice' },
    ],
    rule: 'The fewest seeds with which Fisher’s exact test, at one false alarm in twenty, shows such a difference four times in five. Every outcome of both arms is gone through.',
    source: 'Fisher’s exact test; enumerated up to 200 in each arm, the normal approximation with Fleiss’s correction beyond.',
    assumed: false,
    changes: 'A larger difference needs far fewer: twice the difference, about a quarter of the seeds.',
  };
}

/** Why a treatment is best ended when it is: what is gained and lost by each day. `figure` is what is being asked about. */
export function whyTreatment(
  figure: string,
  treatment: SteadyTreatment,
  pull: Pull,
  {
    learned,
    forecast,
  }: { learned?: RotMultiplier | undefined; forecast?: Pick<TreatmentForecast, 'measured' | 'days' | 'expectedMeasured'> } = {},
): Why {
  const { logMedian, spread, freedWithout } = treatment.requirement;
  const rate = ROT_RATES[treatment.rot.medium];
  const response = treatment.response ?? COLD_RESPONSE;
  return {
    figure,
    inputs: [
      { name: 'half are freed after', value: `${Math.round(Math.exp(logMedian))} days`, from: 'handbook' },
      { name: '95 % after', value: `${Math.round(Math.exp(logMedian + 1.645 * spread))} days`, from: 'handbook' },
      ...(freedWithout > 0 ? [{ name: 'need none', value: percent(freedWithout), from: 'handbook' }] : []),
      ...(forecast && forecast.days > 0
        ? [
            {
              name: 'measured so far',
              value: `${Math.round(forecast.measured.reduce((sum, share) => sum + share, 0))} of ${forecast.days} days`,
              from: 'its place’s readings, along the straight lines between them; the rest at the place’s own figure',
            },
          ]
        : []),
      {
        name: forecast ? 'a day from now on counts as' : 'a day here counts as',
        value: earnedPerDay(treatment).toFixed(2),
        from: `${forecast?.expectedMeasured ? 'the middle of its last fortnight, ' : ''}${Math.round(treatment.temperature_C * 10) / 10} °C; full from ${response.fullFrom_C} to ${response.fullTo_C} °C`,
      },
      {
        name: 'lost a day while fresh',
        value: `${(rate.fresh_perDay * 1000).toFixed(1)} in 1000`,
        from: `in ${MEDIUM_NAMES[treatment.rot.medium]}, an assumption`,
      },
      ...(learned
        ? [
            {
              name: 'here it rots',
              value: `× ${learned.mean.toFixed(2)}`,
              from: `own records: ${learned.rotted} mouldy where ${Math.round(learned.expected)} were expected; between ${rotRange(learned).low.toFixed(2)} and ${rotRange(learned).high.toFixed(2)}, 8 times in 10`,
            },
          ]
        : []),
    ],
    rule: `Each day more seed is ready and more has rotted. The best day is where ready × alive is highest; from ${spell(pull.from)} to ${spell(pull.to)} it stays above ${percent(WINDOW_KEEPS)} of that.`,
    source: 'Chilling: Stokes 1965; Nikolaeva 1969; Baskin & Baskin 2014. Rot: an assumption, to be corrected by your own records.',
    assumed: true,
    changes: `A warmer fridge lengthens it. A fresh towel is worth days. Time found dry counts ${percent(DRY_COUNTS)}; over two days above 20 °C undo half a day for each day beyond.`,
  };
}

/** Why so much water for what was found dry. */
export function whyTopUp(water_mL: number, pieces: number, medium: Medium): Why {
  const target = medium === 'towel' || medium === 'film' ? TOWEL_TARGET : MEDIUM_TARGET;
  return {
    figure: `about ${water_mL} mL`,
    inputs: [
      {
        name: 'lies in',
        value: String(pieces),
        from: `${medium === 'towel' || medium === 'film' ? 'towels' : 'tubs or trays'}, by the seed’s own size`,
      },
      { name: 'found dry at', value: percent(FOUND_DRY_AT), from: 'of what it can hold, an assumption' },
      { name: 'damp at', value: percent(target), from: 'of what it can hold, an assumption' },
    ],
    rule: 'What the medium can hold, times the difference between damp and dry. A towel holds six times its dry mass; a mix what its parts do.',
    source: 'Assumptions of Chill’s own about paper and mixes, to be corrected by a squeeze.',
    assumed: true,
    changes: 'A larger towel or tub takes more. A squeeze decides: one or two drops.',
  };
}

/** Why so many sprouts are to be expected by now. */
export function whyExpected(forecast: SproutForecast): Why {
  const { expectedByNow, seeds, willSprout, temperature_C, law, halfway_days, day } = forecast;
  return {
    figure: `about ${Math.round(expectedByNow)} up by day ${day}`,
    inputs: [
      { name: 'seeds', value: String(seeds), from: 'the ledger: not yet up, and up since' },
      { name: 'will come in the end', value: percent(willSprout), from: 'sound × opened × freed × sprouts' },
      { name: 'half of those by', value: `day ${halfway_days.toFixed(1)}`, from: `handbook, at ${temperature_C} °C here` },
      { name: 'spread', value: law.spread.toFixed(2), from: 'handbook: first tenth to nine tenths' },
    ],
    rule: 'Progress adds up in degree-days above the species’ base temperature; single seeds need more or less of them, lognormally. What is counted is held against that curve.',
    source: 'Thermal time: Bradford 2002; Bewley, Bradford, Hilhorst & Nonogaki 2013.',
    assumed: false,
    changes: 'A warmer mat brings them sooner, up to the species’ optimum; more cold before would have freed more.',
  };
}

/** What a test of a sample says, and what it cannot. */
export function whySound(sound: number, tested: number): Why {
  const { low, high } = wilsonInterval(sound, tested);
  return {
    figure: `${Math.round(low * 100)}–${Math.round(high * 100)} % viable`,
    inputs: [
      { name: 'sound', value: String(sound), from: 'your test' },
      { name: 'tested', value: String(tested), from: 'your test' },
    ],
    rule: 'All shares of sound seed in the lot under which such a test would not be surprising, 95 times in 100. Plans carry the whole range along, not its middle.',
    source: 'Wilson’s score interval (1927); carried on as Jeffreys’ posterior.',
    assumed: false,
    changes: 'Four times the seeds halve the range.',
  };
}

/** Why the first method is first, its gravest drawback, and what would change that. */
export function reasonForFirst(proposals: readonly Proposal[], available: number): { reason: string; change: string } | undefined {
  const [first, second] = proposals;
  if (!first) return undefined;
  const grave = (proposal: Proposal) => proposal.against.filter((one) => one.weight !== 'notes');
  const own = grave(first);
  const plain = own.length === 0 ? 'No drawbacks here' : `Drawback: ${own[0]?.text}`;
  if (!second) return { reason: `The only method on record. ${plain}.`, change: 'Add a method of your own to compare it with.' };
  const theirs = grave(second)[0];
  const seeds =
    first.seeds !== undefined && second.seeds !== undefined && first.seeds < second.seeds
      ? `${first.seeds} seeds; “${second.way.name.toLowerCase()}” needs ${second.seeds}`
      : first.late_days < second.late_days
        ? `ready ${spell(second.late_days - first.late_days)} sooner than “${second.way.name.toLowerCase()}”`
        : theirs
          ? `“${second.way.name.toLowerCase()}” has a drawback: ${theirs.text}`
          : `better established than “${second.way.name.toLowerCase()}”`;
  const short = first.seeds !== undefined && first.seeds > available;
  const change = short
    ? 'A larger lot, or fewer plants, would bring it within reach.'
    : first.late_days > 0
      ? 'A later day, or buying started plants, is the only thing that shortens it: cold cannot be hurried.'
      : 'A shorter time in the cold favours the towel; a longer one favours sand.';
  return { reason: `${seeds[0]?.toUpperCase()}${seeds.slice(1)}. ${plain}.`, change };
}
