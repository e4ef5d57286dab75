import type { FigureName, Species, SpeciesFigures, Standing } from '@chill/model/species.ts';
import type { Medium } from '@chill/model/stage.ts';
import type { Sentence } from '@chill/words/subject.ts';
import { say } from '@chill/words/why.ts';
import { spell } from '../calendar/dates.ts';
import { type BetaShare, meanShare } from '../chance/shares.ts';
import { STANDING_WORTH, standingOf } from '../chance/standing.ts';
import { DRY_COUNTS } from '../chill/account.ts';
import type { TreatmentForecast } from '../follow/followed.ts';
import type { SproutForecast } from '../forecast/project.ts';
import { mediumName, pieceOf, rotIn } from '../kinds/media.ts';
import { COLD_RESPONSE } from '../kinds/responses.ts';
import type { CoatOpening } from '../kinds/stages/kind.ts';
import { chills, STAGES } from '../kinds/stages.ts';
import type { Proposal } from '../methods/proposal.ts';
import { FOUND_DRY_AT } from '../mix/topUp.ts';
import { MEDIUM_TARGET, TOWEL_TARGET } from '../mix/water.ts';
import type { RotMultiplier } from '../rot/learned.ts';
import { rotRange } from '../rot/range.ts';
import { GROUND_WORTH } from '../sowing/ground.ts';
import { staysInGround } from '../sowing/sown.ts';
import { earnedPerDay, type SteadyTreatment, type TakeOut, WINDOW_KEEPS } from '../takeOut/takeOut.ts';
import { percent } from '../units/percent.ts';

/** Something to be said where it is shown: a sentence, or a text that is the same in every language. */
type Said = Sentence | string;

/** The answer to "why?" for one computed figure. */
export interface Why {
  figure: Said;
  /** What went in, each with where it came from. */
  inputs: { name: Said; value: Said; from: Said }[];
  rule: Said;
  source: Said;
  /** True where the rule rests on something assumed rather than measured. */
  assumed: boolean;
  /** What would change the figure. */
  changes: Said;
}

/** What a nursery's own results say, as far as a reason needs it: what the handbook says, and what was had. */
export interface OwnResults {
  viable?: OwnShare;
  sprouts?: OwnShare;
  soil?: OwnShare;
  establishes?: OwnShare;
  openCoat?: OwnShare;
  hotWater?: OwnShare;
  cold?: OwnDays;
  speed?: OwnDays;
  /** What rotted in the medium of its treatment, in all its batches. */
  rot?: RotMultiplier | undefined;
}

interface OwnDays {
  said: { from: number; to: number };
  batches: number;
}

interface OwnShare {
  said: number;
  had: { came: number; of: number };
  batches: number;
  ageing?: number;
}

const handbookSaid = (own: OwnShare | undefined, otherwise: Said): Said =>
  own ? say.of('learnedShare', { figure: percent(own.said), came: own.had.came, of: own.had.of, count: own.batches }) : otherwise;

const lotsSaid = ({ said, had, batches }: OwnShare): Said =>
  say.of('learnedLots', { figure: percent(said), came: had.came, of: had.of, count: batches });

/** What is known of a lot's viability, from where, whether that is only what such seed usually is, and how many years of dry storage are taken off it. */
interface ViableLot {
  viable: BetaShare;
  from: Said;
  untested: boolean;
  years?: number;
  species: Pick<Species, 'standing' | 'standsFor'>;
}

/** What a figure rests on, in words. */
const RESTS_ON: Record<Standing, Sentence> = {
  measured: say.of('measured'),
  records: say.of('records'),
  relatives: say.of('relatives'),
  guess: say.of('guess'),
};

