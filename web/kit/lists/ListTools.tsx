import { say } from '@chill/words/listTools.ts';
import { useRef, useState } from 'react';
import { useAddress } from '../../browser/address.ts';
import { useKey } from '../../browser/keys.ts';

/** A list this short needs no tools. */
const SHORT = 9;

/** What is looked for in a list, how it is ordered and by what it is grouped: kept in the address, so that a way back leads to the same list. */
export interface ListChoice {
  find: string;
  by: string;
  group: string;
}

/** The choice as the address has it, and how to change a part of it. */
export function useListChoice(): [ListChoice, (part: Partial<ListChoice>) => void] {
  const [query, change] = useAddress();
  return [{ find: query.get('find') ?? '', by: query.get('by') ?? '', group: query.get('group') ?? '' }, change];
}

/** Whether a row has all the words that are looked for, in any order, wherever they stand. */
export function hasWords(texts: readonly (string | undefined)[], find: string): boolean {
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  const text = texts.filter(Boolean).join(' ').toLowerCase();
  return words.every((word) => text.includes(word));
}

/** What a list is looked through, ordered and grouped with. */
export function ListTools({
  count,
  shown,
  choice,
  change,
  orders,
  groups,
  what = say('whatToLookFor'),
}: {
  count: number;
  shown: number;
  choice: ListChoice;
  change: (part: Partial<ListChoice>) => void;
  /** Value to words; the first is what the station itself takes, with an empty value. */
  orders: Record<string, string>;
  /** Absent where it stands in one group. */
  groups?: Record<string, string>;
  /** What its rows are found by. */
  what?: string;
}) {
  // What is typed shows at once; the list follows.
  const [typed, setTyped] = useState(choice.find);
  const field = useRef<HTMLInputElement>(null);
  useKey('f', () => field.current?.focus());
  if (count < SHORT && !choice.find && !choice.group && !choice.by) return null;
  const word = 'min-h-12 min-w-0 grow text-ellipsis border-b-[1.5px] border-ink3 bg-transparent px-1 text-[1.05rem] desk:min-h-10';
  const select = (name: 'by' | 'group', label: string, options: Record<string, string>) => (
    <label className="flex min-w-0 items-baseline gap-1 text-[0.95rem] text-ink2 desk:shrink-0">
      {label}
      <select aria-label={label} className={word} value={choice[name]} onChange={(event) => change({ [name]: event.target.value })}>
        {Object.entries(options).map(([value, text]) => (
          <option key={value} value={value}>
            {text}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <div className="screen-only mt-3 grid grid-cols-2 items-end gap-x-4 gap-y-1 desk:flex desk:flex-wrap desk:gap-x-6">
      <input
        ref={field}
        type="search"
        aria-keyshortcuts="f"
        aria-label={say('findList')}
        placeholder={what}
        className="written col-span-2 desk:max-w-64"
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value);
          change({ find: event.target.value });
        }}
      />
      {select('by', say('by'), orders)}
      {groups && select('group', say('grouped'), groups)}
      <p className="text-ink2 whitespace-nowrap max-desk:sr-only desk:pb-2" aria-live="polite">
        {shown === count ? say('all', { count }) : say('of', { shown, count })}
      </p>
    </div>
  );
}
