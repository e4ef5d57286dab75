import { shortDate } from '@chill/core/calendar/dates.ts';
import { mediumName } from '@chill/core/kinds/media.ts';
import { viableAfter } from '@chill/core/lot/viability.ts';
import type { LearnedShare } from '@chill/core/results/learnedShare.ts';
import type { LearnedViable } from '@chill/core/results/learnedViable.ts';
import type { LearnedOf } from '@chill/core/results/taught.ts';
import type { LearnedDays } from '@chill/core/results/weighed.ts';
import { percent } from '@chill/core/units/percent.ts';
import { LEARNABLE, type Learnable, type OwnFigure } from '@chill/model/nursery.ts';
import type { Species } from '@chill/model/species.ts';
import type { Medium } from '@chill/model/stage.ts';
import { say } from '@chill/words/results.ts';
import { Rich } from '@chill/words/rich.tsx';
import { worded } from '@chill/words/tables.ts';
import { scaleLinear } from 'd3-scale';
import { useLearned } from '../../data/learned.ts';
import { useNursery } from '../../data/nursery.ts';
import { saveNursery } from '../../data/saving.ts';
import { useAttempt } from '../../kit/fields/useAttempt.ts';
import { inOrder } from '../../kit/lists/grouped.ts';
import { hasWords, ListTools, useListChoice } from '../../kit/lists/ListTools.tsx';
import { LongList } from '../../kit/lists/LongList.tsx';
import { Problem } from '../../kit/told/Problem.tsx';
import { Waiting } from '../../kit/told/Waiting.tsx';
import { ResultsPages } from './ResultsPages.tsx';

const FIGURES = worded(say, {
  viable: 'figureViable',
  sprouts: 'figureSprouts',
  soil: 'figureSoil',
  establishes: 'figureEstablishes',
  openCoat: 'figureOpenCoat',
  hotWater: 'figureHotWater',
  cold: 'figureCold',
  speed: 'figureSpeed',
});

/** What the nursery's own results say of each species against the handbook, as it is used in plans; made one's own or forgotten by one tap. */
export default function LearnedPage() {
  const known = useLearned();
  const { rot, nursery } = useNursery();
  const figures = nursery.figures ?? [];
  const species =
    known?.handbook.filter(({ id }) => tells(known.learned.get(id)) || figures.some(({ speciesId }) => speciesId === id)) ?? [];
  const [choice, change] = useListChoice();
  const found = inOrder(
    species.filter(({ common, scientific }) => hasWords([...common, scientific], choice.find)),
    ({ id, common, scientific }) =>
      choice.by === 'moved' ? String(1e6 - Math.round(1e3 * movedBy(known?.learned.get(id)))).padStart(9, '0') : (common[0] ?? scientific),
  );
  return (
    <section className="px-4 pt-5 desk:px-10">
      <h1>{say('learnedTitle')}</h1>
      <ResultsPages />
      {!known ? (
        <Waiting />
      ) : species.length === 0 ? (
        <p className="mt-3 max-w-prose text-lg">{say('learnedNothing')}</p>
      ) : (
        <>
          <p className="mt-3 max-w-prose text-[1.06rem] text-ink2">{say('learnedIntro')}</p>
          <ListTools
            {...{ count: species.length, shown: found.length, choice, change, what: say('findSpecies') }}
            orders={{ '': say('byName'), moved: say('byMoved') }}
          />
          {found.length === 0 && choice.find && <p className="mt-4">{say('noSpeciesHas', { find: choice.find })}</p>}
          <LongList rows={found} height={SPECIES_HEIGHT} label={say('learnedTitle')}>
            {(one) => <OfSpecies species={one} of={known.learned.get(one.id)} />}
          </LongList>
          {Object.keys(rot).length > 0 && (
            <>
              <h2 className="mt-8">{say('rotTitle')}</h2>
              <ul className="mt-1 max-w-4xl">
                {(Object.entries(rot) as [Medium, NonNullable<(typeof rot)[Medium]>][]).map(([medium, { rotted, expected, mean }]) => (
                  <li key={medium} className="border-t border-line py-1.5">
                    {say('rotLine', {
                      medium: mediumName(medium),
                      rotted,
                      expected: Math.round(expected),
                      factor: Number(mean.toFixed(2)),
                    })}
                  </li>
                ))}
              </ul>
            </>
          )}
        </>
      )}
    </section>
  );
}

