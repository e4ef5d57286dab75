import { valueName } from '@chill/core/kinds/values.ts';
import { cautionAt } from '@chill/core/tell/words.ts';
import { say } from '@chill/words/measures.ts';
import { spoken } from '@chill/words/subject.ts';
import { Dialog, DialogPanel, DialogTitle, Tab, TabGroup, TabList } from '@headlessui/react';
import { useState } from 'react';
import { useKey } from '../../browser/keys.ts';
import { newId } from '../../browser/newId.ts';
import { useStored } from '../../browser/stored.ts';
import { useNursery } from '../../data/nursery.ts';
import { useRecord } from '../../data/useRecord.ts';
import { CoolingCurve } from '../../kit/drawn/CoolingCurve.tsx';
import { Field } from '../../kit/fields/Field.tsx';
import { Problem } from '../../kit/told/Problem.tsx';
import { WhyNote } from '../../kit/told/WhyNote.tsx';
import { type Ask, CALCULATORS, calculate, type Measured } from './calculators.ts';

/** The measures: calculators that stand alone, over whatever the grower is at. Key m, then 1 to 7. */
export default function MeasuresDrawer({ close }: { close: () => void }) {
  const { nursery } = useNursery();
  const bench = { units: nursery.settings.units, elevation_m: nursery.elevation_m };
  const [at, setAt] = useStored('chill.measures.at', 0);
  const [typed, setTyped] = useStored<Record<string, Record<string, string>>>('chill.draft.measures', {});
  // Wherever the focus is, short of a field: the second of the two keys picks the measure.
  useKey(CALCULATORS.map((_, i) => i + 1).join(), (key) => setAt(Number(key) - 1));
  const calculator = CALCULATORS[at] ?? CALCULATORS[0];
  if (!calculator) return null;
  const caution = calculator.step && cautionAt(calculator.step);
  const mine = typed[calculator.name] ?? {};
  const outcome = calculate(calculator, mine, bench);
  const set = (key: string, text: string) => setTyped({ ...typed, [calculator.name]: { ...mine, [key]: text } });
  return (
    <Dialog open onClose={close} className="relative z-40">
      <div className="fixed inset-0 bg-ink/40" aria-hidden="true" />
      <div className="fixed inset-y-0 right-0 flex w-full max-w-xl">
        <DialogPanel className="w-full overflow-y-auto border-l border-line bg-sheet px-5 py-4 shadow-xl">
          <div className="flex items-baseline justify-between">
            <DialogTitle className="text-[1.5rem] font-[650]">{say('calculators')}</DialogTitle>
            <button type="button" className="quiet" onClick={close}>
              {say('close')}
            </button>
          </div>
          <TabGroup selectedIndex={at} onChange={setAt}>
            <TabList aria-label={say('calculators')} className="mt-1 flex flex-wrap gap-x-1 border-b-[1.5px] border-ink3">
              {CALCULATORS.map(({ name }, i) => (
                <Tab
                  key={name}
                  data-autofocus={i === at || undefined}
                  className={`min-h-12 px-2 text-[0.95rem] whitespace-nowrap desk:min-h-10 ${i === at ? 'font-bold shadow-[inset_0_-3px_0_var(--color-ink)]' : 'text-ink2'}`}
                >
                  <kbd className="mr-1 hidden font-mono text-sm text-ink3 desk:inline">{i + 1}</kbd>
                  {name}
                </Tab>
              ))}
            </TabList>
          </TabGroup>
          <div className="mt-4 grid grid-cols-2 items-end gap-x-6 gap-y-3">
            {calculator.asks(bench).map((ask) => (
              <Asked
                key={`${calculator.name} ${ask.key}`}
                ask={ask}
                value={mine[ask.key] ?? ask.first}
                error={!outcome.ok && outcome.field === ask.key ? spoken(outcome.reason) : undefined}
                change={(text) => set(ask.key, text)}
              />
            ))}
          </div>
          {caution && <p className="mt-4 border-l-4 border-alarm pl-3">{caution}</p>}
          <div aria-live="polite" className="mt-5 border-t border-line pt-4">
            {outcome.ok ? (
              <Result key={calculator.name} name={calculator.name} measured={outcome.value} />
            ) : (
              <p className="text-ink2">{say('nothingToSayYet')}</p>
            )}
          </div>
        </DialogPanel>
      </div>
    </Dialog>
  );
}

function Asked({ ask, value, error, change }: { ask: Ask; value: string; error: string | undefined; change: (text: string) => void }) {
  return (
    <div className={ask.kind === 'text' ? 'col-span-2' : ''}>
      <Field label={ask.label} error={error}>
        {typeof ask.kind === 'object' ? (
          <select className="written" value={value} onChange={(event) => change(event.target.value)}>
            {ask.kind.options.map((option) => (
              <option key={option} value={option}>
                {valueName(option)}
              </option>
            ))}
          </select>
        ) : (
          <input className="written font-mono" autoComplete="off" value={value} onChange={(event) => change(event.target.value)} />
        )}
      </Field>
    </div>
  );
}

function Result({ name, measured }: { name: string; measured: Measured }) {
  return (
    <>
      <dl className="grid grid-cols-[auto_1fr] items-baseline gap-x-6 gap-y-1">
        {measured.results.map((result) => (
          <div key={result.name} className="contents">
            <dt className="text-ink2">{result.name}</dt>
            <dd className="text-[1.35rem] font-[640]">{result.value}</dd>
          </div>
        ))}
      </dl>
      {measured.cooling && <CoolingCurve cooling={measured.cooling} above_C={measured.cooling.above_C} />}
      <WhyNote why={measured.why} />
      <IntoRecord text={`${name}: ${measured.results.map((result) => `${result.name} ${result.value}`).join('; ')}`} />
    </>
  );
}

/** Puts a measure into a batch's record with one tap. */
function IntoRecord({ text }: { text: string }) {
  const { batches, today } = useNursery();
  const open = batches.filter(({ projection }) => !projection.state.closedOn);
  const [picked, setPicked] = useState('');
  const [said, setSaid] = useState<string>();
  const { record, problem } = useRecord();
  const view = open.find(({ batch }) => batch.id === picked) ?? open[0];
  if (!view) return null;
  const note = () => {
    const noted = record(view.batch, { events: [{ id: newId(), on: today, kind: 'noted', note: text.slice(0, 500) }] });
    setSaid(noted ? say('noted', { code: view.batch.code }) : undefined);
  };
  return (
    <div className="mt-4 flex flex-wrap items-center gap-x-4 gap-y-2">
      <label className="text-ink2">
        {say('intoRecord')}{' '}
        <select
          className="min-h-12 border-b-[1.5px] border-ink3 bg-transparent font-mono font-semibold text-ink desk:min-h-10"
          value={view.batch.id}
          onChange={(event) => setPicked(event.target.value)}
        >
          {open.map(({ batch, species }) => (
            <option key={batch.id} value={batch.id}>
              {batch.code} {species.common[0]}
            </option>
          ))}
        </select>
      </label>
      <button type="button" className="action" onClick={note}>
        {say('note')}
      </button>
      {said && (
        <span role="status" className="font-semibold">
          {said}
        </span>
      )}
      <Problem>{problem}</Problem>
    </div>
  );
}
