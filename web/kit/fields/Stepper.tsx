import { readCount } from '@chill/core/units/number.ts';
import { say } from '@chill/words/kit.ts';
import { useId, useState } from 'react';

/** A count to be typed or tapped, with thumbs in mind. */
export function Stepper({
  label,
  value,
  least = 0,
  most,
  onChange,
  hideLabel,
}: {
  label: string;
  value: number;
  least?: number;
  most?: number;
  onChange: (value: number) => void;
  hideLabel?: boolean;
}) {
  const id = useId();
  // A field that was emptied stays so until something is written in it, or it is left.
  const [emptied, setEmptied] = useState(false);
  const clamp = (next: number) => onChange(Math.max(least, Math.min(most ?? Number.MAX_SAFE_INTEGER, next)));
  const write = (text: string) => {
    setEmptied(text === '');
    clamp(text === '' ? least : (readCount(text) ?? value));
  };
  return (
    <div className="flex items-center gap-1.5">
      <div className="flex items-stretch border-b-[1.5px] border-ink3">
        <button
          type="button"
          aria-label={say('oneFewer', { label })}
          className="min-h-12 w-11 text-xl desk:min-h-10 desk:w-8"
          onClick={() => clamp(value - 1)}
        >
          −
        </button>
        <input
          id={id}
          inputMode="numeric"
          aria-label={label}
          className="w-12 bg-transparent text-center font-mono text-xl font-bold shadow-[inset_0_-3px_0_var(--zone,var(--color-ink))]"
          value={emptied ? '' : value}
          onFocus={(event) => event.target.select()}
          onChange={(event) => write(event.target.value.trim())}
          onBlur={() => setEmptied(false)}
        />
        <button
          type="button"
          aria-label={say('oneMore', { label })}
          className="min-h-12 w-11 text-xl desk:min-h-10 desk:w-8"
          onClick={() => clamp(value + 1)}
        >
          +
        </button>
      </div>
      {!hideLabel && (
        <label htmlFor={id} className="text-[0.95rem] text-ink2">
          {label}
        </label>
      )}
    </div>
  );
}
