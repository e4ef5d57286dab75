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
    <div role="radiogroup" aria-label={label} className="flex flex-wrap border-b-[1.5px] border-ink3">
      {options.map((option) => {
        const chosen = option.value === value;
        return (
          // biome-ignore lint/a11y/useSemanticElements: a row of words that reads as one sentence; roving focus is kept below.
          <button
            key={option.value}
            type="button"
            role="radio"
            aria-checked={chosen}
            tabIndex={chosen ? 0 : -1}
            onClick={() => onChange(option.value)}
            onKeyDown={(event) => {
              const step = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
              if (!step) return;
              event.preventDefault();
              const at = options.findIndex((one) => one.value === value);
              const next = options[(at + step + options.length) % options.length];
              if (!next) return;
              onChange(next.value);
              const buttons = event.currentTarget.parentElement?.querySelectorAll('button');
              buttons?.[(at + step + options.length) % options.length]?.focus();
            }}
            className={`min-h-12 px-2 text-[0.95rem] whitespace-nowrap desk:min-h-10 desk:px-1.5 ${chosen ? 'font-bold text-ink shadow-[inset_0_-3px_0_var(--zone,var(--color-ink))]' : 'text-ink2'}`}
          >
            {option.text}
          </button>
        );
      })}
    </div>
  );
}
