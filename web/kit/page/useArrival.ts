import { say } from '@chill/words/kit.ts';
import { type RefObject, useEffect, useRef } from 'react';

/**
 * Says where one is: the page's heading is the window's title (its `data-title`, where the heading alone would not tell), and after each move to another page
 * it takes the focus, so that who does not see the screen hears where they have come. What has taken the focus by itself, a field to type in, keeps it.
 */
export function useArrival(main: RefObject<HTMLElement | null>, pathname: string): void {
  // The first page is where the browser's own focus begins.
  const arrived = useRef(pathname);
  useEffect(() => {
    const page = main.current;
    if (!page) return;
    const arrive = () => {
      const heading = page.querySelector('h1');
      if (!heading) return;
      const here = (heading.dataset.title ?? heading.textContent ?? '').replace(/\s+/g, ' ').trim();
      document.title = here ? say('chill', { page: here }) : 'Chill';
      if (arrived.current === pathname) return;
      arrived.current = pathname;
      if (page.contains(document.activeElement) && document.activeElement !== page) return;
      heading.tabIndex = -1;
      heading.focus({ preventScroll: true });
    };
    arrive();
    // A page comes when its code has; a heading may change under the hand.
    const watch = new MutationObserver(arrive);
    watch.observe(page, { childList: true, subtree: true, characterData: true });
    return () => watch.disconnect();
  }, [main, pathname]);
}
