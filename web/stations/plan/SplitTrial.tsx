import { unsownId } from '@chill/core/methods/endings.ts';
import type { Proposal } from '@chill/core/methods/proposal.ts';
import { planFrom, type Request, withSownEndings } from '@chill/core/methods/propose.ts';
import { isControl, UNTREATED } from '@chill/core/methods/schools.ts';
import { whyArms } from '@chill/core/tell/explainCounts.ts';
import { percent } from '@chill/core/units/percent.ts';
import type { NewBatch, Wish } from '@chill/model/batch.ts';
import { refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/plan.ts';
import { Rich } from '@chill/words/rich.tsx';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { newId } from '../../browser/newId.ts';
import { type LotView, useNursery } from '../../data/nursery.ts';
import { makeTrial } from '../../data/saving.ts';
import { Choice } from '../../kit/fields/Choice.tsx';
import { Stepper } from '../../kit/fields/Stepper.tsx';
import { useAttempt } from '../../kit/fields/useAttempt.ts';
import { Problem } from '../../kit/told/Problem.tsx';
import { Term } from '../../kit/told/Term.tsx';
import { WhyNote } from '../../kit/told/WhyNote.tsx';
import type { ArmAnswer } from '../../workers/armSize.ts';
import { useArmSize } from './useArmSize.ts';

const DIFFERENCES = [
  { value: '0.3', text: '30 %' },
  { value: '0.2', text: '20' },
  { value: '0.15', text: '15' },
  { value: '0.1', text: '10' },
] as const;
const MOST_ARMS = 6;

/** Splits a lot between two to six methods as a fair trial: how many seeds each, dealt at random, with a control suggested. */
export function SplitTrial({
  proposals: towels,
  lot,
  wish,
  request,
}: {
  proposals: readonly Proposal[];
  lot: LotView;
  wish: Wish;
  request: Request;
}) {
  const { today } = useNursery();
  const navigate = useNavigate();
  const { attempt, problem, busy } = useAttempt();
  const [open, setOpen] = useState(false);
  const proposals = useMemo(() => (open ? withSownEndings(towels, request) : towels), [open, towels, request]);
  const suggested = towels.find(({ method }) => method.id === UNTREATED) ?? towels.findLast(({ method }) => isControl(method));
  const sownToo = firstOnBothEndings(proposals);
  const [chosen, setChosen] = useState<string[]>();
  const arms = (chosen ?? firstTwo(proposals, suggested)).flatMap((id) => proposals.find(({ method }) => method.id === id) ?? []);
  const [difference, setDifference] = useState<(typeof DIFFERENCES)[number]['value']>('0.2');
  const control = arms.find(({ method }) => method.id === suggested?.method.id) ?? arms[0];
  const base = control ? Math.min(0.98, Math.max(0.02, control.share)) : 0.5;
  const step = Number(difference) * (base + Number(difference) <= 1 ? 1 : -1);
  const room = arms.length > 0 ? Math.floor(lot.unassigned / arms.length) : 0;
  const [own, setOwn] = useState<number>();
  const answer = useArmSize({ base, other: base + step, ...(own !== undefined && { seeds: Math.min(own, room) }) }, open);
  const seeds = Math.min(own ?? answer?.wanted ?? room, room);

  if (proposals.length < 2) return null;
  const toggle = (id: string) => {
    const ids = arms.map(({ method }) => method.id);
    if (ids.includes(id)) setChosen(ids.filter((one) => one !== id));
    else if (ids.length < MOST_ARMS) setChosen([...ids, id]);
  };
  const make = () =>
    attempt(async () => {
      if (arms.length < 2) return refusal(say.of('chooseTwoToSix'));
      if (seeds < 1) return refusal(say.of('noSeedLeftTrial'));
      const id = newId();
      const name = `${arms.map(({ method }) => method.name.toLowerCase()).join(` ${say('against')} `)}, ${lot.code}`.slice(0, 120);
      const batches = arms.map(
        (arm, i): NewBatch => ({
          id: newId(),
          lotId: lot.id,
          madeOn: today,
          plan: planFrom(arm, wish, seeds),
          trial: { id, name, arm: i + 1, arms: arms.length, control: arm === control },
        }),
      );
      await makeTrial(batches);
      navigate(`/trial/${id}`);
    });

  return (
    <details className="mt-10 max-w-4xl" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="quiet cursor-pointer list-none text-xl font-[650]">{say('splitFairTrial')}</summary>
      <p className="mt-1 max-w-prose text-ink2">
        <Rich say={say} of="fewMethodsShowMore" parts={{ term: <Term of="control">{null}</Term> }} />
      </p>
      <fieldset className="mt-3">
        <legend className="text-[0.95rem] text-ink2">{say('methodsCompare')}</legend>
        {sownToo && (
          <button type="button" className="quiet" onClick={() => setChosen([sownToo.towel, sownToo.sown])}>
            {say('halfTowelHalfSown')}
          </button>
        )}
        <ul className="mt-1 grid gap-x-8 sm:grid-cols-2">
          {proposals.map(({ method }) => {
            const on = arms.some((arm) => arm.method.id === method.id);
            return (
              <li key={method.id}>
                <label className="flex min-h-12 cursor-pointer items-center gap-3 desk:min-h-10">
                  <input type="checkbox" className="size-5 accent-(--color-ink)" checked={on} onChange={() => toggle(method.id)} />
                  <span>
                    <b className={on ? 'font-[650]' : 'font-normal'}>{method.name}</b>
                    {method.id === suggested?.method.id && <span className="text-ink2"> {say('controlNoTreatment')}</span>}
                  </span>
                </label>
              </li>
            );
          })}
        </ul>
      </fieldset>
      <div className="mt-3 flex flex-wrap items-end gap-x-8 gap-y-3">
        <div>
          <p className="text-[0.95rem] text-ink2">{say('differenceWorthFinding')}</p>
          <Choice
            label={say('difference')}
            options={DIFFERENCES}
            value={difference}
            onChange={(value) => {
              setDifference(value);
              setOwn(undefined);
            }}
          />
        </div>
        <div>
          <p className="text-[0.95rem] text-ink2">{say('seedsEachArm')}</p>
          <Stepper label={say('seedsInEachArm')} value={seeds} most={room} onChange={setOwn} />
        </div>
        <button type="button" className="action" disabled={busy} onClick={make}>
          {say('makeTrial')}
        </button>
      </div>
      <p className="mt-3 max-w-prose" aria-live="polite">
        {answer ? (
          <Rich
            say={say}
            of="seedsToTell"
            facts={{
              base: percent(answer.base),
              other: percent(answer.other),
              wanted: answer.wanted,
              verdict: verdict(seeds, answer, arms.length, lot),
            }}
            parts={{ b: <b className="font-mono" /> }}
          />
        ) : (
          say('calculatingHowMany')
        )}
      </p>
      {answer && answer.bags > 1 && <p className="mt-1 max-w-prose text-ink2">{say('bagsDifferToo', { count: answer.bags })}</p>}
      {answer && <WhyNote why={whyArms(answer.base, answer.other, answer.wanted)} />}
      <Problem>{problem}</Problem>
    </details>
  );
}

/** The method to recommend first of those that can end on a towel and sown: both its ids. */
function firstOnBothEndings(proposals: readonly Proposal[]): { towel: string; sown: string } | undefined {
  const sown = proposals.find(({ method: { id } }) => unsownId(id) !== id)?.method.id;
  return sown ? { towel: unsownId(sown), sown } : undefined;
}

function firstTwo(proposals: readonly Proposal[], control: Proposal | undefined): string[] {
  const first = proposals[0];
  const second = control && control !== first ? control : proposals[1];
  return [first, second].flatMap((one) => (one ? [one.method.id] : []));
}

function verdict(seeds: number, { wanted, tells, seeds: asked }: ArmAnswer, arms: number, lot: LotView): string {
  const leaves = say('leavesLot', { unassigned: lot.unassigned - seeds * arms });
  if (seeds >= wanted || asked !== seeds) return seeds >= wanted ? leaves : say('lotTooSmallForDifference', { seeds, leaves });
  const shows =
    tells === undefined ? say('eachShowsAllOrNone', { seeds }) : say('eachShowsDifference', { seeds, difference: percent(tells) });
  return `${shows} ${leaves}`;
}
