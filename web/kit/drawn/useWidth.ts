import { type RefObject, useEffect, useState } from 'react';

/** How wide something stands on the screen, px; `first` until it stands. What is drawn as wide as it stands keeps its letters at their size. */
export function useWidth(box: RefObject<Element | null>, first: number): number {
  const [width, setWidth] = useState(first);
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => entry && entry.contentRect.width > 0 && setWidth(entry.contentRect.width));
    if (box.current) observer.observe(box.current);
    return () => observer.disconnect();
  }, [box]);
  return width;
}
