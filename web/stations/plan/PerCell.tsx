import { cellPlan, seedsPerCell } from '@chill/core/lot/perCell.ts';
import type { Proposal } from '@chill/core/methods/proposal.ts';
import { say } from '@chill/words/plan.ts';
import { options } from '@chill/words/tables.ts';
import { useState } from 'react';
import { Choice } from '../../kit/fields/Choice.tsx';

const FILLS = options(say, {
  '0.8': 'filled8Of10',
  '0.9': 'filled9Of10',
  '0.95': 'filled19Of20',
});

/** Sown straight into its cells, or pre-sprouted and potted one by one: seeds, spare seedlings and empty cells of both. */
export function PerCell({ proposal, plants }: { proposal: Proposal; plants: number }) {
  const [fill, setFill] = useState<string>('0.9');
  const { prospect, share, seeds } = proposal;
  const perCell = seedsPerCell(Number(fill), prospect);
  if (perCell === undefined) return null;
  const plan = cellPlan(plants, perCell, prospect);
  const rows: [string, string, string][] = [
    [say('seedsRow'), String(plan.seeds), seeds === undefined ? '–' : String(seeds)],
    [say('eachCell'), String(perCell), say('oneSprout')],
    [say('cellsLeftEmpty'), plan.empty.toFixed(0), say('none')],
    [say('seedlingsThin'), plan.thinned.toFixed(0), say('none')],
  ];
  return (
    <details className="mt-2">
      <summary className="quiet cursor-pointer list-none">{say('cellsOrSprouted')}</summary>
      <Choice label={say('cellsFilled')} options={FILLS} value={fill as (typeof FILLS)[number]['value']} onChange={setFill} />
      <table className="mt-2 w-full text-[0.95rem]">
        <thead>
          <tr className="text-left text-ink2">
            <th className="py-1 font-normal">{say('cells', { plants })}</th>
            <th className="py-1 font-normal">{say('sownCells')}</th>
            <th className="py-1 font-normal">{say('sproutedFirst')}</th>
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
      <p className="mt-1 text-[0.95rem] text-ink2">{say('chanceOfAPlant', { share: Math.round(share * 100) })}</p>
    </details>
  );
}
