import { mediumName } from '@chill/core/kinds/media.ts';
import { STAGES } from '@chill/core/kinds/stages.ts';
import { SCHOOLS, schoolMethod } from '@chill/core/methods/schools.ts';
import { stageName } from '@chill/core/tell/words.ts';
import type { Method, School } from '@chill/model/method.ts';
import type { Species } from '@chill/model/species.ts';
import { Medium, type Stage, StageKind } from '@chill/model/stage.ts';
import { say } from '@chill/words/handbook.ts';
import { Field } from '../../kit/fields/Field.tsx';
import { Problem } from '../../kit/told/Problem.tsx';

/** The recipes: stages added, taken out and moved; a school's recipe taken as a start. */
export function MethodsEditor({
  species,
  change,
  fault,
}: {
  species: Species;
  change: (next: Species) => void;
  /** What is wrong at a field. */
  fault: (path: string) => string | undefined;
}) {
  const put = (methods: Method[]) => change({ ...species, methods: methods });
  const edit = (at: number, part: Partial<Method>) => put(species.methods.map((method, i) => (i === at ? { ...method, ...part } : method)));
  const missing = (Object.keys(SCHOOLS) as Exclude<School, 'towelTest'>[]).flatMap((school) => {
    const answer = schoolMethod(school, species);
    return 'method' in answer ? [answer.method] : [];
  });
  const add = (id: string) => {
    const method = missing.find((one) => one.id === id);
    if (!method) return;
    let name = method.id;
    for (let n = 2; species.methods.some((one) => one.id === name); n++) name = `${method.id}-${n}`;
    put([...species.methods, { ...method, id: name }]);
  };
  return (
    <section className="mt-8">
      <h2>{say('methods')}</h2>
      <Problem>{fault('methods')}</Problem>
      <ol>
        {species.methods.map((method, at) => (
          <li key={method.id} className="border-t border-line py-3">
            <div className="flex flex-wrap items-end gap-x-6">
              <div className="w-72">
                <Field label={say('called')} error={fault(`methods.${at}.name`)}>
                  <input
                    className="written font-semibold"
                    value={method.name}
                    onChange={(event) => edit(at, { name: event.target.value })}
                  />
                </Field>
              </div>
              {species.methods.length > 1 && (
                <button type="button" className="quiet" onClick={() => put(species.methods.filter((_, i) => i !== at))}>
                  {say('remove')}
                </button>
              )}
            </div>
            <Stages stages={method.stages} name={method.name} change={(stages) => edit(at, { stages })} />
            <Problem>{fault(`methods.${at}.stages`)}</Problem>
          </li>
        ))}
      </ol>
      <label className="text-ink2">
        {say('startNewSpeciesFrom')}{' '}
        <select
          className="min-h-12 border-b-[1.5px] border-ink3 bg-transparent font-semibold text-ink desk:min-h-10"
          value=""
          onChange={(event) => add(event.target.value)}
        >
          <option value="">{say('someMethod')}</option>
          {missing.map((method) => (
            <option key={method.id} value={method.id}>
              {method.name}
            </option>
          ))}
        </select>
      </label>
    </section>
  );
}

function Stages({ stages, name, change }: { stages: Stage[]; name: string; change: (stages: Stage[]) => void }) {
  const word = 'min-h-12 min-w-0 border-b-[1.5px] border-ink3 bg-transparent desk:min-h-9';
  const set = (at: number, part: Partial<Stage>) => change(stages.map((stage, i) => (i === at ? { ...stage, ...part } : stage)));
  const setKind = (at: number, kind: StageKind) => {
    const { medium: _medium, ...rest } = stages[at] as Stage;
    change(
      stages.map((stage, i) =>
        i === at ? { ...rest, kind, ...(STAGES[kind].medium.chosen && { medium: stage.medium ?? 'sand' }) } : stage,
      ),
    );
  };
  const move = (at: number, by: number) => {
    const next = [...stages];
    [next[at], next[at + by]] = [next[at + by] as Stage, next[at] as Stage];
    change(next);
  };
  return (
    <ol aria-label={say('stages', { name })} className="mt-2 flex flex-wrap items-center gap-x-2 gap-y-2">
      {stages.map((stage, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a stage is nothing but its place in the order.
        <li key={at} className="flex max-w-full items-center gap-1">
          {at > 0 && (
            <button
              type="button"
              className="min-h-12 min-w-10 text-lg desk:min-h-9 desk:min-w-7"
              aria-label={say('swapStage', { at, with: at + 1 })}
              onClick={() => move(at, -1)}
            >
              ⇄
            </button>
          )}
          <select
            aria-label={say('stage', { at: at + 1 })}
            className={`${word} font-semibold`}
            value={stage.kind}
            onChange={(event) => setKind(at, event.target.value as StageKind)}
          >
            {StageKind.options.map((kind) => (
              <option key={kind} value={kind}>
                {stageName(kind)}
              </option>
            ))}
          </select>
          {stage.medium && (
            <select
              aria-label={say('mediumStage', { at: at + 1 })}
              className={`${word} text-ink2`}
              value={stage.medium}
              onChange={(event) => set(at, { medium: event.target.value as Medium })}
            >
              {Medium.options.map((medium) => (
                <option key={medium} value={medium}>
                  {mediumName(medium)}
                </option>
              ))}
            </select>
          )}
          {stages.length > 1 && (
            <button
              type="button"
              className="min-h-12 min-w-10 text-ink2 desk:min-h-9 desk:min-w-7"
              aria-label={say('removeStage', { at: at + 1 })}
              onClick={() => change(stages.filter((_, i) => i !== at))}
            >
              ×
            </button>
          )}
        </li>
      ))}
      <li>
        <button type="button" className="quiet" onClick={() => change([...stages.slice(0, -1), { kind: 'soak' }, ...stages.slice(-1)])}>
          {say('addStage')}
        </button>
      </li>
    </ol>
  );
}
