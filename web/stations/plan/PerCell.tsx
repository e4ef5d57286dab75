import { cellPlan, seedsPerCell } from '@chill/core/lot/perCell.ts';
import type { Proposal } from '@chill/core/ways/proposal.ts';
import { useState } from 'react';
import { Choice } from '../../kit/Choice.tsx';

const FILLS = [
  { value: '0.8', text: '8 of 10 cells' },
  { value: '0.9', text: '9 of 10' },
  { value: '0.95', text: '19 of 20' },
] as const;

/** Sown straight into its cells, or pre-sprouted and potted one by one: seeds, spare seedlings and empty cells of both. */
export function PerCell({ proposal, plants }: { proposal: Proposal; plants: number }) {
  const [fill, setFill] = useState<string>('0.9');
  const { share, seeds } = proposal;
  const perCell = seedsPerCell(Number(fill), share);
  if (perCell === undefined) return null;
  const plan = cellPlan(plants, perCell, share);
  const rows: [string, string, string][] = [
    ['seeds', String(plan.seeds), seeds === undefined ? '–' : String(seeds)],
    ['in each cell', String(perCell), '1 sprout'],
    ['cells left empty', plan.empty.toFixed(0), 'none'],
    ['seedlings to thin', plan.thinned.toFixed(0), 'none'],
  ];
  return (
    <details className="mt-2">
      <summary className="quiet cursor-pointer list-none">into cells, or sprouted first?</summary>
      <Choice label="cells to be filled" options={FILLS} value={fill as (typeof FILLS)[number]['value']} onChange={setFill} />
      <table className="mt-2 w-full text-[0.95rem]">
        <thead>
          <tr className="text-left text-ink2">
            <th className="py-1 font-normal">for {plants} cells</th>
            <th className="py-1 font-normal">sown in cells</th>
            <th className="py-1 font-normal">sprouted first</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, cells, towel]) => (
            <tr key={name} className="border-t border-line">
              <th scope="row" className="py-1.5 text-left font-normal text-ink2">
                {name}
              </th>
              <td className="font-mono font-bold">{cells}</td>
              <td className="font-mono font-bold">{towel}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-[0.95rem] text-ink2">
        A seed becomes a plant {Math.round(share * 100)} times in 100. Cells want no lifting; sprouting first wastes no cell and no
        seedling, and takes hands.
      </p>
    </details>
  );
}
