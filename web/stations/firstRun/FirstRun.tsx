import { say } from '@chill/words/firstRun.ts';
import { lookAround } from '../../data/wholeData.ts';
import { runPath } from '../../kit/drawn/geometry.ts';
import { useAttempt } from '../../kit/fields/useAttempt.ts';
import { Problem } from '../../kit/told/Problem.tsx';
import { NurseryForm } from '../../parts/NurseryForm.tsx';

/** The way a seed goes, drawn across the first screen: bench, hot water, cold, warm towel, pot. */
const METHOD = [
  { x: 180, y: 66 },
  { x: 470, y: 20 },
  { x: 720, y: 100 },
  { x: 940, y: 36 },
  { x: 1120, y: 62 },
];

/** The demo nursery, for whoever would rather look before they begin. */
function LookAround() {
  const { attempt, problem, busy } = useAttempt();
  return (
    <div className="mt-10 border-t border-line pt-4">
      <p className="text-ink2">{say('orLookAround')}</p>
      <button type="button" className="quiet" disabled={busy} onClick={() => attempt(() => lookAround(true))}>
        {busy ? say('growingDemo') : say('lookAroundDemo')}
      </button>
      <Problem>{problem}</Problem>
    </div>
  );
}

/** The first screen of an empty nursery: place, last frost, units. Nothing else. */
export default function FirstRun({ today }: { today: string }) {
  return (
    <main className="pb-12">
      <svg viewBox="0 0 1280 128" className="block w-full border-b border-line bg-sheet" aria-hidden="true">
        <linearGradient id="first-run" gradientUnits="userSpaceOnUse" x1={0} x2={0} y1={20} y2={100}>
          <stop offset={0} stopColor="var(--color-hot)" />
          <stop offset={0.3} stopColor="var(--color-warm)" />
          <stop offset={0.55} stopColor="var(--color-cool)" />
          <stop offset={1} stopColor="var(--color-cold)" />
        </linearGradient>
        <path d={runPath(METHOD, 1280, 26)} fill="none" stroke="url(#first-run)" strokeWidth={3} />
      </svg>
      <div className="mx-auto max-w-2xl px-4 pt-8">
        <h1>{say('whatChillDoes')}</h1>
        <p className="mt-2 mb-8 text-[1.06rem] text-ink2">{say('whatIsAskedFirst')}</p>
        <NurseryForm today={today} word={say('start')} />
        <LookAround />
      </div>
    </main>
  );
}