/** Why so many seeds. `own`: what the nursery's own results say of the species. */
export function whySeeds(
  proposal: Proposal,
  plants: number,
  confidence: number,
  { viable, from, untested, years = 0, species }: ViableLot,
  own: OwnResults = {},
): Why {
  const { chain, method } = proposal;
  const { how } = coatOpeningKind(method);
  const restsOn = (figure: FigureName) => {
    const standing = standingOf(species, figure);
    return say.of('handbookAsSeeds', { standing: RESTS_ON[standing], seeds: STANDING_WORTH[standing] });
  };
  const growsOn = staysInGround(method.stages) ? say.of('fieldsAsSeeds', { seeds: GROUND_WORTH }) : restsOn('establishes');
  const links = [
    { name: say.of('viable'), value: percent(meanShare(viable)), from: untested && own.viable ? lotsSaid(own.viable) : from },
    ...(own.viable?.ageing !== undefined && years > 0
      ? [{ name: say.of('storedSince'), value: say.of('years', { years: years.toFixed(1) }), from: say.of('agesByOwnTests') }]
      : []),
    ...(chain.opened < 1
      ? [{ name: say.of('scarified'), value: percent(chain.opened), from: handbookSaid(how && own[how], restsOn('coat')) }]
      : []),
    { name: say.of('madeReady'), value: percent(chain.released), from: say.of('chillCurve') },
    ...(chain.answered < 1 ? [{ name: say.of('answerToCue'), value: percent(chain.answered), from: restsOn('cues') }] : []),
    {
      name: say.of('notLostRot'),
      value: percent(chain.survives),
      from: own.rot ? say.of('rotCurveOwn', { rotted: own.rot.rotted, expected: Math.round(own.rot.expected) }) : say.of('rotCurveDoubt'),
    },
    { name: say.of('germinateOnceReady'), value: percent(chain.sprouts), from: handbookSaid(own.sprouts, restsOn('sprouts')) },
    ...(chain.soil < 1
      ? [{ name: say.of('comeUpInMix'), value: percent(chain.soil), from: handbookSaid(own.soil, say.of('sourceOfSoil')) }]
      : []),
    ...(chain.kept < 1 ? [{ name: say.of('keptOfEach'), value: percent(chain.kept), from: say.of('oneToEachContainer') }] : []),
    { name: say.of('growPot'), value: percent(chain.establishes), from: handbookSaid(own.establishes, growsOn) },
    ...(proposal.spread ? [{ name: say.of('rangesSpread'), value: `× ${proposal.spread}`, from: say.of('whatCameBefore') }] : []),
  ];
  return {
    figure: proposal.seeds === undefined ? say.of('seedsStart') : say.of('seeds', { seeds: proposal.seeds }),
    inputs: links,
    rule: say.of('ruleOfSeedsNeeded', { share: percent(proposal.share), plants, confidence: percent(confidence) }),
    source: say.of('sourcesOfShares'),
    assumed: true,
    changes: say.of('whatNarrowsSeeds'),
  };
}

/** What opens the coats of a method, where it is one thing. */
function coatOpeningKind({ stages }: Proposal['method']): { how?: CoatOpening } {
  const [how, ...others] = new Set(stages.flatMap(({ kind }) => STAGES[kind].opens ?? []));
  return how && others.length === 0 ? { how } : {};
}

/** Why that many days of a planned treatment, or of a winter outdoors. */
export function whyTakeOut(proposal: Proposal, own: OwnResults = {}): Why | undefined {
  const stage = proposal.resolved.find((one) => one.curve && one.takeOut);
  if (!stage?.takeOut) return undefined;
  return stage.treatment
    ? whyTreatment(say.of('days', { days: stage.days }), stage.treatment, stage.takeOut, {
        cold: chills(stage.kind) ? own.cold : undefined,
        learned: own.rot,
      })
    : whyOutdoors(stage.days, stage.released, stage.survives);
}

function whyOutdoors(days: number, released: number, survives: number): Why {
  return {
    figure: say.of('daysOutdoors', { days }),
    inputs: [
      { name: say.of('theYear'), value: say.of('monthlyMeans'), from: say.of('byYourMonths') },
      { name: say.of('readyByThen'), value: percent(released), from: say.of('receivedDayByDay') },
      {
        name: say.of('notLostRot'),
        value: percent(survives),
        from: say.of('assumptionOfAnimals'),
      },
    ],
    rule: say.of('ruleOfWinters'),
    source: say.of('sourcesOfWinters'),
    assumed: true,
    changes: say.of('earlierOrColder'),
  };
}

/** Why seed made ready germinates that fast; `at` the temperature that its days are given for and `here` that of its place, both as they are shown. */
export function whyGermination(
  { sprouting }: Pick<Species, 'sprouting'>,
  { at, here }: { at: string; here: string },
  { speed }: OwnResults = {},
): Why {
  const { days } = sprouting;
  const range = ({ from, to }: { from: number; to: number }) => `${Math.round(from)}–${Math.round(to)}`;
  return {
    figure: say.of('tenthToNineTenths', { range: range(days) }),
    inputs: [
      {
        name: say.of('atDegrees', { at }),
        value: say.of('daysFromTo', { range: range(days) }),
        from: speed ? say.of('learnedDays', { days: range(speed.said), count: speed.batches }) : say.of('handbookTenths'),
      },
      { name: say.of('warmthHere'), value: here, from: say.of('warmthFaster') },
    ],
    rule: say.of('ruleOfSprouting'),
    source: say.of('sourcesOfThermalTime'),
    assumed: false,
    changes: say.of('whatChangesSprouting'),
  };
}

