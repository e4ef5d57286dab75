import { parseQuantity, type Quantity, showQuantity, unitOf } from '@chill/core/units/quantities.ts';
import type { Units } from '@chill/model/nursery.ts';
import { useState } from 'react';

/** A measure, typed with or without its unit ("38F", "4"); kept in SI. `undefined` while it cannot be read. */
export function QuantityInput({
  quantity,
  units,
  value,
  onChange,
  ...field
}: {
  quantity: Quantity;
  units: Units;
  value: number | undefined;
  onChange: (value: number | undefined) => void;
  id?: string;
  'aria-invalid'?: boolean;
  'aria-describedby'?: string;
  'aria-label'?: string;
}) {
  const [text, setText] = useState(value === undefined ? '' : showQuantity(value, quantity, units));
  const parsed = parseQuantity(text, quantity, unitOf(quantity, units));
  return (
    <>
      <input
        {...field}
        className="written font-mono"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          const read = parseQuantity(event.target.value, quantity, unitOf(quantity, units));
          onChange(read.ok ? read.value : undefined);
        }}
        onBlur={() => parsed.ok && setText(showQuantity(parsed.value, quantity, units))}
      />
      {text !== '' && !parsed.ok && <span className="mt-1 block text-[0.95rem] font-semibold text-alarm">{parsed.problem}</span>}
    </>
  );
}
