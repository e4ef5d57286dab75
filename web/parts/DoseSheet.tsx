import { type NamedValue, valueName } from '@chill/core/kinds/values.ts';
import type { Why } from '@chill/core/tell/explain.ts';
import type { Quantity } from '@chill/core/units/quantities.ts';
import { isRefusal, type Refusal } from '@chill/model/refusal.ts';
import { spoken } from '@chill/words/subject.ts';
import type { ReactNode } from 'react';
import { useNursery } from '../data/nursery.ts';
import { Field } from '../kit/fields/Field.tsx';
import { NumberInput } from '../kit/fields/NumberInput.tsx';
import { QuantityInput } from '../kit/fields/QuantityInput.tsx';
import { Figure } from '../kit/told/Figure.tsx';
import { WhyNote } from '../kit/told/WhyNote.tsx';

/** What a dose is measured by: a measure with its unit, a whole number, words, or one of a few things, `none` where it may be none. */
export type DoseField = {
  /** As a refusal names it. */
  key: string;
  label: string;
} & (
  | { quantity: Quantity; value: number | undefined; set: (value: number | undefined) => void }
  | { number: number | undefined; set: (value: number | undefined) => void }
  | { typed: string; numeric?: 'numeric' | 'decimal'; set: (text: string) => void }
  | { one: string; of: readonly NamedValue[]; none: string; set: (one: string) => void }
);

/** A figure of a dose, and what it is of. */
export interface DoseFigure {
  value: ReactNode;
  unit?: string;
  of: ReactNode;
}

/** A dose as it is measured out: figures, what must be minded, the fields that they come from, and why. What cannot be is told at its field. */
export function DoseSheet({
  figures,
  caution,
  fields = [],
  came,
  why,
  children,
}: {
  figures: readonly DoseFigure[];
  caution?: string | undefined;
  fields?: readonly DoseField[];
  /** What came of what is typed, where that may be refused. */
  came?: unknown;
  why?: Why | undefined;
  /** What stands between the figures and the fields. */
  children?: ReactNode;
}) {
  const fault = isRefusal(came) ? came : undefined;
  return (
    <>
      {figures.length > 0 && (
        <div className="mt-4 grid max-w-2xl grid-cols-2 gap-x-6 gap-y-4 sm:grid-cols-3" aria-live="polite">
          {figures.map(({ value, unit, of }, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a figure is its place.
            <Figure key={i} value={value} unit={unit}>
              {of}
            </Figure>
          ))}
        </div>
      )}
      {caution && <p className="mt-3 max-w-prose border-l-4 border-alarm pl-3">{caution}</p>}
      {children}
      {fields.length > 0 && (
        <div className="mt-4 grid max-w-2xl items-end gap-x-6 gap-y-3 sm:grid-cols-3">
          {fields.map((field) => (
            <Field key={field.key} label={field.label} error={faultAt(fault, field, fields)}>
              <Asked field={field} />
            </Field>
          ))}
        </div>
      )}
      {why && <WhyNote why={why} />}
    </>
  );
}

/** A refusal that names no field stands at the first. */
function faultAt(fault: Refusal | undefined, { key }: DoseField, fields: readonly DoseField[]): string | undefined {
  const named = fields.some((one) => one.key === fault?.field) ? fault?.field : fields[0]?.key;
  return fault && named === key ? spoken(fault.reason) : undefined;
}

function Asked({ field, ...input }: { field: DoseField; id?: string; 'aria-invalid'?: boolean; 'aria-describedby'?: string }) {
  const { units } = useNursery().nursery.settings;
  if ('quantity' in field)
    return <QuantityInput {...input} quantity={field.quantity} units={units} value={field.value} onChange={field.set} />;
  if ('number' in field) return <NumberInput {...input} value={field.number} onChange={field.set} />;
  if ('typed' in field)
    return (
      <input
        {...input}
        className="written font-mono"
        inputMode={field.numeric}
        value={field.typed}
        onChange={({ target }) => field.set(target.value)}
      />
    );
  return (
    <select {...input} className="written" value={field.one} onChange={({ target }) => field.set(target.value)}>
      <option value="">{field.none}</option>
      {field.of.map((one) => (
        <option key={one} value={one}>
          {valueName(one)}
        </option>
      ))}
    </select>
  );
}
