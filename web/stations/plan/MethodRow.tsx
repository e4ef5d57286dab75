import { shortDate, spell } from '@chill/core/calendar/dates.ts';
import { chanceOf, middleOf } from '@chill/core/chance/prospect.ts';
import { sproutingStage } from '@chill/core/follow/stageOrder.ts';
import { mediumName } from '@chill/core/kinds/media.ts';
import type { StageFacts } from '@chill/core/kinds/stages/kind.ts';
import { STAGES } from '@chill/core/kinds/stages.ts';
import { valueName } from '@chill/core/kinds/values.ts';
import { agedYears, viableOn } from '@chill/core/lot/lotLedger.ts';
import { sowingOf } from '@chill/core/methods/endings.ts';
import type { Proposal } from '@chill/core/methods/proposal.ts';
import { planFrom, type Request } from '@chill/core/methods/propose.ts';
import { roomUnitName, roundRoom } from '@chill/core/methods/room.ts';
import { type Lodging, lodgingsOf } from '@chill/core/nursery/lodging.ts';
import type { Learned } from '@chill/core/results/learned.ts';
import { staysInGround } from '@chill/core/sowing/sown.ts';
import { whyGermination, whySeeds, whyTakeOut } from '@chill/core/tell/explain.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import { span } from '@chill/core/units/span.ts';
import { seasonsOf } from '@chill/core/winter/seasons.ts';
import type { Plan, Wish } from '@chill/model/batch.ts';
import { refusal } from '@chill/model/refusal.ts';
import type { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/plan.ts';
import { Rich } from '@chill/words/rich.tsx';
import { spoken } from '@chill/words/subject.ts';
import { worded } from '@chill/words/tables.ts';
import type { Term as TermName } from '@chill/words/terms.ts';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { newId } from '../../browser/newId.ts';
import type { LotView } from '../../data/nursery.ts';
import { asItStands, useNursery } from '../../data/nursery.ts';
import { makeBatch } from '../../data/saving.ts';
import { Stepper } from '../../kit/fields/Stepper.tsx';
import { useAttempt } from '../../kit/fields/useAttempt.ts';
import { StageName } from '../../kit/told/named.tsx';
import { Problem } from '../../kit/told/Problem.tsx';
import { Term } from '../../kit/told/Term.tsx';
import { WhyNote } from '../../kit/told/WhyNote.tsx';
import { said } from '../../parts/ViabilityRange.tsx';
import { Ending, useEnding } from './Ending.tsx';
import { GainAndLoss } from './GainAndLoss.tsx';
import { MethodPath, PATH_WIDTH, type PathAxis } from './MethodPath.tsx';
import { often } from './often.ts';

interface Props {
  proposal: Proposal;
  first: boolean;
  open: boolean;
  toggle: () => void;
  axis: PathAxis;
  lot: LotView;
  species: Species;
  /** What this nursery's own results say of it. */
  learned: Learned | undefined;
  /** Whether all that it says is known: until then a batch would go by the handbook alone. */
  settled: boolean;
  wish: Wish | undefined;
  /** What it was weighed for. */
  request: Request | undefined;
}

/** One method: its path, its figures and what speaks against it; opened, its dates, its curve, its reasons, and the making of a batch. */
export function MethodRow(props: Props) {
  const { proposal, first, open, toggle, axis, wish } = props;
  const { today } = useNursery();
  const stopped = proposal.against.some((one) => one.weight === 'stops');
  return (
    <li className={`border-t border-line ${first || open ? 'bg-sheet' : ''}`}>
      <button
        type="button"
        aria-expanded={open}
        onClick={toggle}
        className="grid w-full grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 gap-y-1 px-2 py-2 text-left hover:bg-sheet desk:grid-cols-[13rem_minmax(0,1fr)_6.5rem_8rem_17rem]"
      >
        <span>
          <span className={`block text-[1.1rem] leading-tight ${first ? 'font-bold' : 'font-[620]'} ${stopped ? 'text-ink2' : ''}`}>
            {proposal.method.name}
          </span>
          <span className="block text-[0.92rem] text-ink2">{summary(proposal, today)}</span>
        </span>
        <span className="col-span-2 row-start-2 desk:col-span-1 desk:row-auto">
          <MethodPath proposal={proposal} axis={axis} width={PATH_WIDTH} today={today} />
        </span>
        <span className="text-right font-mono text-xl font-bold desk:text-left">
          {proposal.seeds ?? '–'}
          <span className="ml-1 font-sans text-[0.9rem] font-normal text-ink2 desk:hidden">{say('seedsWord')}</span>
        </span>
        <span className="col-span-2 desk:col-span-1">
          <b className="font-mono text-xl whitespace-nowrap">{wish ? say('orMore', { plants: wish.plants }) : span(proposal.expected)}</b>
          {wish && (
            <span className="block text-[0.92rem] leading-tight text-ink2">
              {say('orMoreHow', { often: often(proposal.chance), middle: middleOf(proposal.starting, proposal.prospect) })}
            </span>
          )}
        </span>
        <span className="col-span-2 text-[0.95rem] leading-snug text-ink2 desk:col-span-1">
          <Against proposal={proposal} all={open} />
        </span>
      </button>
      {open && <Details {...props} />}
    </li>
  );
}

/** What speaks against a method: the two gravest while it is folded, all of it once opened. */
function Against({ proposal, all }: { proposal: Proposal; all: boolean }) {
  const { against } = proposal;
  if (against.length === 0) return say('nothing');
  const shown = all ? against : against.slice(0, 2);
  const tone = { stops: 'font-semibold text-alarm', costs: 'text-ink', notes: '' };
  return (
    <>
      {shown.map((one, i) => (
        <span key={one.code} className={tone[one.weight]}>
          {i > 0 && '; '}
          {spoken(one.reason)}
        </span>
      ))}
      {shown.length < against.length && ` ${say('more', { against: against.length - shown.length })}`}
    </>
  );
}

function summary({ resolved, dates }: Proposal, today: string): string {
  const wait = resolved
    .filter((stage) => stage.curve && stage.days > 0)
    .map(({ kind, days }) => `${spell(days)} ${WAITS[STAGES[kind].earns ?? 'cold']}`);
  return say('waitThenStarts', { wait: wait.length > 0 ? wait.join(', ') : say('noWait'), start: shortDate(dates.start, today) });
}

/** What seed waits in, in a word: "12 weeks cold". */
const WAITS: Record<NonNullable<StageFacts['earns']>, string> = worded(say, {
  ripening: 'dry',
  warmth: 'warm',
  cold: 'cold',
  winter: 'outdoors',
});

/** What a method takes besides seed: "room for 2 bags in the fridge, 9 checks and about 40 minutes of work". */
function takes({ effort: { fridgeBags, checks, minutes } }: Proposal): string {
  const room = fridgeBags === 0 ? say('noRoomFridge') : say('roomInFridge', { count: fridgeBags });
  const time =
    minutes < 90 ? say('minutes', { minutes: Math.round(minutes / 5) * 5 }) : say('hours', { minutes: (minutes / 60).toFixed(1) });
  return say('whatItTakes', { room, checks, time });
}

function Details({ proposal: asWeighed, lot, species, learned, settled, wish, request }: Props) {
  const ended = useEnding(asWeighed, species, request);
  const { proposal } = ended;
  const { nursery, rot, today } = useNursery();
  const { dates, resolved } = proposal;
  const medium = resolved.find(({ treatment }) => treatment)?.treatment?.rot.medium;
  const own = { ...learned, rot: medium && rot[medium] };
  const { viability } = lot.state;
  const now = asItStands(lot);
  const curved = resolved.find((stage) => stage.curve);
  const outdoors = seasonsOf(species).length > 0 && resolved.some(({ kind }) => STAGES[kind].earns === 'winter');
  const degrees = (celsius: number) => showQuantity(celsius, 'temperature_C', nursery.settings.units);
  const day = (date: string) => shortDate(date, today);
  const list: (readonly [name: string, value: string, term?: TermName])[] = [[say('start'), day(dates.start)]];
  if (dates.intoCold) list.push([say('intoCold'), day(dates.intoCold)]);
  if (dates.takeOutOn) list.push([say('takeOut'), day(dates.takeOutOn), 'takeOutDay']);
  if (dates.window)
    list.push([say('takeOutWindow'), say('to', { from: day(dates.window.from), to: day(dates.window.to) }), 'takeOutWindow']);
  const sown = sowingOf(proposal.method) !== undefined;
  list.push(
    [say(sown ? 'firstUp' : 'firstSprouts'), day(dates.firstSprouts)],
    [say(sown ? 'allUp' : 'potted'), day(dates.potted)],
    [say(staysInGround(proposal.method.stages) ? 'plantsStand' : 'plantedOut'), day(dates.plantOut)],
  );
  const why =
    wish &&
    whySeeds(
      proposal,
      wish.plants,
      wish.confidence,
      {
        viable: viableOn(now, species, today),
        from: said(viability, species),
        untested: viability.kind === 'unknown',
        years: agedYears(now, today),
        species,
      },
      own,
    );
  const takeOut = whyTakeOut(proposal, own);
  const warm = resolved[sproutingStage(proposal.method)];
  return (
    <div className="grid gap-x-12 gap-y-4 px-2 pt-2 pb-5 desk:grid-cols-[16rem_minmax(0,27rem)_minmax(0,1fr)]">
      <div>
        <dl className="grid grid-cols-[auto_1fr] gap-x-4 leading-7">
          {list.map(([name, value, term]) => (
            <div key={name} className="contents">
              <dt className="text-ink2">{term ? <Term of={term}>{name}</Term> : name}</dt>
              <dd className="font-semibold">{value}</dd>
            </div>
          ))}
        </dl>
        {resolved
          .filter((stage) => stage.treatment)
          .map((stage) => (
            <p key={stage.kind} className="mt-2 text-[0.95rem] text-ink2">
              <StageName kind={stage.kind} /> {stage.medium && `${say('inMedium', { medium: mediumName(stage.medium) })} `}
              {say('placeAtTemperature', {
                place: stage.place ? stage.place.name : say('placeAssumed'),
                temperature: showQuantity(stage.temperature_C, 'temperature_C', nursery.settings.units),
              })}
            </p>
          ))}
        <p className="mt-2 text-[0.95rem]">{takes(proposal)}</p>
        <p className="mt-2 text-[0.95rem] text-ink2 first-letter:uppercase">
          {valueName(proposal.method.evidence)}.{' '}
          {proposal.method.speaksFor && `${say('advantage', { speaksFor: proposal.method.speaksFor })} `}
          {proposal.method.speaksAgainst && say('drawbackAnywhere', { speaksAgainst: proposal.method.speaksAgainst })}
        </p>
      </div>
      <div>
        {curved && <GainAndLoss stage={curved} />}
        {takeOut && <WhyNote why={takeOut} ask={say('whyLong')} />}
        {warm && (
          <WhyNote
            why={whyGermination(species, { at: degrees(species.sprouting.at_C), here: degrees(warm.temperature_C) }, own)}
            ask={say('howFast')}
          />
        )}
        {outdoors && (
          <p className="text-[0.95rem] text-ink2">
            <Rich
              say={say}
              of="meanWinter"
              parts={{
                to: (
                  <Link to={`/cold/winter?${new URLSearchParams({ lot: lot.id, out: dates.intoCold ?? dates.start })}`} className="quiet" />
                ),
              }}
            />
          </p>
        )}
      </div>
      <div>
        {wish && <MakeBatch proposal={proposal} lot={lot} species={species} wish={wish} settled={settled} />}
        {why && <WhyNote why={why} ask={say('whySoManySeeds')} />}
        {request && <Ending ended={ended} species={species} request={request} />}
      </div>
    </div>
  );
}

/** Whether the plan fits where it would lie: what it takes of the cold, and every place where it finds too little room. */
function RoomFor({ plan, species }: { plan: Plan; species: Species }) {
  const { places, batches, today } = useNursery();
  const lodgings = lodgingsOf(plan, species, { places, batches, today });
  const tight = lodgings.filter(({ wants, free }) => wants > free);
  const cold = lodgings.find(({ stage }) => STAGES[stage.kind].earns === 'cold');
  const tell = ({ wants, free, place, stage }: Lodging) => {
    const on = stage.start > today ? say('on', { start: shortDate(stage.start, today) }) : say('today');
    return {
      name: place.name,
      on,
      unit: roomUnitName(place.room ?? 'bags'),
      free: roundRoom(Math.max(0, free)),
      of: place.capacity,
      wants: roundRoom(wants),
    };
  };
  return (
    <>
      {tight.map((lodging) => {
        const { name, on, unit, free, wants } = tell(lodging);
        return (
          <p key={lodging.stage.kind + lodging.stage.start} className="mt-1 text-[0.95rem] font-semibold text-alarm">
            {lodging.tooLarge ? `${spoken(lodging.tooLarge)}.` : say('tooLittleRoom', { name, on, free, unit, wants })}
          </p>
        );
      })}
      {cold && !tight.includes(cold) && <p className="mt-1 text-[0.95rem] text-ink2">{roomSaid(tell(cold))}</p>}
    </>
  );
}

/** The room that a plan finds where there is enough: "Fridge: 24 of 30 bags free today, 3 needed." */
function roomSaid({
  name,
  on,
  unit,
  free,
  of,
  wants,
}: Record<'name' | 'on' | 'unit', string> & { free: number; of: number; wants: number }) {
  return say('freeNeeded', { name, free, capacity: of, unit, on, wants });
}

/** Turns a method into a batch: the one thing to do here. */
function MakeBatch({ proposal, lot, species, wish, settled }: Pick<Props, 'proposal' | 'lot' | 'species' | 'settled'> & { wish: Wish }) {
  const { today } = useNursery();
  const navigate = useNavigate();
  const [own, setOwn] = useState<number>();
  const { attempt, problem, busy } = useAttempt();
  const seeds = own ?? proposal.starting;
  const plan = planFrom(proposal, wish, seeds);
  const make = () =>
    attempt(async () => {
      if (seeds < 1) return refusal(lot.unassigned === 0 ? say.of('everySeedInBatch', { code: lot.code }) : say.of('startOneSeed'));
      const batch = await makeBatch({ id: newId(), lotId: lot.id, plan, madeOn: today });
      navigate(`/batch/${batch.code}/label`);
    });
  return (
    <div>
      <div className="flex flex-wrap items-center gap-4">
        <Stepper label={say('seedsStart')} value={seeds} most={lot.unassigned} onChange={setOwn} />
        <button type="button" className="action" disabled={busy || !settled} onClick={make}>
          {say('makeBatch')}
        </button>
      </div>
      <p className="mt-2 text-[0.95rem] text-ink2">
        {say('orMoreLeaves', {
          ...plan.expects,
          plants: wish.plants,
          often: often(chanceOf(wish.plants, seeds, proposal.prospect)),
          middle: middleOf(seeds, proposal.prospect),
          unassigned: lot.unassigned - seeds,
        })}
      </p>
      <RoomFor plan={plan} species={species} />
      <Problem>{problem}</Problem>
    </div>
  );
}
