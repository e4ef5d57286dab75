import { type ContainerFacts, OwnShape } from '@chill/model/container.ts';
import { Nursery } from '@chill/model/nursery.ts';
import { say } from '@chill/words/containers.ts';
import { worded } from '@chill/words/tables.ts';
import { useState } from 'react';
import { useNursery } from '../../data/nursery.ts';
import { saveNursery } from '../../data/saving.ts';
import { Field } from '../../kit/fields/Field.tsx';
import { typedCount } from '../../kit/fields/typedNumbers.ts';
import { judgedBy, useWritten } from '../../kit/fields/useWritten.ts';
import { Problem } from '../../kit/told/Problem.tsx';

const SHAPES: Record<OwnShape, string> = worded(say, {
  cells: 'cellsShape',
  open: 'openShape',
  pot: 'potShape',
  block: 'blockShape',
  bag: 'bagShape',
});

/** Measures as they are written: figures as text. */
const MEASURES = ['length', 'width', 'depth', 'volume', 'perTray'] as const;
type Measure = (typeof MEASURES)[number];
type Row = { name: string; shape: OwnShape; airPruned?: true } & Record<Measure, string>;
interface Draft {
  containers: Row[];
}

/** Where each measure stands in what is kept. */
const KEPT_AS: Record<Measure, string> = {
  length: 'top_mm.0',
  width: 'top_mm.1',
  depth: 'depth_mm',
  volume: 'volume_mL',
  perTray: 'perTray',
};

const BLANK: Row = { name: '', shape: 'cells', length: '40', width: '40', depth: '55', volume: '50', perTray: '72' };

const written = ({ name, shape, airPruned, top_mm: [length, width], depth_mm, volume_mL, perTray }: ContainerFacts): Row => ({
  ...{ name, shape: OwnShape.parse(shape), ...(airPruned && { airPruned }) },
  ...{ length: String(length), width: String(width), depth: String(depth_mm), volume: String(volume_mL), perTray: String(perTray) },
});

const asFacts = ({ length, width, depth, volume, perTray, ...rest }: Row) => ({
  ...rest,
  top_mm: [typedCount(length), typedCount(width)],
  depth_mm: typedCount(depth),
  volume_mL: typedCount(volume),
  perTray: typedCount(perTray),
});

/** The nursery's own containers, beside those in common use. */
export function OwnContainers() {
  return (
    <details className="mt-8">
      <summary className="quiet cursor-pointer list-none">{say('ownContainers')}</summary>
      <div className="mt-2">
        <ContainersForm />
      </div>
    </details>
  );
}

function ContainersForm() {
  const { nursery } = useNursery();
  const [saved, setSaved] = useState(false);
  const form = useWritten<Draft, Nursery>({
    first: { containers: (nursery.containers ?? []).map(written) },
    judge: ({ containers }) => judgedBy(Nursery, { ...nursery, containers: containers.map(asFacts) }),
    // What is kept in other fields stands at those that are written.
    fieldOf: (path) => MEASURES.reduce((at, measure) => at.replace(KEPT_AS[measure], measure), path),
    save: async ({ containers, ...rest }) => {
      await saveNursery(containers && containers.length > 0 ? { ...rest, containers } : rest, nursery);
      setSaved(true);
    },
  });
  const { containers } = form.written;
  const put = (next: Row[]) => {
    setSaved(false);
    form.put({ containers: next });
  };
  const change = (at: number, part: Partial<Row>) => put(containers.map((one, i) => (i === at ? { ...one, ...part } : one)));
  return (
    <form noValidate onSubmit={form.submit}>
      <p className="max-w-prose text-ink2">{say('ownContainersMean')}</p>
      <ul className="mt-2 max-w-5xl">
        {containers.map((row, i) => {
          const called = row.name.trim() || say('container', { at: i + 1 });
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: a row is its place until it is saved.
            <li key={i} className="flex flex-wrap items-start gap-x-4 gap-y-2 border-t border-line py-3">
              <Field label={say('name')} error={form.fault(`containers.${i}.name`)}>
                <input className="written w-48" value={row.name} onChange={({ target }) => change(i, { name: target.value })} />
              </Field>
              <Field label={say('shape')}>
                <select className="written" value={row.shape} onChange={({ target }) => change(i, { shape: OwnShape.parse(target.value) })}>
                  {OwnShape.options.map((shape) => (
                    <option key={shape} value={shape}>
                      {SHAPES[shape]}
                    </option>
                  ))}
                </select>
              </Field>
              {MEASURES.map((measure) => (
                <Field key={measure} label={say(measure)} error={form.fault(`containers.${i}.${measure}`)}>
                  <input
                    className="written w-20 font-mono"
                    inputMode="decimal"
                    value={row[measure]}
                    onChange={({ target }) => change(i, { [measure]: target.value })}
                  />
                </Field>
              ))}
              <button
                type="button"
                className="quiet self-end"
                aria-label={say('removeContainer', { name: called })}
                onClick={() => put(containers.filter((_, k) => k !== i))}
              >
                {say('remove')}
              </button>
            </li>
          );
        })}
      </ul>
      <div className="flex flex-wrap items-center gap-x-6">
        <button type="button" className="quiet" onClick={() => put([...containers, BLANK])}>
          {say('addContainer')}
        </button>
        <button type="submit" className="action" disabled={form.busy}>
          {say('save')}
        </button>
        {saved && <span role="status">{say('saved')}</span>}
        <Problem>{form.fault('containers') ?? form.fault('root')}</Problem>
      </div>
    </form>
  );
}
