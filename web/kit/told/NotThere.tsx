import type { ReactNode } from 'react';
import { Link } from 'react-router';

/** Something that an address asks for and that is not there: what it is, what may have been meant, and where to go on. */
export function NotThere({ title, children, to, back }: { title: string; children?: ReactNode; to: string; back: string }) {
  return (
    <div className="px-4 py-10 desk:px-10">
      <h1>{title}</h1>
      {children}
      <Link to={to} className="quiet mt-3">
        {back}
      </Link>
    </div>
  );
}
