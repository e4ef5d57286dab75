import { towelEvidence } from '@chill/core/follow/towelTest.ts';
import { broughtBy } from '@chill/core/lot/lotLedger.ts';
import { testAdvice, testSizes, viableLeftAtLeast } from '@chill/core/lot/testPlan.ts';
import { viableShare } from '@chill/core/lot/viability.ts';
import { planTowelTest } from '@chill/core/methods/planTowelTest.ts';
import { cautionAt } from '@chill/core/tell/words.ts';
import { refusal } from '@chill/model/refusal.ts';
import type { Species } from '@chill/model/species.ts';
import { Rich } from '@chill/words/rich.tsx';
import { say } from '@chill/words/seeds.ts';
import { shown } from '@chill/words/subject.ts';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { newId } from '../../browser/newId.ts';
import { type LotView, useNursery } from '../../data/nursery.ts';
import { makeBatch } from '../../data/saving.ts';
import { Choice } from '../../kit/fields/Choice.tsx';
import { Stepper } from '../../kit/fields/Stepper.tsx';
import { Typed } from '../../kit/fields/Typed.tsx';
import { typedCount } from '../../kit/fields/typedNumbers.ts';
import { useAttempt } from '../../kit/fields/useAttempt.ts';
import { Problem } from '../../kit/told/Problem.tsx';
import { Term } from '../../kit/told/Term.tsx';
import { ViableRange } from '../../parts/ViabilityRange.tsx';
import { useLotForm } from './useLotForm.ts';

/** Tests a sample: cut it and count at once, or lay it on a towel as a small batch of its own. How many, for how sure. */
export function TestForm({ lot, species, done }: { lot: LotView; species: Species; done: (said: string) => void }) {
  const advice = testAdvice(species);
  const [by, setBy] = useState(advice.by);
  const sizes = testSizes({ viability: lot.state.viability }, lot.unassigned, species);
  const affordable = sizes.filter(({ tooMuch }) => !tooMuch);
  const [seeds, setSeeds] = useState(() =>
    Math.max(1, Math.min(lot.unassigned, affordable.findLast(({ seeds }) => seeds <= 40)?.seeds || 10)),
  );
  return (
    <div className="max-w-2xl space-y-4">
      <p className="border-l-4 border-ink pl-3">{advice.because}</p>
      <Choice
        label={say('howTest')}
        options={[
          { value: 'cut', text: say('cutTest') },
          { value: 'towel', text: say('warmTowel') },
        ]}
        value={by}
        onChange={setBy}
      />
      <p>{by === 'cut' ? <Term of="cutTest">{say('whatCutTest')}</Term> : <Term of="towelTest">{say('whatTowelTest')}</Term>}</p>
      <div>
        <p className="text-[0.95rem] text-ink2">{say('sizeOfTest')}</p>
        <ul className="grid grid-cols-2 gap-x-6 sm:grid-cols-4">
          {sizes.map((size) => (
            <li key={size.width}>
              <button
                type="button"
                disabled={size.seeds === 0 || size.seeds > lot.unassigned}
                onClick={() => setSeeds(size.seeds)}
                className={`min-h-14 w-full border-b-2 py-1 text-left disabled:opacity-55 ${seeds === size.seeds ? 'border-ink' : 'border-line'}`}
              >
                <b className="font-mono text-xl">{size.seeds === 0 ? say('known') : shown(size.seeds)}</b>
                <span className="block text-[0.92rem] text-ink2">
                  {say(size.seeds > 0 && size.tooMuch ? 'withinTooMuch' : 'within', { points: Math.round(size.width * 100) })}
                </span>
              </button>
            </li>
          ))}
        </ul>
      </div>
      {by === 'cut' ? (
        <Cut lot={lot} species={species} seeds={seeds} done={done} />
      ) : (
        <Towel lot={lot} species={species} seeds={seeds} setSeeds={setSeeds} />
      )}
    </div>
  );
}

