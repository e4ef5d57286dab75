import { parseQuantity, type Quantity, typedQuantity, unitOf } from '@chill/core/units/quantities.ts';
import type { Units } from '@chill/model/nursery.ts';
import { spoken } from '@chill/words/subject.ts';
import { useState } from 'react';

/**
 * A measure, typed with or without its unit ("38F", "4"); kept in SI. `undefined` while it cannot be read. Where a mark could part thousands or a decimal
 * ("1,000"), what was read stands beside it at once.
 */
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
  const [text, setText] = useState(value === undefined ? '' : typedQuantity(value, quantity, units));
  const read = (typed: string) => parseQuantity(typed, quantity, unitOf(quantity, units), units.numbers);
  const parsed = read(text);
  const unread = text !== '' && !parsed.ok ? spoken(parsed.reason) : undefined;
  return (
    <>
      <input
        {...field}
        aria-invalid={field['aria-invalid'] ?? (unread ? true : undefined)}
        className="written font-mono"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          const now = read(event.target.value);
          onChange(now.ok ? now.value : undefined);
        }}
        onBlur={() => parsed.ok && !parsed.twoWays && setText(typedQuantity(parsed.value, quantity, units))}
      />
      {parsed.ok && parsed.twoWays && (
        <output className="mt-1 block text-[0.95rem] text-ink2">= {typedQuantity(parsed.value, quantity, units)}</output>
      )}
      {unread && (
        <span role="alert" className="mt-1 block text-[0.95rem] font-semibold text-alarm">
          {unread}
        </span>
      )}
    </>
  );
}
