import { longDate, shortDate } from '@chill/core/calendar/dates.ts';
import { say } from '@chill/words/kit.ts';
import { useState } from 'react';
import { Link } from 'react-router';
import { stepClock } from '../browser/stepClock.ts';
import { useStored } from '../browser/stored.ts';
import { useNursery } from '../data/nursery.ts';

/** What stands apart from the run: the nursery's name and day, Handbook, Places, the measures, the log line, and the light. */
export function Strip({ openLog, openMeasures, openFind }: { openLog: () => void; openMeasures: () => void; openFind: () => void }) {
  const { nursery, today, steppable, lookingAround } = useNursery();
  return (
    <div className="screen-only flex min-h-12 items-center justify-between gap-3 border-b border-line bg-sheet px-4 text-[0.95rem] desk:absolute desk:inset-x-0 desk:top-0 desk:z-10 desk:min-h-9 desk:border-0 desk:bg-transparent desk:px-10">
      <div className="flex min-w-0 items-center gap-3 whitespace-nowrap">
        <span className="hidden truncate font-semibold sm:inline">{nursery.name}</span>
        <span className="whitespace-nowrap text-ink2">
          <span className="hidden sm:inline">{longDate(today)}</span>
          <span className="sm:hidden">{shortDate(today)}</span>
        </span>
        {steppable && <NextDay />}
        {lookingAround && <OwnAgain />}
      </div>
      <div className="flex items-center gap-3 whitespace-nowrap desk:gap-5">
        <Link to="/handbook" className="quiet no-underline" aria-label={say('handbook')}>
          <span className="hidden sm:inline">{say('handbook')}</span>
          <PhoneIcon path="M10 5 Q7 3 2.5 3.6 V15.6 Q7 15 10 17 Q13 15 17.5 15.6 V3.6 Q13 3 10 5 V17" />
        </Link>
        <Link to="/places" className="quiet no-underline" aria-label={say('places')}>
          <span className="hidden sm:inline">{say('places')}</span>
          <PhoneIcon path={SHELF} />
        </Link>
        <button type="button" className="quiet no-underline" onClick={openFind} aria-keyshortcuts="Control+k Meta+k">
          <span className="sr-only sm:not-sr-only">{say('find')}</span>
          <PhoneIcon path={GLASS} />
        </button>
        <button type="button" className="quiet no-underline" onClick={openMeasures} aria-keyshortcuts="m">
          <span className="sr-only sm:not-sr-only">{say('calculators')}</span>
          <PhoneIcon path={CUP} /> <kbd className="hidden rounded-sm border border-line px-1.5 font-mono text-sm desk:inline">m</kbd>
        </button>
        <button type="button" className="quiet no-underline" onClick={openLog} aria-keyshortcuts="/">
          <span className="sr-only sm:not-sr-only">{say('quickEntry')}</span>
          <PhoneIcon path={PENCIL} /> <kbd className="hidden rounded-sm border border-line px-1.5 font-mono text-sm desk:inline">/</kbd>
        </button>
        <LightSwitch />
      </div>
    </div>
  );
}

/** What stands for a word where there is no room for it. */
function PhoneIcon({ path }: { path: string }) {
  return (
    <svg
      width={20}
      height={20}
      viewBox="0 0 20 20"
      className="sm:hidden"
      aria-hidden="true"
      fill="none"
      stroke="currentColor"
      strokeWidth={1.7}
    >
      <path d={path} />
    </svg>
  );
}
const GLASS = 'M14 8.5 A5.5 5.5 0 1 1 3 8.5 A5.5 5.5 0 1 1 14 8.5 M12.6 12.6 L17.5 17.5';
const SHELF = 'M3.5 3 V17 M16.5 3 V17 M3.5 7 H16.5 M3.5 14 H16.5 M6 7 V4 H9.5 V7 M11 14 V10.5 H14 V14';
const PENCIL = 'M3 17 L4 13 L13.5 3.5 L16.5 6.5 L7 16 Z M11.5 5.5 L14.5 8.5';
const CUP = 'M3 4 H15 V15 Q15 17 13 17 H6 Q4 17 4 15 L3 4 M15 6 Q19 6 18 9.5 Q17.5 12 15 12 M10 8 H15 M10 12 H15';

function NextDay() {
  const [busy, setBusy] = useState(false);
  const step = async () => {
    setBusy(true);
    try {
      await stepClock(1);
    } finally {
      setBusy(false);
    }
  };
  return (
    <button type="button" className="quiet" disabled={busy} onClick={step} title={say('demoClockMoves')}>
      {say('nextDay')}
    </button>
  );
}

/** The way back from the demo that is only looked around in. */
function OwnAgain() {
  return (
    <button type="button" className="quiet" onClick={() => void import('../data/wholeData.ts').then(({ lookAround }) => lookAround(false))}>
      {say('yourOwnNursery')}
    </button>
  );
}

function LightSwitch() {
  const [dim, setDim] = useStored('chill.dim', false);
  document.documentElement.dataset.theme = dim ? 'dim' : 'light';
  return (
    <button type="button" className="quiet no-underline" aria-pressed={dim} onClick={() => setDim(!dim)} aria-label={say('dimShedNight')}>
      <svg width={18} height={18} viewBox="0 0 18 18" aria-hidden="true">
        <circle cx={9} cy={9} r={7} fill="none" stroke="currentColor" strokeWidth={1.8} />
        <path d={dim ? 'M 9 2 A 7 7 0 0 1 9 16 Z' : 'M 9 2 A 7 7 0 0 0 9 16 Z'} fill="currentColor" />
      </svg>
    </button>
  );
}
