import type { Medium } from '@chill/model/stage.ts';
import { say } from '@chill/words/why.ts';
import { spell } from '../calendar/dates.ts';
import { type BetaShare, meanShare, wilsonInterval } from '../chance/shares.ts';
import { DRY_COUNTS } from '../chill/account.ts';
import { mediumName, pieceOf, rotIn } from '../kinds/media.ts';
import { COLD_RESPONSE } from '../kinds/responses.ts';
import type { SeedEstimate } from '../lot/count.ts';
import type { Proposal } from '../methods/proposal.ts';
import { FOUND_DRY_AT } from '../mix/topUp.ts';
import { MEDIUM_TARGET, TOWEL_TARGET } from '../mix/water.ts';
import type { RotMultiplier } from '../rot/learned.ts';
import { rotRange } from '../rot/range.ts';
import { earnedPerDay, type SteadyTreatment, type TakeOut, WINDOW_KEEPS } from '../takeOut/takeOut.ts';
import { percent } from '../units/percent.ts';
import type { SproutForecast } from './project.ts';
import type { TreatmentForecast } from './treatmentForecast.ts';

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
export function whySeeds(proposal: Proposal, plants: number, confidence: number, viable: BetaShare, viableFrom: string): Why {
  const { chain } = proposal;
  const links = [
    { name: say('viable'), value: percent(meanShare(viable)), from: viableFrom },
    ...(chain.opened < 1 ? [{ name: say('scarified'), value: percent(chain.opened), from: say('handbook') }] : []),
    { name: say('madeReadyByTreatment'), value: percent(chain.released), from: say('chillCurve') },
    ...(chain.answered < 1
      ? [{ name: say('answerSmokeOrFlooding'), value: percent(chain.answered), from: say('handbookIf10SeedsHad') }]
      : []),
    { name: say('notLostRot'), value: percent(chain.survives), from: say('rotCurveDoubt') },
    { name: say('germinateOnceReady'), value: percent(chain.sprouts), from: say('handbookIf10SeedsHad') },
    { name: say('growPot'), value: percent(chain.establishes), from: say('handbookIf10SeedsHad') },
  ];
  return {
    figure: proposal.seeds === undefined ? say('seedsStart') : say('seeds', { seeds: proposal.seeds }),
    inputs: links,
    rule: say('sharesMultiplySmallestNumberSeeds', { share: percent(proposal.share), plants, confidence: percent(confidence) }),
    source: say('jeffreysPosteriorViableShareBeta'),
    assumed: true,
    changes: say('testingMoreSeedsNarrowsViable'),
  };
}

/** Why that many days of a planned treatment, or of a winter outdoors. */
export function whyTakeOut(proposal: Proposal): Why | undefined {
  const stage = proposal.resolved.find((one) => one.curve && one.takeOut);
  if (!stage?.takeOut) return undefined;
  return stage.treatment
    ? whyTreatment(say('days', { days: stage.days }), stage.treatment, stage.takeOut)
    : whyOutdoors(stage.days, stage.released, stage.survives);
}

function whyOutdoors(days: number, released: number, survives: number): Why {
  return {
    figure: say('daysOutdoors', { days }),
    inputs: [
      { name: 'the year', value: say('monthlyMeans'), from: say('yourMonthsUnderPlacesOr') },
      { name: say('readyByThen'), value: percent(released), from: say('coldWarmthReceivedDayBy') },
      {
        name: say('notLostRot'),
        value: percent(survives),
        from: say('assumptionWhatAnimalsTakeWhere'),
      },
    ],
    rule: say('eachDayCountsByHow'),
    source: say('chillingStokes1965BaskinBaskin'),
    assumed: true,
    changes: say('sowingEarlierColderOrSnowier'),
  };
}

