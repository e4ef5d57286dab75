import { shortDate } from '@chill/core/calendar/dates.ts';
import { tellLoss, tellShift } from '@chill/core/chill/lossWords.ts';
import { isStage } from '@chill/core/kinds/stages.ts';
import type { BecauseCode } from '@chill/core/schedule/outlook.ts';
import type { SproutForecast } from '@chill/core/schedule/project.ts';
import { STAGE_NAMES } from '@chill/core/schedule/words.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import { Link } from 'react-router';
import { type BatchView, useNursery } from '../../data/nursery.ts';
import { Figure } from '../../kit/Figure.tsx';
import { LedgerBar } from '../../kit/LedgerBar.tsx';
import { enlargement, SeedDrawing } from '../../kit/SeedDrawing.tsx';
import { Tag } from '../../kit/Tag.tsx';
import { Thread } from '../../kit/Thread.tsx';

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
        <i>{species.scientific}</i> · lot {lot.code} · {batch.plan.way.name.toLowerCase()}
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
          {species.seed.length_mm} × {species.seed.width_mm} mm, drawn × {enlargement(species.seed, 138)}.<br />
          Lift a root at {species.liftAt_mm} mm, before it grips.
        </p>
      </div>
    </>
  );
}

/** The figures that matter at the stage a batch is in, and the advice that follows from them. */
export function Account({ view }: { view: BatchView }) {
  const { today, nursery } = useNursery();
  const show = (celsius: number) => showQuantity(celsius, 'temperature_C', nursery.settings.units);
  const { treatment, sprouting, state, stages, setOut } = view.projection;
  if (state.closedOn) return <p className="mt-3">Closed on {shortDate(state.closedOn, today)}.</p>;
  if (sprouting && state.stage >= sprouting.stage) {
    const inPots = state.counts.potted + state.counts.established;
    return (
      <>
        <div className="mt-3 grid grid-cols-2 gap-4">
          <Figure value={sprouting.up} unit={`of ${sprouting.seeds} up`}>
            since {shortDate(sprouting.since, today)}
            {stages[sprouting.stage]?.finished ? '' : `; about ${Math.round(sprouting.expectedByNow)} expected by now`}
          </Figure>
          <Figure value={inPots} unit="in pots">
            set out about {shortDate(setOut, today)}
          </Figure>
        </div>
        {isStage(stages[state.stage]?.kind, ({ check }) => check === 'sprouts') && <p className="mt-3">{sproutsAhead(sprouting, today)}</p>}
        <PromiseLine view={view} />
      </>
    );
  }
  if (treatment && treatment.stage === state.stage) {
    const shift = tellShift(treatment.dueOut, treatment.shifted_days, today);
    const reasons = treatment.losses
      .filter((loss) => loss.days > 0 === treatment.shifted_days > 0)
      .slice(0, 2)
      .map((loss) => tellLoss(loss, today, show));
    const out = treatment.stalled
      ? 'It earns no cold where it is: move it back. Take-out day after that: '
      : today < treatment.window.from
        ? 'Leave it in. Take-out day: '
        : today <= treatment.window.to
          ? 'Take it out in these days. Take-out day: '
          : 'Take it out now. Its take-out day was ';
    return (
      <>
        <div className="mt-3 grid grid-cols-2 gap-4">
          <Figure value={Math.round(treatment.earned)} unit={`of ${Math.round(treatment.wanted)} days`}>
            of {isStage(stages[state.stage]?.kind, ({ earns }) => earns === 'warmth') ? 'warmth' : 'cold'} earned since{' '}
            {shortDate(treatment.since, today)}
            {treatment.uncertain_days > 0 && `; ${treatment.uncertain_days} days found dry count half`}
          </Figure>
          <Figure value={Math.round(treatment.freedNow * 100)} unit="% ready">
            now; {Math.round(treatment.freedAtBest * 100)} % on the take-out day
          </Figure>
        </div>
        <p className="mt-3">
          {out}
          <b>{shortDate(treatment.dueOut, today)}</b>; any day from {shortDate(treatment.window.from, today)} to{' '}
          {shortDate(treatment.window.to, today)} costs at most 3 %.
          {shift && ` ${shift[0]?.toUpperCase()}${shift.slice(1)}${reasons.length > 0 ? `: ${reasons.join('; ')}` : ''}.`}
          {treatment.firstRootRange && treatment.firstRoot && treatment.firstRoot > today && (
            <>
              {' '}
              First root in the cold between {shortDate(treatment.firstRootRange.from, today)} and{' '}
              {shortDate(treatment.firstRootRange.to, today)}, 8 times in 10.
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
        {state.underWay
          ? `In ${STAGE_NAMES[next.kind]} since ${shortDate(next.start, today)}.`
          : `Next: ${STAGE_NAMES[next.kind]}, ${shortDate(next.start, today)}.`}{' '}
        Set out about <b>{shortDate(setOut, today)}</b>.
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
      ? `Expect ${expectNew.low === expectNew.high ? expectNew.low : `${expectNew.low}–${expectNew.high}`} new at the next check. `
      : nextOn && nextOn > today
        ? `None expected before ${shortDate(nextOn, today)}. `
        : '';
  if (more.high === 0) return `${next}Hardly any more will come: 1 more or none, ${Math.round(100 * (1 - anyMore))} times in 100 none.`;
  return `${next}${more.low === more.high ? more.low : `${more.low}–${more.high}`} more in all, 8 times in 10; 9 in 10 of them by ${by}.`;
}

const BECAUSE: Record<BecauseCode, (count: number) => string> = {
  mould: (count) => `${count} went mouldy`,
  lost: (count) => `${count} lost or moved`,
  lessCold: () => 'it earned less than planned',
  moreCold: () => 'it earned more than planned',
  fewCame: (count) => `fewer came than expected, ${count} so far`,
  manyCame: (count) => `more came than expected, ${count} so far`,
  swelling: () => 'the soak showed how many drink',
  tested: () => 'a test of the lot came since',
  rotLearned: () => 'your own mould records count',
};

/** The plants that a batch promises: as planned, and with all that happened since. */
function PromiseLine({ view }: { view: BatchView }) {
  const { promised } = view.projection;
  if (!promised) return null;
  const { planned, now, because } = promised;
  const range = ({ low, high }: { low: number; high: number }) => (low === high ? String(low) : `${low}–${high}`);
  const same = planned.low === now.low && planned.high === now.high;
  const why = because.slice(0, 2).map(({ code, count = 0 }) => BECAUSE[code](count));
  return (
    <p className="mt-2">
      Plants: planned {range(planned)}
      {!same && (
        <>
          , now <b>{range(now)}</b>
          {why.length > 0 && `, because ${why.join('; ')}`}
        </>
      )}
      .
    </p>
  );
}
