import { say } from '@chill/words/drawings.ts';
import { useState } from 'react';

/** A table of figures: the heads of its columns after the first, and each row under what it is of. */
export interface Figures {
  heads: readonly string[];
  rows: readonly { of: string; figures: readonly string[] }[];
}

/** The figures behind a drawing, made only once they are asked for; `of` heads the first column. */
export function FiguresTable({ of = '', make }: { of?: string; make: () => Figures }) {
  const [open, setOpen] = useState(false);
  return (
    <details onToggle={({ currentTarget }) => setOpen(currentTarget.open)} className="print:hidden">
      <summary className="quiet cursor-pointer list-none text-[0.92rem]">{say('asTable')}</summary>
      {open && <Table of={of} {...make()} />}
    </details>
  );
}

function Table({ of, heads, rows }: Figures & { of: string }) {
  return (
    <section className="overflow-x-auto" aria-label={say('asTable')}>
      <table className="text-[0.92rem]">
        <thead>
          <tr className="text-left text-ink2">
            {[of, ...heads].map((head) => (
              <th key={head} scope="col" className="pr-5 font-normal">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.of} className="border-t border-line">
              <th scope="row" className="pr-5 text-left font-normal whitespace-nowrap">
                {row.of}
              </th>
              {row.figures.map((figure, i) => (
                <td key={heads[i]} className="pr-5 font-mono">
                  {figure}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
