import { type ComponentType, lazy, type ReactNode, useState } from 'react';
import { matchRoutes } from 'react-router';
import { RoundStation } from './round/RoundStation.tsx';

type Code = () => Promise<{ default: ComponentType }>;

/** A page at a path below the run. */
interface Page {
  path: string;
  element: ReactNode;
  /** Fetches its code, if that has not come yet. */
  fetch?: () => void;
  /** Forgets that it could not come. */
  afresh?: () => void;
}

/** A page whose code comes when it is gone to, or a moment sooner ({@link fetchAhead}); drawn without a wait where it has come. */
export function later(path: string, load: Code): Page {
  const code: Code = async () => {
    const module = await load();
    late.Drawn = module.default;
    return module;
  };
  const late = { Drawn: lazy(code) as ComponentType };
  const afresh = () => (late.Drawn = lazy(code));
  return { path, element: <Late late={late} />, fetch: () => void code().catch(() => undefined), afresh };
}

/** What did not come may come when it is asked for again; not before, or a page whose code is gone would be asked for without end. */
export function askAgain(): void {
  for (const page of PAGES) page.afresh?.();
}

/** Begins with what there is of a page, and stays with it. */
function Late({ late }: { late: { Drawn: ComponentType } }) {
  const [Drawn] = useState(() => late.Drawn);
  return <Drawn />;
}

const lotForm: Code = () => import('./seeds/LotForm.tsx');
const guide: Code = () => import('./handbook/GuidePage.tsx');

/** Every page of the app. Home comes with the first screen. */
export const PAGES: readonly Page[] = [
  { path: '', element: <RoundStation /> },
  later('round/sheet', () => import('./round/SheetPage.tsx')),
  later('round/typed', () => import('./round/TypedSheetPage.tsx')),
  later('labels', () => import('./labels/LabelsPage.tsx')),
  later('seeds', () => import('./seeds/SeedsStation.tsx')),
  later('seeds/new', lotForm),
  later('seeds/:lotId', () => import('./seeds/LotPage.tsx')),
  later('seeds/:lotId/change', lotForm),
  later('plan', () => import('./plan/PlanStation.tsx')),
  later('plan/spring', () => import('./plan/SpringPage.tsx')),
  later('plan/season', () => import('./plan/SeasonPage.tsx')),
  later('trial/:trialId', () => import('./plan/TrialPage.tsx')),
  later('treat', () => import('./treat/TreatStation.tsx')),
  later('treat/:code', () => import('./treat/StepPage.tsx')),
  later('cold', () => import('./cold/ColdStation.tsx')),
  later('cold/winter', () => import('./cold/WinterPage.tsx')),
  later('warm', () => import('./warm/WarmStation.tsx')),
  later('pots', () => import('./pots/PotsStation.tsx')),
  later('pots/promises', () => import('./pots/PromisesPage.tsx')),
  later('pots/session', () => import('./pots/PottingPage.tsx')),
  later('results', () => import('./results/ResultsStation.tsx')),
  later('results/learned', () => import('./results/LearnedPage.tsx')),
  later('results/compare', () => import('./results/ComparePage.tsx')),
  later('results/next', () => import('./results/NextYearPage.tsx')),
  later('results/report', () => import('./results/ReportPage.tsx')),
  later('results/right', () => import('./results/RightPage.tsx')),
  later('batch/:code', () => import('./batch/BatchPage.tsx')),
  later('batch/:code/label', () => import('./batch/LabelPage.tsx')),
  later('handbook', () => import('./handbook/HandbookPage.tsx')),
  later('handbook/table', () => import('./handbook/HandbookTablePage.tsx')),
  later('handbook/key', () => import('./handbook/KeyPage.tsx')),
  later('handbook/:speciesId', () => import('./handbook/SpeciesPage.tsx')),
  later('handbook/:speciesId/change', () => import('./handbook/SpeciesEditor.tsx')),
  later('glossary', () => import('./handbook/GlossaryPage.tsx')),
  later('guide', guide),
  later('guide/:page', guide),
  later('places', () => import('./places/PlacesPage.tsx')),
  later('places/:placeId', () => import('./places/PlacePage.tsx')),
];

/** Fetches the code of the page at an address, so that it is there by the time somebody is. */
export function fetchAhead(pathname: string): void {
  const page = matchRoutes([...PAGES], pathname)?.[0]?.route;
  page?.fetch?.();
}

/** Whoever points at a link, touches it or comes to it by key is likely to follow it. */
export function fetchWhatIsPointedAt(): void {
  for (const kind of ['pointerover', 'focusin'])
    addEventListener(kind, ({ target }) => {
      const link = target instanceof Element && target.closest('a');
      if (link && link.origin === location.origin) fetchAhead(link.pathname);
    });
}