/** Why a treatment is best ended when it is: what is gained and lost by each day. `figure` is what is being asked about. */
export function whyTreatment(
  figure: Said,
  treatment: SteadyTreatment,
  takeOut: TakeOut,
  {
    learned,
    forecast,
    cold,
    planned = {},
  }: {
    learned?: RotMultiplier | undefined;
    cold?: OwnResults['cold'];
    /** The nursery's own figures that a batch was planned with. */
    planned?: SpeciesFigures | undefined;
    forecast?: Pick<TreatmentForecast, 'measured' | 'days' | 'expectedMeasured'>;
  } = {},
): Why {
  const { logMedian, spread, releasedWithout } = treatment.requirement;
  const rate = rotIn(treatment.rot.medium);
  const response = treatment.response ?? COLD_RESPONSE;
  const days = (pick: 'from' | 'to') =>
    cold
      ? say.of('learnedDays', { days: Math.round(cold.said[pick]), count: cold.batches })
      : say.of(planned.cold ? 'plannedWithOwn' : 'handbook');
  return {
    figure,
    inputs: [
      { name: say.of('halfReadyAfter'), value: say.of('days', { days: Math.round(Math.exp(logMedian)) }), from: days('from') },
      {
        name: say.of('nearlyAllAfter'),
        value: say.of('days', { days: Math.round(Math.exp(logMedian + 1.645 * spread)) }),
        from: days('to'),
      },
      ...(releasedWithout > 0 ? [{ name: say.of('needNone'), value: percent(releasedWithout), from: say.of('handbook') }] : []),
      ...measuredInputs(forecast),
      {
        name: forecast ? say.of('dayFromNowCounts') : say.of('dayHereCounts'),
        value: earnedPerDay(treatment).toFixed(2),
        from: say.of(forecast?.expectedMeasured ? 'medianThenFull' : 'temperatureThenFull', {
          temperature: Math.round(treatment.temperature_C * 10) / 10,
          fullFrom: response.fullFrom_C,
          fullTo: response.fullTo_C,
        }),
      },
      {
        name: say.of('lostPerDay'),
        value: say.of('inAThousand', { fresh: (rate.fresh_perDay * 1000).toFixed(1) }),
        from: say.of('assumption', { medium: mediumName.of(treatment.rot.medium) }),
      },
      ...learnedRotInputs(learned),
    ],
    rule: say.of('ruleOfTakeOut', { from: spell.of(takeOut.from), to: spell.of(takeOut.to), windowKeeps: percent(WINDOW_KEEPS) }),
    source: say.of('sourcesOfChilling'),
    assumed: true,
    changes: say.of('whatChangesTakeOut', { dryCounts: percent(DRY_COUNTS) }),
  };
}

/** How much of the days so far was measured, where there were any. */
function measuredInputs(forecast: Pick<TreatmentForecast, 'measured' | 'days'> | undefined): Why['inputs'] {
  if (!forecast || forecast.days <= 0) return [];
  const measured = Math.round(forecast.measured.reduce((sum, share) => sum + share, 0));
  return [
    {
      name: say.of('measuredSoFar'),
      value: say.of('daysMeasured', { measured, days: forecast.days }),
      from: say.of('byPlacesReadings'),
    },
  ];
}

/** How fast seed rots by the nursery's own records, where there are any. */
function learnedRotInputs(learned: RotMultiplier | undefined): Why['inputs'] {
  if (!learned) return [];
  const { low, high } = rotRange(learned);
  return [
    {
      name: say.of('rotsHere'),
      value: `× ${learned.mean.toFixed(2)}`,
      from: say.of('ownMould', {
        rotted: learned.rotted,
        expected: Math.round(learned.expected),
        low: low.toFixed(2),
        high: high.toFixed(2),
      }),
    },
  ];
}

/** Why so much water for what was found dry. */
export function whyTopUp(water_mL: number, pieces: number, medium: Medium): Why {
  const target = pieceOf(medium) === 'towel' ? TOWEL_TARGET : MEDIUM_TARGET;
  return {
    figure: say.of('aboutMl', { water: water_mL }),
    inputs: [
      {
        name: say.of('lies'),
        value: String(pieces),
        from: say.of(pieceOf(medium) === 'towel' ? 'towelsBySeedSize' : 'tubsBySeedSize'),
      },
      { name: say.of('foundDry'), value: percent(FOUND_DRY_AT), from: say.of('ofWhatItHolds') },
      { name: say.of('damp'), value: percent(target), from: say.of('ofWhatItHolds') },
    ],
    rule: say.of('ruleOfTopUp'),
    source: say.of('assumptionsOfMedia'),
    assumed: true,
    changes: say.of('largerTakesMore'),
  };
}

/** Why so many sprouts are to be expected by now. */
export function whyExpected(forecast: SproutForecast, planned: SpeciesFigures = {}): Why {
  const { expectedByNow, seeds, willSprout, temperature_C, law, halfway_days, day } = forecast;
  return {
    figure: say.of('expectedByDay', { expectedByNow: Math.round(expectedByNow), day }),
    inputs: [
      { name: say.of('seedsCounted'), value: String(seeds), from: say.of('byTheRecords') },
      { name: say.of('germinateEnd'), value: percent(willSprout), from: say.of('viableScarifiedReady') },
      {
        name: say.of('halfThoseBy'),
        value: say.of('day', { halfway: halfway_days.toFixed(1) }),
        from: say.of(planned.speed ? 'plannedWithOwnHere' : 'handbookCHere', { temperature: temperature_C }),
      },
      {
        name: say.of('spread'),
        value: law.spread.toFixed(2),
        from: say.of(planned.speed ? 'plannedWithOwn' : 'handbookTenths'),
      },
    ],
    rule: say.of('ruleOfSprouting'),
    source: say.of('sourcesOfThermalTime'),
    assumed: false,
    changes: say.of('whatChangesSprouting'),
  };
}
