import { Radio, RadioGroup } from '@headlessui/react';

/** One of a few words, the chosen one underlined in the colour of the place. */
export function Choice<T extends string>({
  label,
  options,
  value,
  onChange,
}: {
  label: string;
  options: readonly { value: T; text: string }[];
  value: T;
  onChange: (value: T) => void;
}) {
  return (
    <RadioGroup<'div', T | null>
      aria-label={label}
      // Where nothing is chosen yet, that is a choice too.
      value={value ?? null}
      onChange={(next) => next !== null && onChange(next)}
      className="flex flex-wrap border-b-[1.5px] border-ink3"
    >
      {options.map((option) => (
        <Radio
          as="button"
          type="button"
          key={option.value}
          value={option.value}
          className="min-h-12 px-2 text-[0.95rem] whitespace-nowrap text-ink2 data-checked:font-bold data-checked:text-ink data-checked:shadow-[inset_0_-3px_0_var(--zone,var(--color-ink))] desk:min-h-10 desk:px-1.5"
        >
          {option.text}
        </Radio>
      ))}
    </RadioGroup>
  );
}
