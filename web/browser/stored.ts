import { useCallback, useEffect, useRef, useState } from 'react';

/** Reads something kept in this browser; `fallback` where there is none or it cannot be read. */
export function readStored<T>(key: string, fallback: T): T {
  try {
    const text = localStorage.getItem(key);
    return text === null ? fallback : (JSON.parse(text) as T);
  } catch {
    return fallback;
  }
}

/** Keeps something in this browser; `undefined` forgets it. A full or forbidden storage is no reason to stop working. */
export function writeStored(key: string, value: unknown): void {
  try {
    if (value === undefined) localStorage.removeItem(key);
    else localStorage.setItem(key, JSON.stringify(value));
  } catch (error) {
    console.warn('Not kept in this browser:', error);
  }
}

/** State that survives a reload, for drafts and preferences. */
export function useStored<T>(key: string, initial: T): [T, (value: T) => void] {
  const [value, setValue] = useState(() => readStored(key, initial));
  const set = useCallback(
    (next: T) => {
      setValue(next);
      writeStored(key, next);
    },
    [key],
  );
  return [value, set];
}

/** Calls `act` on Ctrl or ⌘ with a key, wherever the focus is. */
export function useChord(key: string, act: () => void): void {
  const latest = useRef(act);
  latest.current = act;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() !== key || !(event.ctrlKey || event.metaKey) || event.altKey || event.shiftKey) return;
      event.preventDefault();
      latest.current();
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [key]);
}

/** Calls `act` on a key press anywhere but in a field. */
export function useKey(key: string, act: () => void): void {
  const latest = useRef(act);
  latest.current = act;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const inField = event.target instanceof HTMLElement && event.target.closest('input, textarea, select, [contenteditable]');
      if (event.key !== key || event.defaultPrevented || inField || event.ctrlKey || event.metaKey || event.altKey) return;
      event.preventDefault();
      latest.current();
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [key]);
}
