import type { InputHTMLAttributes, ReactNode } from 'react';
import type { FieldValues, Path } from 'react-hook-form';
import { Field } from './Field.tsx';
import { ReadBack } from './ReadBack.tsx';
import type { Form } from './useWritten.ts';

/** One field of a form, typed: words, or a figure where it is `numeric`. A count with marks in it is shown back as it was read. */
export function Typed<W extends FieldValues>({
  form,
  name,
  label,
  hint,
  numeric = false,
  className = '',
  ...input
}: {
  form: Form<W>;
  name: Path<W>;
  label: ReactNode;
  hint?: ReactNode;
  numeric?: boolean | 'decimal' | 'count';
} & Omit<InputHTMLAttributes<HTMLInputElement>, 'form' | 'name'>) {
  const field = (
    <Field label={label} error={form.fault(name)} hint={hint}>
      <input
        className={`written ${numeric ? 'font-mono' : ''} ${className}`}
        {...(numeric && { inputMode: numeric === 'decimal' ? 'decimal' : 'numeric' })}
        {...input}
        {...form.register(name)}
      />
    </Field>
  );
  if (numeric !== 'count') return field;
  return (
    <div>
      {field}
      <ReadBack typed={String(form.written[name] ?? '')} />
    </div>
  );
}
