import { type Options, useHotkeys } from 'react-hotkeys-hook';

const held = ({ ctrlKey, metaKey, altKey }: KeyboardEvent) => ctrlKey || metaKey || altKey;
/** Keys are told by what they write, wherever that lies on a keyboard and whether or not it takes Shift; none is heard in a field. */
const WRITTEN: Options = {
  useKey: true,
  ignoreModifiers: true,
  preventDefault: true,
  enableOnFormTags: ['radio', 'option', 'menuitem'],
  ignoreEventWhen: (event) => event.defaultPrevented || held(event),
};

/** Calls `act` on a key press anywhere but in a field. */
export function useKey(key: string, act: (key: string) => void): void {
  useHotkeys(key, (event) => act(event.key), WRITTEN);
}

/** Calls `act` on Ctrl or ⌘ with a key, wherever the focus is. */
export function useChord(key: string, act: () => void): void {
  useHotkeys([`ctrl+${key}`, `meta+${key}`], act, { useKey: true, preventDefault: true, enableOnFormTags: true });
}

/** How long the second key may follow the first, ms. */
const FOLLOWS_WITHIN_MS = 1500;

/** Calls `act` with the second of two keys that follow each other, anywhere but in a field; before anything on the page hears that key. */
export function useKeyAfter(first: string, seconds: readonly string[], act: (second: string) => void): void {
  const both = seconds.map((second) => `${first}>${second}`);
  useHotkeys(
    both,
    (event) => {
      if (held(event)) return;
      event.preventDefault();
      event.stopPropagation();
      act(event.key);
    },
    { useKey: true, sequenceTimeoutMs: FOLLOWS_WITHIN_MS, enableOnFormTags: ['radio', 'option'], eventListenerOptions: { capture: true } },
  );
}
