import { useEffect, useRef } from 'react';
import { useNavigate } from 'react-router';

/** Where `g` and a letter go. */
export const GO_TO: Record<string, string> = {
  ...{ r: '/', s: '/seeds', p: '/plan', t: '/treat', c: '/cold', w: '/warm', o: '/pots', e: '/results' },
  ...{ h: '/handbook', l: '/places' },
};
/** How long the letter may follow, ms. */
const FOLLOWS_WITHIN_MS = 1500;

/** `g` and a letter go to a station, wherever the focus is but in a field. The letter is taken before anything on the page hears it. */
export function useGoTo(): void {
  const navigate = useNavigate();
  const asked = useRef(Number.NEGATIVE_INFINITY);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const inField = event.target instanceof HTMLElement && event.target.closest('input, textarea, select, [contenteditable]');
      if (inField || event.ctrlKey || event.metaKey || event.altKey) return;
      const to = event.timeStamp - asked.current < FOLLOWS_WITHIN_MS ? GO_TO[event.key] : undefined;
      asked.current = event.key === 'g' ? event.timeStamp : Number.NEGATIVE_INFINITY;
      if (to === undefined) return;
      event.preventDefault();
      event.stopPropagation();
      navigate(to);
    };
    addEventListener('keydown', onKey, true);
    return () => removeEventListener('keydown', onKey, true);
  }, [navigate]);
}
