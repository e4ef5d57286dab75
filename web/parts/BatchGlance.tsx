import { shortDate } from '@chill/core/calendar/dates.ts';
import { describeLoss, describeShift } from '@chill/core/chill/lossWords.ts';
import type { Cause } from '@chill/core/follow/causes.ts';
import { pottedOutOn, type SproutForecast } from '@chill/core/forecast/project.ts';
import { isStage } from '@chill/core/kinds/stages.ts';
import { staysInGround } from '@chill/core/sowing/sown.ts';
import { stageName } from '@chill/core/tell/words.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import { span } from '@chill/core/units/span.ts';
import { say } from '@chill/words/glance.ts';
import { Rich } from '@chill/words/rich.tsx';
import { Link } from 'react-router';
import { type BatchView, useNursery } from '../data/nursery.ts';
import { Figure } from '../kit/told/Figure.tsx';
import { Tag } from '../kit/told/Tag.tsx';
import { LedgerBar } from './LedgerBar.tsx';
import { enlargement, SeedDrawing } from './SeedDrawing.tsx';
import { Thread } from './Thread.tsx';

/** A batch at a glance: its thread, its account, its advice, its ledger and its seed. */
export function BatchGlance({ view }: { view: BatchView }) {
  const { today } = useNursery();
  const { batch, species, lot } = view;
  return (
    <>
      <p className="flex flex-wrap items-baseline gap-x-3">
        <Link to={`/batch/${batch.code}`} className="underline-offset-4 hover:underline">
          <Tag code={batch.code} large />
        </Link>
        <span className="text-[1.2rem] font-semibold">{species.common[0]}</span>
      </p>
      <p className="text-[0.95rem] text-ink2">
        <Rich
          say={say}
          of="lot"
          facts={{ scientific: species.scientific, code: lot.code, name: batch.plan.method.name.toLowerCase() }}
          parts={{ i: <i /> }}
        />
      </p>
      <div className="mt-3">
        <Thread view={view} today={today} />
      </div>
      <Account view={view} />
      <div className="mt-4">
        <LedgerBar counts={view.projection.state.counts} seeds={batch.plan.seeds} />
      </div>
      <div className="mt-4 flex items-end gap-4">
        <SeedDrawing seed={species.seed} room={150} />
        <p className="text-[0.92rem] text-ink2">
          {say('sizeAndScale', {
            length: species.seed.length_mm,
            width: species.seed.width_mm,
            enlargement: enlargement(species.seed, 138),
          })}
          <br />
          {say('liftAtLength', { liftAt: species.liftAt_mm })}
        </p>
      </div>
    </>
  );
}

