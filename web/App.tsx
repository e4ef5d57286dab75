import { say } from '@chill/words/kit.ts';
import { lazy, type ReactNode, Suspense, useEffect, useRef, useState } from 'react';
import { Link, Route, Routes, useLocation } from 'react-router';
import { followChoice } from './data/language.ts';
import { NurseryProvider, useNursery, useNurseryLoading } from './data/nursery.ts';
import { useChord, useKey } from './data/stored.ts';
import { ErrorBoundary } from './kit/ErrorBoundary.tsx';
import { Notices } from './kit/Notices.tsx';
import { Run } from './kit/Run.tsx';
import { Strip } from './kit/Strip.tsx';
import { useArrival } from './kit/useArrival.ts';
import { Waiting } from './kit/Waiting.tsx';
import { RoundStation } from './stations/round/RoundStation.tsx';
import { TimerEnds } from './stations/treat/TimerEnds.tsx';

// Home comes with the first screen; every other station when it is first gone to.
const FirstRun = lazy(() => import('./stations/firstRun/FirstRun.tsx'));
const LogLineDialog = lazy(() => import('./stations/round/LogLineDialog.tsx'));
const FindDialog = lazy(() => import('./stations/find/FindDialog.tsx'));
const MeasuresDrawer = lazy(() => import('./stations/measures/MeasuresDrawer.tsx'));
const SheetPage = lazy(() => import('./stations/round/SheetPage.tsx'));
const TypedSheetPage = lazy(() => import('./stations/round/TypedSheetPage.tsx'));
const LabelsPage = lazy(() => import('./stations/labels/LabelsPage.tsx'));
const SeedsStation = lazy(() => import('./stations/seeds/SeedsStation.tsx'));
const LotForm = lazy(() => import('./stations/seeds/LotForm.tsx'));
const LotPage = lazy(() => import('./stations/seeds/LotPage.tsx'));
const PlanStation = lazy(() => import('./stations/plan/PlanStation.tsx'));
const TrialPage = lazy(() => import('./stations/plan/TrialPage.tsx'));
const TreatStation = lazy(() => import('./stations/treat/TreatStation.tsx'));
const StepPage = lazy(() => import('./stations/treat/StepPage.tsx'));
const ColdStation = lazy(() => import('./stations/cold/ColdStation.tsx'));
const WinterPage = lazy(() => import('./stations/cold/WinterPage.tsx'));
const WarmStation = lazy(() => import('./stations/warm/WarmStation.tsx'));
const PotsStation = lazy(() => import('./stations/pots/PotsStation.tsx'));
const FindingsStation = lazy(() => import('./stations/findings/FindingsStation.tsx'));
const BatchPage = lazy(() => import('./stations/batch/BatchPage.tsx'));
const LabelPage = lazy(() => import('./stations/batch/LabelPage.tsx'));
const HandbookPage = lazy(() => import('./stations/handbook/HandbookPage.tsx'));
const SpeciesPage = lazy(() => import('./stations/handbook/SpeciesPage.tsx'));
const KeyPage = lazy(() => import('./stations/handbook/KeyPage.tsx'));
const SpeciesEditor = lazy(() => import('./stations/handbook/SpeciesEditor.tsx'));
const GlossaryPage = lazy(() => import('./stations/handbook/GlossaryPage.tsx'));
const GuidePage = lazy(() => import('./stations/handbook/GuidePage.tsx'));
const PlacePage = lazy(() => import('./stations/places/PlacePage.tsx'));
const PlacesPage = lazy(() => import('./stations/places/PlacesPage.tsx'));

/** The app: loads the nursery, then the run above (or below) and the station beneath it. */
export function App() {
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
  const { pathname } = useLocation();
  const main = useRef<HTMLElement>(null);
  useArrival(main, pathname);
  useKey('/', () => setLogging(true));
  useKey('m', () => setMeasuring(true));
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
        <ErrorBoundary key={pathname} fallback={(again) => <Broken again={again} />}>
          <Suspense fallback={<Waiting />}>
            <Stations />
          </Suspense>
        </ErrorBoundary>
      </main>
      {measuring && (
        <Suspense fallback={null}>
          <MeasuresDrawer close={() => setMeasuring(false)} />
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

function Stations() {
  const { pathname } = useLocation();
  return (
    <Routes key={pathname.split('/')[1]}>
      <Route index element={<RoundStation />} />
      <Route path="round/sheet" element={<SheetPage />} />
      <Route path="round/typed" element={<TypedSheetPage />} />
      <Route path="labels" element={<LabelsPage />} />
      <Route path="seeds" element={<SeedsStation />} />
      <Route path="seeds/new" element={<LotForm />} />
      <Route path="seeds/:lotId" element={<LotPage />} />
      <Route path="seeds/:lotId/change" element={<LotForm />} />
      <Route path="plan" element={<PlanStation />} />
      <Route path="trial/:trialId" element={<TrialPage />} />
      <Route path="treat" element={<TreatStation />} />
      <Route path="treat/:code" element={<StepPage />} />
      <Route path="cold" element={<ColdStation />} />
      <Route path="cold/winter" element={<WinterPage />} />
      <Route path="warm" element={<WarmStation />} />
      <Route path="pots" element={<PotsStation />} />
      <Route path="findings" element={<FindingsStation />} />
      <Route path="batch/:code" element={<BatchPage />} />
      <Route path="batch/:code/label" element={<LabelPage />} />
      <Route path="handbook" element={<HandbookPage />} />
      <Route path="glossary" element={<GlossaryPage />} />
      <Route path="guide" element={<GuidePage />} />
      <Route path="guide/:page" element={<GuidePage />} />
      <Route path="handbook/key" element={<KeyPage />} />
      <Route path="handbook/:speciesId/change" element={<SpeciesEditor />} />
      <Route path="handbook/:speciesId" element={<SpeciesPage />} />
      <Route path="places" element={<PlacesPage />} />
      <Route path="places/:placeId" element={<PlacePage />} />
      <Route
        path="*"
        element={
          <Message title={say('thereNothingAddress')}>
            <Link to="/" className="quiet">
              {say('openRound')}
            </Link>
          </Message>
        }
      />
    </Routes>
  );
}

/** A station that could not be drawn; nothing recorded is lost by it. */
function Broken({ again }: { again: () => void }) {
  return (
    <Message title={say('pageCouldNotShown')}>
      <p>{say('everythingYouRecordedKeptTry')}</p>
      <button type="button" className="action mt-4" onClick={again}>
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
