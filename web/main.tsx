import { refuseMissingFacts } from '@chill/words/subject.ts';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { App } from './App.tsx';
import { speakAsChosen } from './data/language.ts';
import { fetchAhead, fetchWhatIsPointedAt } from './stations/pages.tsx';
import './styles.css';

// Nobody who develops overlooks a sentence without its figure.
if (import.meta.env?.DEV) refuseMissingFacts();
speakAsChosen();
fetchAhead(location.pathname);
fetchWhatIsPointedAt();
createRoot(document.getElementById('root') as HTMLElement).render(
  <StrictMode>
    <BrowserRouter>
      <App />
    </BrowserRouter>
  </StrictMode>,
);
