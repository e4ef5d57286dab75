import { useEffect, useState } from 'react';

/** Keeps the screen awake while this is shown; true while it is. Where the browser does not let it, the page says so and goes on. */
export function useWakeLock(wanted: boolean): boolean {
  const [awake, setAwake] = useState(false);
  useEffect(() => {
    if (!wanted || !('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | undefined;
    let over = false;
    const take = async () => {
      if (document.visibilityState !== 'visible' || over) return;
      try {
        lock = await navigator.wakeLock.request('screen');
        lock.addEventListener('release', () => setAwake(false));
        if (over) await lock.release();
        else setAwake(true);
      } catch {
        // A battery nearly empty refuses it: the work goes on, and the screen may sleep.
        setAwake(false);
      }
    };
    void take();
    // The browser lets go whenever the page is hidden.
    document.addEventListener('visibilitychange', take);
    return () => {
      over = true;
      document.removeEventListener('visibilitychange', take);
      void lock?.release();
    };
  }, [wanted]);
  return awake;
}