function Cut({ lot, species, seeds, done }: { lot: LotView; species: Species; seeds: number; done: (said: string) => void }) {
  const counts = ({ tested, viable }: { tested: string; viable: string }) => ({ tested: typedCount(tested), viable: typedCount(viable) });
  const form = useLotForm(lot, {
    first: { tested: '', viable: '' },
    event: (cut) => ({ kind: 'cutTested', tested: counts(cut).tested, viable: counts(cut).viable }),
    fields: { viable: 'viable' },
    done: ({ tested, viable }) => done(say('wereViable', { viable, tested })),
  });
  const seen = readCut(counts(form.written), lot.unassigned);
  const left = seen && leftAfter(seen, lot.unassigned);
  return (
    <form noValidate onSubmit={form.submit} className="space-y-4">
      <p className="text-ink2">{say('howToCut', { seeds, cautionAt: cautionAt('openCoat') })}</p>
      <div className="grid max-w-md grid-cols-2 gap-x-8">
        <Typed form={form} name="viable" label={say('viable')} numeric />
        <Typed form={form} name="tested" label={say('seedsCut')} numeric />
      </div>
      {seen && left !== undefined && (
        <p aria-live="polite">
          <Rich
            say={say}
            of="leftAtLeastViable"
            facts={{ unassigned: lot.unassigned - seen.tested, left }}
            parts={{ b: <b className="font-mono" /> }}
          />
        </p>
      )}
      {seen && <ViableRange viability={{ kind: 'tested', tested: seen.tested, viable: seen.viable }} species={species} />}
      <Problem>{form.fault('root')}</Problem>
      <button type="submit" className="action" disabled={form.busy}>
        {say('record')}
      </button>
    </form>
  );
}

/** For a small lot only: what the test leaves can then be said exactly, and in a moment. */
const SMALL_LOT = 400;

interface CutSeen {
  tested: number;
  viable: number;
}

/** What was written of a cut test, once both figures can be true of this lot. */
function readCut({ tested, viable }: { [K in keyof CutSeen]: number | undefined }, stock: number): CutSeen | undefined {
  if (tested === undefined || viable === undefined || !Number.isInteger(tested) || !Number.isInteger(viable)) return undefined;
  return tested >= 1 && tested <= stock && viable >= 0 && viable <= tested ? { tested, viable } : undefined;
}

const leftAfter = ({ tested, viable }: CutSeen, stock: number) =>
  stock > SMALL_LOT ? undefined : viableLeftAtLeast(viable, tested, stock - tested);

function Towel({ lot, species, seeds, setSeeds }: { lot: LotView; species: Species; seeds: number; setSeeds: (seeds: number) => void }) {
  const { today, placesAsMeasured: places } = useNursery();
  const navigate = useNavigate();
  const { attempt, problem, busy } = useAttempt();
  const viable = viableShare(lot.state.viability, species);
  const evidence = towelEvidence(species, lot.state.towelTests, viable, lot);
  const planned = seeds > 0 ? planTowelTest(species, seeds, today, places, { viable, evidence, ...broughtBy(lot) }) : undefined;
  const begin = () =>
    attempt(async () => {
      if (!planned) return refusal(say.of('noSeedToTest'));
      const batch = await makeBatch({ id: newId(), lotId: lot.id, plan: planned, madeOn: today, purpose: 'test' });
      navigate(`/batch/${batch.code}/label`);
    });
  const days = species.sprouting.days;
  return (
    <>
      <p className="text-ink2">
        {say('whatATestIs', { from: days.from, to: days.to })}{' '}
        {planned && say('expectOfTest', { low: planned.expects.low, high: planned.expects.high, seeds })}
      </p>
      <div className="flex flex-wrap items-center gap-4">
        <Stepper label={say('seedsTest')} value={seeds} most={lot.unassigned} onChange={setSeeds} />
        <button type="button" className="action" disabled={busy} onClick={begin}>
          {say('startTest')}
        </button>
      </div>
      <Problem>{problem}</Problem>
    </>
  );
}
