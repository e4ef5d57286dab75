import { shown } from '@chill/words/subject.ts';
import type { ReactNode } from 'react';

/** A large figure, its unit in ordinary type, and what it is of beneath. */
export function Figure({ value, unit, children }: { value: ReactNode; unit?: ReactNode; children: ReactNode }) {
  return (
    <div>
      <div className="figure-large whitespace-nowrap">
        {typeof value === 'number' ? shown(value) : value} {unit && <span className="text-lg font-medium tracking-normal">{unit}</span>}
      </div>
      <div className="mt-1 text-[0.95rem] text-ink2">{children}</div>
    </div>
  );
}