/** Why a lot is taken to hold so many seeds, by what was weighed or opened. */
export function whyCount(found: SeedEstimate, samples: number): Why {
  return {
    figure: say('seeds', { seeds: found.seeds }),
    inputs: [
      { name: say('samples'), value: String(samples), from: say('yours') },
      ...(found.thousandSeeds_g !== undefined
        ? [{ name: say('thousandWeigh'), value: `${found.thousandSeeds_g.toFixed(2)} g`, from: say('gramsOverSeedsAllSamples') }]
        : []),
      ...(found.spread !== undefined
        ? [{ name: say('samplesDifferBy'), value: `${(found.spread * 100).toFixed(1)} %`, from: say('coefficientVariation') }]
        : []),
    ],
    rule: say('lotsMassOverMassOne'),
    source: say('istaInternationalRulesSeedTesting'),
    assumed: false,
    changes: say('moreSamplesWellMixedNarrow'),
  };
}

/** Why the arms of a trial must be so large. */
export function whyArms(base: number, other: number, wanted: number): Why {
  return {
    figure: say('seedsEachArm', { wanted }),
    inputs: [
      { name: say('expectedControl'), value: percent(base), from: say('sharesFromSeedPlant') },
      { name: say('worthFinding'), value: percent(other), from: say('yourChoice') },
    ],
    rule: say('fewestSeedsWhichFishersExact'),
    source: say('fishersExactTestEnumeratedUp'),
    assumed: false,
    changes: say('largerDifferenceNeedsFarFewer'),
  };
}

/** Why a treatment is best ended when it is: what is gained and lost by each day. `figure` is what is being asked about. */
export function whyTreatment(
  figure: string,
  treatment: SteadyTreatment,
  takeOut: TakeOut,
  {
    learned,
    forecast,
  }: { learned?: RotMultiplier | undefined; forecast?: Pick<TreatmentForecast, 'measured' | 'days' | 'expectedMeasured'> } = {},
): Why {
  const { logMedian, spread, freedWithout } = treatment.requirement;
  const rate = rotIn(treatment.rot.medium);
  const response = treatment.response ?? COLD_RESPONSE;
  return {
    figure,
    inputs: [
      { name: say('halfReadyAfter'), value: say('days2', { exp: Math.round(Math.exp(logMedian)) }), from: say('handbook') },
      { name: say('n95After'), value: say('days2', { exp: Math.round(Math.exp(logMedian + 1.645 * spread)) }), from: say('handbook') },
      ...(freedWithout > 0 ? [{ name: say('needNone'), value: percent(freedWithout), from: say('handbook') }] : []),
      ...(forecast && forecast.days > 0
        ? [
            {
              name: say('measuredSoFar'),
              value: say('days3', { reduce: Math.round(forecast.measured.reduce((sum, share) => sum + share, 0)), days: forecast.days }),
              from: say('placesReadingsAlongStraightLines'),
            },
          ]
        : []),
      {
        name: forecast ? say('dayFromNowCounts') : say('dayHereCounts'),
        value: earnedPerDay(treatment).toFixed(2),
        from: say('cFullFromC', {
          how: forecast?.expectedMeasured ? `${say('medianLastTwoWeeks')} ` : '',
          temperature: Math.round(treatment.temperature_C * 10) / 10,
          fullFrom: response.fullFrom_C,
          fullTo: response.fullTo_C,
        }),
      },
      {
        name: say('lostDayWhileFresh'),
        value: say('n1000', { fresh: (rate.fresh_perDay * 1000).toFixed(1) }),
        from: say('assumption', { medium: mediumName(treatment.rot.medium) }),
      },
      ...(learned
        ? [
            {
              name: say('rotsHere'),
              value: `× ${learned.mean.toFixed(2)}`,
              from: say('ownRecordsMouldyWhereWere', {
                rotted: learned.rotted,
                expected: Math.round(learned.expected),
                low: rotRange(learned).low.toFixed(2),
                high: rotRange(learned).high.toFixed(2),
              }),
            },
          ]
        : []),
    ],
    rule: say('eachDayMoreSeedReady', { from: spell(takeOut.from), to: spell(takeOut.to), windowKeeps: percent(WINDOW_KEEPS) }),
    source: say('chillingStokes1965Nikolaeva1969'),
    assumed: true,
    changes: say('warmerFridgeLengthensFreshTowel', { dryCounts: percent(DRY_COUNTS) }),
  };
}

