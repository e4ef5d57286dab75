import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, type ReactNode, useLayoutEffect, useRef, useState } from 'react';

/** So many rows are simply drawn: they can be found by the browser, and printed. */
const DRAWN_WHOLE = 120;

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

/** Rows of a list of any length. A long one draws only what is near the window; to who hears it, it is as long as it is. */
export function LongList<T>({
  rows,
  keyOf,
  height,
  label,
  children,
}: {
  rows: readonly T[];
  keyOf: (row: T) => string;
  /** About how high a row is, px. */
  height: number;
  label?: string;
  children: (row: T) => ReactNode;
}) {
  if (rows.length > DRAWN_WHOLE)
    return (
      <Windowed rows={rows} keyOf={keyOf} height={height} {...(label && { label })}>
        {children}
      </Windowed>
    );
  return (
    <ul className="mt-4" aria-label={label} onKeyDown={moveFocus}>
      {rows.map((row) => (
        <li key={keyOf(row)}>{children(row)}</li>
      ))}
    </ul>
  );
}

function Windowed<T>({ rows, keyOf, height, label, children }: Parameters<typeof LongList<T>>[0]) {
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
    getItemKey: (index) => keyOf(rows[index] as T),
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
