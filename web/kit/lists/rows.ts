/** Whether a key is typed into something of its own: a field, or a row of words that the arrows go through. */
export function isField(target: EventTarget): boolean {
  return target instanceof HTMLElement && target.closest('input, select, textarea, [role="radio"]') !== null;
}

function rows(which = '[data-row]'): HTMLElement[] {
  return [...document.querySelectorAll<HTMLElement>(which)];
}

/** What is due next after a row, or before it where it is the last; the first of all where there is no row. */
export function rowAfter(row: HTMLElement | null): HTMLElement | undefined {
  const due = rows('[data-row="due"]');
  if (!row) return due[0];
  const at = due.indexOf(row);
  return due[at + 1] ?? due[at - 1];
}

/** Gives the focus to a row once the page is drawn anew; where it has gone, to the first that is due, and to the page's heading where nothing is. */
export function focusSoon(row: HTMLElement | undefined): void {
  const list = row?.closest('section');
  requestAnimationFrame(() => {
    // Whoever has gone elsewhere meanwhile stays there.
    if (!row?.isConnected && document.activeElement !== document.body) return;
    const instead = (list?.isConnected && rowAfter(null)) || document.querySelector<HTMLElement>('main h1');
    const there = row?.isConnected ? row : instead;
    if (there && !there.hasAttribute('tabindex')) there.tabIndex = -1;
    there?.focus({ preventScroll: there !== row });
  });
}

/** Arrows up and down go from row to row. True where a key did. */
export function moveOn(event: React.KeyboardEvent<HTMLElement>): boolean {
  const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  if (!step || isField(event.target)) return false;
  event.preventDefault();
  event.stopPropagation();
  const all = rows();
  all[all.indexOf(event.currentTarget) + step]?.focus();
  return true;
}

/** A row that is done: arrows go on, `u` takes it back. */
export function onDoneKey(event: React.KeyboardEvent<HTMLElement>): void {
  if (moveOn(event) || event.key !== 'u') return;
  event.preventDefault();
  event.currentTarget.querySelector('button')?.click();
}
