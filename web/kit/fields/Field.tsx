import { cloneElement, type ReactElement, type ReactNode, useId } from 'react';

/** A label over what is written, with the fault and what to do about it beneath. */
export function Field({
  label,
  error,
  hint,
  children,
}: {
  label: ReactNode;
  error?: string | undefined;
  hint?: ReactNode;
  children: ReactElement<Record<string, unknown>>;
}) {
  const id = useId();
  const describedBy = [error && `${id}-error`, hint && `${id}-hint`].filter(Boolean).join(' ') || undefined;
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="block text-[0.95rem] text-ink2">
        {label}
      </label>
      {cloneElement(children, { id, 'aria-invalid': error ? true : undefined, 'aria-describedby': describedBy })}
      {error && (
        <p id={`${id}-error`} role="alert" className="mt-1 text-[0.95rem] font-semibold text-alarm">
          {error}
        </p>
      )}
      {hint && (
        <p id={`${id}-hint`} className="mt-1 text-[0.95rem] text-ink2">
          {hint}
        </p>
      )}
    </div>
  );
}
