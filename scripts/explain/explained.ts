import { follow } from '../../core/follow/follow.ts';
import type { FollowedStage } from '../../core/follow/followed.ts';
import type { Situation } from '../../core/follow/situation.ts';
import type { BatchView } from '../../core/nursery/reader.ts';
import { type Why, whyExpected, whyTreatment } from '../../core/tell/explain.ts';
import { stageName } from '../../core/tell/words.ts';
import { spoken } from '../../words/subject.ts';

const share = (of: number) => `${(100 * of).toFixed(1)} %`;
const days = (of: number) => `${of.toFixed(1)} d`;

/** How a batch's forecast came about, line by line: each stage as it was followed, the chain, what is believed of its sprouting, and the plants. */
export function explained({ batch, projection }: BatchView, situation: Situation): string[] {
  const { state, treatment, sprouting } = projection;
  const { stages, outlook } = follow(batch, state, situation);
  const { chain, belief, course, left, promised } = outlook;
  return [
    `${batch.code}: ${situation.species.scientific}, ${batch.plan.method.name}, ${batch.plan.seeds} seeds; on ${situation.today}`,
    '',
    ...stages.flatMap((stage, i) => lines(stage, i)),
    '',
    `chain: ${Object.entries(chain)
      .map(([link, of]) => `${link} ${share(of)}`)
      .join(' · ')}`,
    `sprouting: ${left} still to come; a seed of them does with ${share(belief.chance(course.warmth.at(-1)))}; ${course.on(situation.today).toFixed(0)} °C·d of warmth so far`,
    ...(promised
      ? [`plants, 9 times in 10: planned ${promised.planned.low}–${promised.planned.high}, now ${promised.now.low}–${promised.now.high}`]
      : []),
    ...(promised?.because.map(({ code, plants }) => `  ${plants > 0 ? '+' : ''}${plants} ${code}`) ?? []),
    ...(treatment?.treatment
      ? said(whyTreatment(treatment.best, treatment.treatment, treatment.takeOut, { forecast: treatment, learned: undefined }))
      : []),
    ...(sprouting ? said(whyExpected(sprouting, batch.plan.figures)) : []),
  ];
}

function lines(stage: FollowedStage, index: number): string[] {
  const { kind, start, end, temperature_C, place, curve, earned, released, survives, exposure, account, takeOut } = stage;
  const where = place ? `${place.name}, ` : '';
  return [
    `${index + 1} ${stageName(kind)}: ${start} to ${end}, ${where}${temperature_C.toFixed(1)} °C${account ? ', begun' : ''}`,
    ...(curve
      ? [
          `    earned by its end ${days(earned ?? 0)}; released ${share(released)}; not lost from here on ${share(survives)}, rot hazard ${(exposure ?? 0).toFixed(4)}`,
          ...(takeOut ? [`    best after ${takeOut.best} d, window ${takeOut.from}–${takeOut.to} d`] : []),
        ]
      : []),
    ...(account
      ? [
          `    so far ${days(account.earned)} of ${days(account.wanted)} in ${account.days} d; released now ${share(account.releasedNow)}; take out ${account.takeOutOn}`,
          ...account.losses.map(({ why, days: lost, from, to }) => `    ${days(lost)} short: ${why}, ${from} to ${to}`),
        ]
      : []),
  ];
}

const text = (of: Why['figure']) => (typeof of === 'string' ? of : spoken(of));

/** The same answer that the app gives to “why?”. */
function said({ figure, inputs, rule, source }: Why): string[] {
  return [
    '',
    `why ${text(figure)}?`,
    ...inputs.map(({ name, value, from }) => `  ${text(name)}: ${text(value)} (${text(from)})`),
    `  rule: ${text(rule)}`,
    `  source: ${text(source)}`,
  ];
}
