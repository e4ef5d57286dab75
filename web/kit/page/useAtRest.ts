import { useEffect, useState } from 'react';

/** A hand that changes a wish rests for at least so long before it goes on to something else, ms. */
const REST_MS = 250;

/** A value as it was when it last stood still for a moment: for what is worth working out once, and not with every frame of a change. */
export function useAtRest<T>(value: T): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setRested(() => value), REST_MS);
    return () => clearTimeout(timer);
  }, [value]);
  return rested;
}
