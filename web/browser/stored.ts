import { useCallback, useState } from 'react';

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
