import { useEffect, useLayoutEffect } from 'react';

/**
 * A page that is gone to begins at its top; one that is come back to, or loaded again, stands where it was left, which is kept in its place of the
 * browser's history. The browser's own memory does not do here: a page is drawn a moment after it is come to, and until then is too short to be scrolled.
 */
export function useScroll(pathname: string): void {
  useEffect(() => {
    history.scrollRestoration = 'manual';
    const keep = () => history.replaceState({ ...history.state, top: Math.round(scrollY) }, '');
    addEventListener('scrollend', keep);
    return () => removeEventListener('scrollend', keep);
  }, []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another path is another page; another query is the same one and stays where it is.
  useLayoutEffect(() => {
    // In some browsers it answers with a promise, which is no way to clean up.
    void scrollTo(0, history.state?.top ?? 0);
  }, [pathname]);
}
