import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, type ReactNode, useLayoutEffect, useRef, useState } from 'react';
import { groupedRows, type ListRow } from './grouped.ts';

/** So many rows are simply drawn: they can be found by the browser, and printed. */
const DRAWN_WHOLE = 120;
const DRAWN_IN_COLUMNS = 400;

/** Up and down, from row to row; the first and the last that are drawn by Home and End. */
function moveFocus(event: KeyboardEvent<HTMLUListElement>): void {
  const rows = [...event.currentTarget.querySelectorAll<HTMLElement>(':scope > li')].flatMap(
    (row) => row.querySelector<HTMLElement>('a, input') ?? [],
  );
  const at = rows.indexOf(document.activeElement as HTMLElement);
  const to = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: rows.length - 1 }[event.key];
  const row = at < 0 || to === undefined ? undefined : rows[to];
  if (!row) return;
  event.preventDefault();
  row.focus();
}

interface ListProps<T> {
  rows: readonly T[];
  /** About how high a row is, px. */
  height: number;
  label: string;
  children: (row: T) => ReactNode;
}

/**
 * Rows of a list of any length, grouped under headings by what `groupOf` makes of each. A long one draws only what is near the window; to who hears it,
 * it is as long as it is. `sumOf` says of a group what it comes to. Where there are `columns`, a short one without groups stands in two.
 */
export function LongList<T extends { id: string }>({
  rows,
  groupOf,
  sumOf,
  columns,
  children,
  ...rest
}: ListProps<T> & { groupOf?: ((row: T) => string) | undefined; sumOf?: (group: readonly T[]) => string; columns?: boolean }) {
  const lines = groupedRows(rows, groupOf);
  const draw = (line: ListRow<T>) =>
    'heading' in line ? (
      <h2 className="pt-5 pb-1">
        {line.heading}{' '}
        <span className="font-normal text-ink2">{sumOf ? `${line.group.length} · ${sumOf(line.group)}` : line.group.length}</span>
      </h2>
    ) : (
      children(line.row)
    );
  if (lines.length > (columns && !groupOf ? DRAWN_IN_COLUMNS : DRAWN_WHOLE))
    return (
      <Windowed rows={lines} {...rest}>
        {draw}
      </Windowed>
    );
  return (
    <ul className={`mt-4 ${columns && !groupOf ? 'sm:columns-2 desk:gap-12' : ''}`} aria-label={rest.label} onKeyDown={moveFocus}>
      {lines.map((line) => (
        <li key={line.key} className="break-inside-avoid">
          {draw(line)}
        </li>
      ))}
    </ul>
  );
}

function Windowed<T extends { key: string }>({ rows, height, label, children }: ListProps<T>) {
  const list = useRef<HTMLUListElement>(null);
  const [above, setAbove] = useState(0);
  useLayoutEffect(() => {
    const top = (list.current?.getBoundingClientRect().top ?? 0) + scrollY;
    if (Math.abs(top - above) > 1) setAbove(top);
  });
  const virtual = useWindowVirtualizer({
    count: rows.length,
    estimateSize: () => height,
    overscan: 10,
    scrollMargin: above,
    getItemKey: (index) => (rows[index] as T).key,
  });
  const items = virtual.getVirtualItems();
  const [first, last] = [items[0], items.at(-1)];
  return (
    <ul
      ref={list}
      className="mt-4"
      onKeyDown={moveFocus}
      aria-label={label}
      style={{
        paddingTop: first ? first.start - above : 0,
        paddingBottom: last ? virtual.getTotalSize() - (last.end - above) : 0,
      }}
    >
      {items.map(({ key, index }) => (
        <li key={key} data-index={index} ref={virtual.measureElement} aria-setsize={rows.length} aria-posinset={index + 1}>
          {children(rows[index] as T)}
        </li>
      ))}
    </ul>
  );
}