/** The figures that matter at the stage a batch is in, and the advice that follows from them. */
export function Account({ view }: { view: BatchView }) {
  const { today, nursery } = useNursery();
  const show = (celsius: number) => showQuantity(celsius, 'temperature_C', nursery.settings.units);
  const { treatment, sprouting, state, stages, plantOut } = view.projection;
  const stays = staysInGround(view.batch.plan.method.stages);
  if (state.closedOn) return <p className="mt-3">{say('closed', { closedOn: shortDate(state.closedOn, today) })}</p>;
  if (sprouting && state.stage >= sprouting.stage) {
    const inPots = state.counts.potted + state.counts.established;
    const since = shortDate(sprouting.since, today);
    return (
      <>
        <div className="mt-3 grid grid-cols-[repeat(auto-fit,minmax(11.5rem,1fr))] gap-4">
          <Figure value={sprouting.up} unit={say(stages[sprouting.stage]?.sown ? 'cameUp' : 'germinated', { seeds: sprouting.seeds })}>
            {stages[sprouting.stage]?.finished
              ? say('since', { since })
              : say('sinceExpected', { since, expected: Math.round(sprouting.expectedByNow) })}
          </Figure>
          <Figure value={inPots} unit={say(stays ? 'inTheBed' : 'pots')}>
            {say(stays ? 'countAbout' : 'plantOutAbout', { plantOut: shortDate(pottedOutOn(view.projection), today) })}
          </Figure>
        </div>
        {isStage(stages[state.stage]?.kind, ({ check }) => check === 'sprouts') && <p className="mt-3">{sproutsAhead(sprouting, today)}</p>}
        <PromiseLine view={view} />
      </>
    );
  }
  if (treatment && treatment.stage === state.stage) {
    const shift = describeShift(treatment.takeOutOn, treatment.shifted_days, today);
    const reasons = treatment.losses
      .filter((loss) => loss.days > 0 === treatment.shifted_days > 0)
      .slice(0, 2)
      .map((loss) => describeLoss(loss, today, show));
    const out = treatment.stalled
      ? `${say('noColdHereMoveBack')} `
      : today < treatment.window.from
        ? `${say('leaveUntilTakeOut')} `
        : today <= treatment.window.to
          ? `${say('takeOutTheseDays')} `
          : `${say('takeOutOverdue')} `;
    return (
      <>
        <div className="mt-3 grid grid-cols-[repeat(auto-fit,minmax(11.5rem,1fr))] gap-4">
          <Figure value={Math.round(treatment.earned)} unit={say('days', { wanted: Math.round(treatment.wanted) })}>
            {say(isStage(stages[state.stage]?.kind, ({ earns }) => earns === 'warmth') ? 'warmthReceivedSince' : 'coldReceivedSince', {
              since: shortDate(treatment.since, today),
            })}
            {treatment.uncertain_days > 0 && `; ${say('dryDaysCountHalf', { uncertain: treatment.uncertain_days })}`}
          </Figure>
          <Figure value={Math.round(treatment.releasedNow * 100)} unit={say('ready')}>
            {say('nowTakeOutDay', { readyAtBest: Math.round(treatment.releasedAtBest * 100) })}
          </Figure>
        </div>
        <p className="mt-3">
          <Rich
            say={say}
            of="windowOfTakeOut"
            facts={{
              out,
              takeOutOn: shortDate(treatment.takeOutOn, today),
              from: shortDate(treatment.window.from, today),
              to: shortDate(treatment.window.to, today),
            }}
            parts={{ b: <b /> }}
          />
          {shift && ` ${shift[0]?.toUpperCase()}${shift.slice(1)}${reasons.length > 0 ? `: ${reasons.join('; ')}` : ''}.`}
          {treatment.firstRootRange && treatment.firstRoot && treatment.firstRoot > today && (
            <>
              {' '}
              {say('firstRootBetween', {
                from: shortDate(treatment.firstRootRange.from, today),
                to: shortDate(treatment.firstRootRange.to, today),
              })}
            </>
          )}
        </p>
        <PromiseLine view={view} />
      </>
    );
  }
  const next = stages[state.stage];
  return next ? (
    <>
      <p className="mt-3">
        <Rich
          say={say}
          of={stays ? 'countAboutAfter' : 'plantOutAboutAfter'}
          facts={{
            now: state.underWay
              ? say('inStageSince', { stage: stageName(next.kind), start: shortDate(next.start, today) })
              : say('next', { stage: stageName(next.kind), start: shortDate(next.start, today) }),
            plantOut: shortDate(plantOut, today),
          }}
          parts={{ b: <b /> }}
        />
      </p>
      <PromiseLine view={view} />
    </>
  ) : null;
}

/** What is to come on the warm towel: the next check, how many in all, by when. */
function sproutsAhead({ expectNew, more, nextOn, allButDone, anyMore }: SproutForecast, today: string): string {
  const by = shortDate(allButDone, today);
  const next =
    expectNew.high > 0
      ? say('expectNewNextCheck', { range: span(expectNew) })
      : nextOn && nextOn > today && say('noneExpectedBefore', { nextOn: shortDate(nextOn, today) });
  const all =
    more.high === 0 ? say('noneMoreLikely', { times: Math.round(100 * (1 - anyMore)) }) : say('moreInAll', { range: span(more), by });
  return next ? `${next} ${all}` : all;
}

const BECAUSE: Record<Cause['code'], (count: number, adds: boolean) => string> = {
  rot: (count, adds) => say(adds ? 'fewerMouldyThanPlanned' : 'moreMouldyThanPlanned', { count }),
  lost: (count) => say('lostOrMoved', { count }),
  seedlings: (count) => say('seedlingsLost', { count }),
  grown: () => say('pastFirstWeeks'),
  cold: (_, adds) => say(adds ? 'moreReadyThanPlanned' : 'fewerReadyThanPlanned'),
  came: (count, adds) => say(adds ? 'moreThanExpected' : 'fewerThanExpected', { count }),
  swelling: (_, adds) => say(adds ? 'moreSwellThanPlanned' : 'fewerSwellThanPlanned'),
  tested: () => say('lotTestedSince'),
  rest: () => say('whatElseChanged'),
};
const signed = (plants: number) => (plants > 0 ? `+${plants}` : `−${-plants}`);

/** The plants that a batch promises: as planned, and with all that happened since. */
function PromiseLine({ view }: { view: BatchView }) {
  const { promised } = view.projection;
  if (!promised) return null;
  const { planned, now, because } = promised;
  const same = planned.low === now.low && planned.high === now.high;
  const why = because.map(({ code, count = 0, plants }) => say('cause', { plants: signed(plants), why: BECAUSE[code](count, plants > 0) }));
  return (
    <p className="mt-2">
      {say('plantsPlanned', { range: span(planned) })}
      {!same && (
        <>
          <Rich say={say} of="now" facts={{ range: span(now) }} parts={{ b: <b /> }} />
          {why.length > 0 && say('because', { why: why.join('; ') })}
        </>
      )}
      .
    </p>
  );
}
