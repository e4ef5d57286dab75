import { say } from '@chill/words/kit.ts';
import { lazy, type ReactNode, Suspense, useEffect, useRef, useState } from 'react';
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary';
import { Link, Route, Routes, useLocation } from 'react-router';
import { useChord, useKey } from './browser/keys.ts';
import { followChoice } from './browser/language.ts';
import { useStale } from './browser/stale.ts';
import { NurseryProvider, useNursery, useNurseryLoading } from './data/nursery.ts';
import { useArrival } from './kit/page/useArrival.ts';
import { useGoTo } from './kit/page/useGoTo.ts';
import { useScroll } from './kit/page/useScroll.ts';
import { Waiting } from './kit/told/Waiting.tsx';
import { Notices } from './parts/Notices.tsx';
import { Run } from './parts/Run.tsx';
import { Strip } from './parts/Strip.tsx';
import { askAgain, PAGES } from './stations/pages.tsx';
import { TimerEnds } from './stations/treat/TimerEnds.tsx';

const FirstRun = lazy(() => import('./stations/firstRun/FirstRun.tsx'));
const LogLineDialog = lazy(() => import('./stations/round/LogLineDialog.tsx'));
const FindDialog = lazy(() => import('./stations/find/FindDialog.tsx'));
const KeysDialog = lazy(() => import('./kit/told/KeysDialog.tsx'));
const MeasuresDrawer = lazy(() => import('./stations/measures/MeasuresDrawer.tsx'));

/** The app: loads the nursery, then the run above (or below) and the station beneath it. */
export function App() {
  return (
    <ErrorBoundary FallbackComponent={Broken}>
      <Loaded />
    </ErrorBoundary>
  );
}

function Loaded() {
  const loading = useNurseryLoading();
  if (loading.state === 'loading') return <Waiting />;
  if (loading.state === 'failed') return <Failed error={loading.error} />;
  if (loading.state === 'first run') {
    return (
      <Suspense fallback={<Waiting />}>
        <FirstRun today={loading.today} />
      </Suspense>
    );
  }
  return (
    <NurseryProvider value={loading.view}>
      <ChosenLanguage />
      <Shell />
    </NurseryProvider>
  );
}

function ChosenLanguage() {
  const { language } = useNursery().nursery.settings;
  useEffect(() => followChoice(language), [language]);
  return null;
}

function Shell() {
  const [logging, setLogging] = useState(false);
  const [measuring, setMeasuring] = useState(false);
  const [finding, setFinding] = useState(false);
  const [askingKeys, setAskingKeys] = useState(false);
  const { pathname } = useLocation();
  const main = useRef<HTMLElement>(null);
  useScroll(pathname);
  useArrival(main, pathname);
  useKey('/', () => setLogging(true));
  useKey('m', () => setMeasuring(true));
  useKey('?', () => setAskingKeys(true));
  useGoTo();
  useChord('k', () => setFinding(true));
  return (
    <>
      <a href="#main" className="sr-only focus:not-sr-only focus:absolute focus:z-30 focus:bg-sheet focus:p-3">
        {say('skipContent')}
      </a>
      <header className="relative">
        <Strip openLog={() => setLogging(true)} openMeasures={() => setMeasuring(true)} openFind={() => setFinding(true)} />
        <Run />
      </header>
      <Notices />
      <TimerEnds />
      <main id="main" ref={main} tabIndex={-1} className="pb-24 outline-none desk:pb-10">
        {/* Outside of what each page begins anew: one page stays until the code of the next has come. */}
        <Suspense fallback={<Waiting />}>
          <ErrorBoundary key={pathname} FallbackComponent={Broken}>
            {stations}
          </ErrorBoundary>
        </Suspense>
      </main>
      {measuring && (
        <Suspense fallback={null}>
          <MeasuresDrawer close={() => setMeasuring(false)} />
        </Suspense>
      )}
      {askingKeys && (
        <Suspense fallback={null}>
          <KeysDialog path={pathname} close={() => setAskingKeys(false)} />
        </Suspense>
      )}
      {finding && (
        <Suspense fallback={null}>
          <FindDialog close={() => setFinding(false)} />
        </Suspense>
      )}
      {logging && (
        <Suspense fallback={null}>
          <LogLineDialog close={() => setLogging(false)} />
        </Suspense>
      )}
    </>
  );
}

const stations = (
  <Routes>
    {PAGES.map(({ path, element }) => (
      <Route key={path} path={path} element={element} />
    ))}
    <Route path="*" element={<Nowhere />} />
  </Routes>
);

function Nowhere() {
  return (
    <Message title={say('thereNothingAddress')}>
      <Link to="/" className="quiet">
        {say('openRound')}
      </Link>
    </Message>
  );
}

/** A station that could not be drawn; nothing recorded is lost by it. */
function Broken({ resetErrorBoundary: again }: FallbackProps) {
  if (useStale())
    return (
      <Message title={say('updated')}>
        <p>{say('updatedLoadAgain')}</p>
        <button type="button" className="action mt-4" onClick={() => location.reload()}>
          {say('loadAgain')}
        </button>
      </Message>
    );
  return (
    <Message title={say('pageNotShown')}>
      <p>{say('everythingIsKept')}</p>
      <button
        type="button"
        className="action mt-4"
        onClick={() => {
          askAgain();
          again();
        }}
      >
        {say('tryAgain')}
      </button>
    </Message>
  );
}

/** A page with one thing to say. */
function Message({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="px-4 py-10 desk:px-10">
      <h1>{title}</h1>
      <div className="mt-3 max-w-prose text-lg">{children}</div>
    </div>
  );
}

function Failed({ error }: { error: Error }) {
  return (
    <Message title={say('nothingCouldLoaded')}>
      <p>{error.message}</p>
      <button type="button" className="action mt-4" onClick={() => location.reload()}>
        {say('tryAgain')}
      </button>
    </Message>
  );
}
