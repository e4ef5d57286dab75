import { say } from '@chill/words/results.ts';
import { NavLink } from 'react-router';

const PAGES = [
  ['/results', 'list'],
  ['/results/learned', 'learnedTitle'],
  ['/results/compare', 'compare'],
  ['/results/next', 'nextYear'],
  ['/results/right', 'isRight'],
  ['/results/report', 'report'],
] as const;

/** The pages of Results, to go from one to another. */
export function ResultsPages() {
  return (
    <nav aria-label={say('results')} className="screen-only mt-1 flex flex-wrap gap-x-6">
      {PAGES.map(([to, name]) => (
        <NavLink key={to} to={to} end className="quiet aria-[current=page]:font-[620] aria-[current=page]:no-underline">
          {say(name)}
        </NavLink>
      ))}
    </nav>
  );
}
