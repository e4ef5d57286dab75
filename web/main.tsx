import { refuseMissingFacts } from '@chill/words/subject.ts';
import { lazy, StrictMode, Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { App } from './App.tsx';
import { speakAsChosen } from './browser/language.ts';
import { fetchAhead, fetchWhatIsPointedAt } from './stations/pages.tsx';
import './styles.css';

// Nobody who develops overlooks a sentence without its figure.
if (import.meta.env?.DEV) refuseMissingFacts();
speakAsChosen();
fetchAhead(location.pathname);
fetchWhatIsPointedAt();
/** Every part of the kit in one picture, for whoever develops; it is not built. */
const KitPage = import.meta.env?.DEV ? lazy(() => import('./KitPage.tsx')) : undefined;
createRoot(document.getElementById('root') as HTMLElement).render(
  <StrictMode>
    <BrowserRouter>
      {KitPage && location.pathname === '/kit' ? (
        <Suspense>
          <KitPage />
        </Suspense>
      ) : (
        <App />
      )}
    </BrowserRouter>
  </StrictMode>,
);