function OfSpecies({ species, of }: { species: Species; of: LearnedOf | undefined }) {
  const { nursery } = useNursery();
  const name = species.common[0] ?? species.scientific;
  const shown = LEARNABLE.filter(
    (what) => of?.learned[what] || nursery.figures?.some(({ speciesId, figure }) => speciesId === species.id && figure === what),
  );
  return (
    <section className="mt-6 max-w-5xl">
      <h2>{name}</h2>
      <ul>
        {shown.map((what) => (
          <Figure key={what} species={species} name={name} what={what} found={of?.learned[what]} />
        ))}
        {of?.sown.map(({ container, cover_mm, came, of: would, batches, half_days }) => (
          <li key={`${container} ${cover_mm}`} className="border-t border-line py-2">
            {say('cameUpIn', { container, cover: cover_mm, came, would, count: batches })}
            {half_days !== undefined && ` ${say('halfUpBy', { half: half_days })}`}
          </li>
        ))}
        {of?.varieties.map(({ variety, sprouts: { now, low, high, had }, others }) => (
          <li key={variety} className="border-t border-line py-2">
            {say('varietyApart', {
              variety,
              now: percent(now),
              low: percent(low),
              high: percent(high),
              came: had.came,
              of: had.of,
              otherCame: others.had.came,
              otherOf: others.had.of,
            })}
          </li>
        ))}
        {of?.apart.map(({ better, worse, chance }) => (
          <li key={`${better.lotId} ${worse.lotId}`} className="border-t border-line py-2">
            {say('lotsApart', {
              better: better.lotCode,
              worse: worse.lotCode,
              chance: Math.floor(chance * 100),
              came: better.had.came,
              of: better.had.of,
              otherCame: worse.had.came,
              otherOf: worse.had.of,
            })}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** So many years in store show what ageing does. */
const AGED_YEARS = 3;

/** About how high what is learned of a species stands, px. */
const SPECIES_HEIGHT = 420;

/** A learned share as the nursery's own entry. */
const ownShare = ({ now, worth, ageing }: LearnedViable) => ({
  share: Number(now.toFixed(4)),
  worth: Math.max(1, Math.round(worth)),
  ...(ageing !== undefined && { ageing: Number(ageing.toFixed(4)) }),
});

const tells = (of: LearnedOf | undefined) =>
  of !== undefined && (Object.keys(of.learned).length > 0 || of.apart.length > 0 || of.varieties.length > 0 || of.sown.length > 0);

/** How far the figure that moved most lies from the handbook's: shares as the logarithm of their odds, days as that of their length. */
function movedBy(of: LearnedOf | undefined): number {
  const odds = (share: number) => Math.log(Math.max(1e-3, share) / Math.max(1e-3, 1 - share));
  return Math.max(
    0,
    ...Object.values(of?.learned ?? {}).map((found) =>
      Math.abs(isShare(found) ? odds(found.now) - odds(found.said) : Math.log(found.now.from / found.said.from)),
    ),
  );
}

const isShare = (found: LearnedShare | LearnedDays): found is LearnedShare => 'had' in found;
const days = ({ from, to }: { from: number; to: number }) => say('daysRange', { from: Math.round(from), to: Math.round(to) });

function Figure({
  species,
  name,
  what,
  found,
}: {
  species: Species;
  name: string;
  what: Learnable;
  found: LearnedShare | LearnedDays | undefined;
}) {
  const { nursery, today } = useNursery();
  const { attempt, problem, busy } = useAttempt();
  const own = nursery.figures?.find(({ speciesId, figure }) => speciesId === species.id && figure === what);
  const others = (nursery.figures ?? []).filter((one) => one !== own);
  const put = (figure?: OwnFigure) => attempt(() => saveNursery({ ...nursery, figures: figure ? [...others, figure] : others }, nursery));
  const since = { speciesId: species.id, figure: what, since: today } as const;
  const named = { species: name, figure: FIGURES[what] };
  return (
    <li className="grid gap-x-8 gap-y-1 border-t border-line py-2 desk:grid-cols-[minmax(0,17rem)_minmax(0,1fr)_minmax(0,15rem)]">
      <span>
        <span className="block leading-tight">{FIGURES[what]}</span>
        {own && (
          <span className="block text-[0.9rem] text-ink2">
            {say(own.share !== undefined || own.days ? 'ownSince' : 'forgottenSince', { since: shortDate(own.since, today) })}
          </span>
        )}
      </span>
      <span className="min-w-0">
        {found &&
          (isShare(found) ? <ShareSaid what={what} found={found} /> : <DaysSaid of={what === 'cold' ? 'cold' : 'speed'} found={found} />)}
      </span>
      <span className="screen-only flex flex-wrap items-start gap-x-5">
        {found && (
          <>
            <button
              type="button"
              className="quiet"
              disabled={busy}
              aria-label={say('makeOwnOf', named)}
              onClick={() =>
                put({
                  ...since,
                  ...(isShare(found) ? ownShare(found) : { days: found.now }),
                })
              }
            >
              {say('makeOwn')}
            </button>
            <button type="button" className="quiet" disabled={busy} aria-label={say('forgetOf', named)} onClick={() => put(since)}>
              {say('forget')}
            </button>
          </>
        )}
        {own && (
          <button type="button" className="quiet" disabled={busy} aria-label={say('backOf', named)} onClick={() => put()}>
            {say('backToHandbook')}
          </button>
        )}
        <Problem>{problem}</Problem>
      </span>
    </li>
  );
}

function ShareSaid({ what, found }: { what: Learnable; found: LearnedViable }) {
  const { said, had, batches, now, low, high, spread, ageing } = found;
  const counted = { came: had.came, of: had.of, count: batches };
  return (
    <>
      <span className="flex flex-wrap items-baseline gap-x-4">
        <b className="font-mono text-lg">{say('learnedNow', { now: percent(now) })}</b>
        <span className="text-[0.92rem] text-ink2">{say('learnedRange', { low: percent(low), high: percent(high) })}</span>
      </span>
      <Moved said={said} had={had.came / Math.max(1, had.of)} now={now} low={low} high={high} />
      <span className="block text-[0.92rem] text-ink2">
        <span className="text-cold">{say('learnedHandbook', { figure: percent(said) })}</span> ·{' '}
        <span className="text-warm">{say(what === 'viable' ? 'learnedHadLots' : 'learnedHad', counted)}</span>
        {spread !== undefined && what !== 'viable' && ` · ${say(spread > 0 ? 'learnedSpread' : 'learnedAlike')}`}
        {spread !== undefined && what === 'viable' && ` · ${say(spread > 0 ? 'lotsSpread' : 'lotsAlike')}`}
        {ageing !== undefined && ` · ${say('learnedAgeing', { years: AGED_YEARS, after: percent(viableAfter(now, ageing * AGED_YEARS)) })}`}
      </span>
    </>
  );
}

/** Two figures, each with its own range: "Half are ready after 57 days (47–68), nearly all after 86 (71–104)." */
function DaysSaid({ of, found: { said, now, low, high, batches, seeds } }: { of: 'cold' | 'speed'; found: LearnedDays }) {
  const most = Math.max(said.to, now.to, high.from) * 1.08;
  const range = (end: 'from' | 'to') => say('daysBetween', { low: Math.round(low[end]), high: Math.round(high[end]) });
  const facts = { from: Math.round(now.from), fromRange: range('from'), to: Math.round(now.to), toRange: range('to') };
  return (
    <>
      <span className="block">
        <Rich
          say={say}
          of={of === 'cold' ? 'learnedCold' : 'learnedSpeed'}
          facts={facts}
          parts={{ b: <b className="font-mono text-lg" />, n: <span className="whitespace-nowrap" /> }}
        />
      </span>
      <Moved said={said.from / most} now={now.from / most} low={low.from / most} high={high.from / most} />
      <span className="block text-[0.92rem] text-ink2">
        <span className="text-cold">{say('learnedHandbook', { figure: days(said) })}</span> ·{' '}
        {say('learnedFrom', { seeds, count: batches })}
      </span>
    </>
  );
}

/** From the handbook's figure, past what was had, to what is used now with its range: along a line from nothing to all, 0 to 1. */
function Moved({ said, had, now, low, high }: { said: number; had?: number; now: number; low: number; high: number }) {
  const x = scaleLinear([0, 1], [6, 394]);
  return (
    <svg viewBox="0 0 400 22" preserveAspectRatio="none" className="my-0.5 block h-[22px] w-full max-w-xl" aria-hidden="true">
      <line x1={6} x2={394} y1={11} y2={11} stroke="var(--color-line)" vectorEffect="non-scaling-stroke" />
      <line
        x1={x(low)}
        x2={x(high)}
        y1={11}
        y2={11}
        stroke="var(--color-ink)"
        strokeOpacity={0.35}
        strokeWidth={7}
        vectorEffect="non-scaling-stroke"
      />
      <line
        x1={x(said)}
        x2={x(said)}
        y1={2}
        y2={20}
        stroke="var(--color-cold)"
        strokeWidth={1.6}
        strokeDasharray="3 2"
        vectorEffect="non-scaling-stroke"
      />
      {had !== undefined && (
        <line x1={x(had)} x2={x(had)} y1={5} y2={17} stroke="var(--color-warm)" strokeWidth={2} vectorEffect="non-scaling-stroke" />
      )}
      <line x1={x(now)} x2={x(now)} y1={2} y2={20} stroke="var(--color-ink)" strokeWidth={3} vectorEffect="non-scaling-stroke" />
    </svg>
  );
}
