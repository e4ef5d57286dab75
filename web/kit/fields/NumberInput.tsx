import { readNumber } from '@chill/core/units/number.ts';
import { say } from '@chill/words/kit.ts';
import { useState } from 'react';

/** A plain number, typed with a point or a comma as the nursery writes it; `undefined` while it is none. Read back where it could be read two ways. */
export function NumberInput({
  value,
  onChange,
  ...field
}: {
  value: number | undefined;
  onChange: (value: number | undefined) => void;
  id?: string;
  placeholder?: string;
  'aria-invalid'?: boolean;
  'aria-describedby'?: string;
}) {
  const [text, setText] = useState(value === undefined ? '' : String(value));
  const parsed = readNumber(text);
  return (
    <>
      <input
        {...field}
        className="written font-mono"
        inputMode="decimal"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          onChange(readNumber(event.target.value)?.value);
        }}
      />
      {parsed?.twoWays && <output className="mt-1 block text-[0.95rem] text-ink2">= {parsed.value}</output>}
      {text.trim() !== '' && !parsed && <span className="mt-1 block text-[0.95rem] font-semibold text-alarm">{say('giveNumber')}</span>}
    </>
  );
}