/** Why so much water for what was found dry. */
export function whyTopUp(water_mL: number, pieces: number, medium: Medium): Why {
  const target = pieceOf(medium) === 'towel' ? TOWEL_TARGET : MEDIUM_TARGET;
  return {
    figure: say('aboutMl', { water: water_mL }),
    inputs: [
      {
        name: say('lies'),
        value: String(pieces),
        from: say('bySeedsOwnSize', { how: pieceOf(medium) === 'towel' ? say('towels') : say('tubsOrTrays') }),
      },
      { name: say('foundDry'), value: percent(FOUND_DRY_AT), from: say('whatCanHoldAssumption') },
      { name: say('damp'), value: percent(target), from: say('whatCanHoldAssumption') },
    ],
    rule: say('whatMediumCanHoldTimes'),
    source: say('assumptionsChillsOwnAboutPaper'),
    assumed: true,
    changes: say('largerTowelOrTubTakes'),
  };
}

/** Why so many sprouts are to be expected by now. */
export function whyExpected(forecast: SproutForecast): Why {
  const { expectedByNow, seeds, willSprout, temperature_C, law, halfway_days, day } = forecast;
  return {
    figure: say('aboutGerminatedByDay', { expectedByNow: Math.round(expectedByNow), day }),
    inputs: [
      { name: say('seeds2'), value: String(seeds), from: say('recordsNotGerminatedYetGerminated') },
      { name: say('germinateEnd'), value: percent(willSprout), from: say('viableScarifiedReady') },
      {
        name: say('halfThoseBy'),
        value: say('day', { halfway: halfway_days.toFixed(1) }),
        from: say('handbookCHere', { temperature: temperature_C }),
      },
      { name: say('spread'), value: law.spread.toFixed(2), from: say('handbookFirstTenthNineTenths') },
    ],
    rule: say('progressAddsUpDegreeDays'),
    source: say('thermalTimeBradford2002Bewley'),
    assumed: false,
    changes: say('warmerMatFasterUpSpecies'),
  };
}

/** What a test of a sample says, and what it cannot. */
export function whyViable(viable: number, tested: number): Why {
  const { low, high } = wilsonInterval(viable, tested);
  return {
    figure: say('viable2', { low: Math.round(low * 100), high: Math.round(high * 100) }),
    inputs: [
      { name: say('viable'), value: String(viable), from: say('yourTest') },
      { name: say('tested'), value: String(tested), from: say('yourTest') },
    ],
    rule: say('allSharesViableSeedWould'),
    source: say('wilsonsScoreInterval1927Carried'),
    assumed: false,
    changes: say('fourTimesSeedsHalveRange'),
  };
}

/** Why the first method is first, its gravest drawback, and what would change that. */
export function reasonForFirst(proposals: readonly Proposal[], available: number): { reason: string; change: string } | undefined {
  const [first, second] = proposals;
  if (!first) return undefined;
  const grave = (proposal: Proposal) => proposal.against.filter((one) => one.weight !== 'notes');
  const own = grave(first);
  const plain = own.length === 0 ? say('noDrawbacksHere') : say('drawback', { text: own[0]?.reason });
  if (!second) return { reason: say('onlyMethodRecord', { plain }), change: say('addMethodYourOwnCompare') };
  const theirs = grave(second)[0];
  const seeds =
    first.seeds !== undefined && second.seeds !== undefined && first.seeds < second.seeds
      ? say('seedsNeeds', { seeds: first.seeds, name: second.method.name.toLowerCase(), seeds2: second.seeds })
      : first.late_days < second.late_days
        ? say('readySoonerThan', { late: spell(second.late_days - first.late_days), name: second.method.name.toLowerCase() })
        : theirs
          ? say('hasDrawback', { name: second.method.name.toLowerCase(), text: theirs.reason })
          : say('betterEstablishedThan', { name: second.method.name.toLowerCase() });
  const short = first.seeds !== undefined && first.seeds > available;
  const change = short
    ? say('largerLotOrFewerPlants')
    : first.late_days > 0
      ? say('laterDayOrBuyingStarted')
      : say('shorterTimeColdFavoursTowel');
  return { reason: `${seeds[0]?.toUpperCase()}${seeds.slice(1)}. ${plain}.`, change };
}
