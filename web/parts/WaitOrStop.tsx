import { nearDate, shortDate } from '@chill/core/calendar/dates.ts';
import { warmthOf } from '@chill/core/follow/situation.ts';
import type { SproutForecast } from '@chill/core/forecast/project.ts';
import { type WaitOrStop as Advice, type WaitChoice as Choosing, firstTenthDue, waitOrStop } from '@chill/core/forecast/waitOrStop.ts';
import { PLACES } from '@chill/core/kinds/places.ts';
import { decidedNext } from '@chill/core/ledger/planInForce.ts';
import { rootGrowth } from '@chill/core/sprout/rootGrowth.ts';
import { wrongWarmth } from '@chill/core/sprout/tooWarm.ts';
import { tooSteadyWords, wrongLightWords, wrongWarmthWords } from '@chill/core/tasks/wrongPlace.ts';
import { AMENDED } from '@chill/core/tell/describe.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import { span } from '@chill/core/units/span.ts';
import { spoken } from '@chill/words/subject.ts';
import { say } from '@chill/words/warm.ts';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { type BatchView, type NurseryView, situationOf, useNursery } from '../data/nursery.ts';
import { Tag } from '../kit/told/Tag.tsx';
import { Choices } from './Choices.tsx';
import { CHOICES, rangeSaid } from './choiceWords.ts';
import { nextFor } from './nextFor.ts';
import { SproutChart } from './SproutChart.tsx';
import { UndoButton } from './UndoButton.tsx';

/** One batch in the warmth: how it sprouts, and what is best done with the seeds that have not come. */
export function WaitOrStop({ view, named = true }: { view: BatchView; named?: boolean }) {
  const nursery = useNursery();
  const { today } = nursery;
  const { batch, species, lot, projection } = view;
  const { sprouting, state } = projection;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a batch is read anew whenever anything that it depends on has changed.
  const advice = useMemo(() => waitOrStop(batch, projection, situationOf(nursery, species, lot)), [view, today]);
  const wrong = wrongWhereItLies(view, nursery);
  const decided = decidedNext(state);
  const due = sprouting && firstTenthDue(sprouting);
  return (
    <section aria-label={say('waitOrStop')}>
      {named && (
        <p className="flex flex-wrap items-baseline gap-x-3">
          <Link to={`/batch/${batch.code}`} className="underline-offset-4 hover:underline">
            <Tag code={batch.code} large />
          </Link>
          <span className="text-[1.2rem] font-semibold">{species.common[0]}</span>
          {sprouting && <span className="text-ink2 italic">{say('dayOf', { day: sprouting.day })}</span>}
        </p>
      )}
      {wrong && <p className="mt-2 font-semibold text-alarm">{wrong}</p>}
      <h2 className={named ? 'mt-3' : ''}>{say('waitOrStop')}</h2>
      {decided ? (
        <p className="mt-1 flex flex-wrap items-center text-[1.06rem]">
          {say('decided', { on: shortDate(decided.on, today), change: AMENDED[decided.why] })}
          <UndoButton view={view} events={[{ id: decided.eventId }]} />
        </p>
      ) : !advice ? (
        <p className="mt-1 text-ink2">{say('allHaveCome')}</p>
      ) : due && due > today ? (
        <p className="mt-1 text-[1.06rem]">{say('tooEarlyToAsk', { due: nearDate(due, today) })}</p>
      ) : (
        <Lead advice={advice} today={today} />
      )}
      {advice && sprouting && <Ahead advice={advice} sprouting={sprouting} today={today} />}
      {advice && sprouting && !decided && <NextCount view={view} />}
      {sprouting && (
        <div className="mt-3">
          <SproutChart view={view} height={190} />
        </div>
      )}
      {advice && !decided && (due === undefined || due <= today) && <Choices view={view} advice={advice} />}
    </section>
  );
}

/** That it lies too warm, too cold, too dark, too light or too steadily to sprout well, by what its place is measured or stated to have. */
function wrongWhereItLies(
  { species, projection: { sprouting, state } }: BatchView,
  { places, temperatures, today, nursery }: NurseryView,
): string | undefined {
  const place = places.find(({ id }) => id === state.stages[state.stage]?.placeId);
  if (!place || sprouting?.stage !== state.stage || PLACES[place.kind].weather) return undefined;
  const { celsius, halfSwing_C } = warmthOf(place, { temperatures, today });
  const wrong = wrongWarmth(species.sprouting, celsius, halfSwing_C);
  const { units } = nursery.settings;
  if (wrong) return spoken(wrongWarmthWords(wrong, place.name, celsius, units));
  const other = wrongLightWords(species, place) ?? tooSteadyWords(species, place.name, halfSwing_C, units);
  return other && spoken(other);
}

/** What to do, and why, in two lines. */
function Lead({ advice, today }: { advice: Advice; today: string }) {
  const best = advice.choices[0] as Choosing;
  const [, second] = advice.choices.filter(({ kind }) => kind !== 'cut');
  const range = rangeSaid(best);
  const facts = { range, by: best.by ? shortDate(best.by, today) : '' };
  const why = () => {
    switch (best.kind) {
      case 'wait':
        return advice.until ? say('whyWait', { ...facts, next: CHOICES[advice.until.next].next() }) : say('whyWaitOn', facts);
      case 'stop':
        return say('whyStop');
      case 'cut':
        return say('whyCut', { times: Math.min(9, Math.max(1, Math.round((best.changes ?? 0) * 10))) });
      default:
        return say('whyCure', { ...facts, other: second ? rangeSaid(second) : '0', instead: second ? CHOICES[second.kind].next() : '' });
    }
  };
  return (
    <p className="mt-1 text-[1.06rem]">
      <b>{CHOICES[best.kind].lead(best, advice, today)}</b> {why()}
    </p>
  );
}

/** How many may still come, and when. */
function Ahead({ advice, sprouting, today }: { advice: Advice; sprouting: SproutForecast; today: string }) {
  const { low, high, expected } = sprouting.more;
  return (
    <p className="mt-1 text-ink2">
      {say('mayStillCome', { expected: Math.round(expected), left: advice.left, range: span({ low, high }) })}{' '}
      {expected >= 1 &&
        advice.half &&
        advice.nearlyAll &&
        say('halfAndNearlyAll', { half: nearDate(advice.half, today), nearlyAll: nearDate(advice.nearlyAll, today) })}{' '}
      {say('aGivenSeed', { percent: advice.each < 0.01 ? '<1' : Math.round(advice.each * 100) })}
    </p>
  );
}

/** When to count next, and why then: how fast a root lengthens here, and whether anybody has measured that. */
function NextCount({ view }: { view: BatchView }) {
  const { nursery, today } = useNursery();
  const { species, projection } = view;
  const { sprouting } = projection;
  if (!sprouting) return null;
  const { said, orElse } = nextFor(view, today);
  const { mmPerDegreeDay, assumed } = rootGrowth(species);
  const mm = (length: number) => showQuantity(Math.round(length * 10) / 10, 'length_mm', nursery.settings.units, 2);
  const perDay = mmPerDegreeDay * sprouting.law.rate(sprouting.temperature_C);
  return (
    <details className="mt-1 max-w-prose">
      <summary className="quiet cursor-pointer list-none">{said}</summary>
      <p className="mt-1 border-l-2 border-line pl-4 text-[0.98rem]">
        {orElse} {say('rootsLengthen', { perDay: mm(perDay), liftAt: mm(species.liftAt_mm) })} {assumed && say('rootsAssumed')}
      </p>
    </details>
  );
}
