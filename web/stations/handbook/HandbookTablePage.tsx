import { type Gap, type HandbookRow, handbookRows } from '@chill/core/cue/handbookTable.ts';
import { valueName } from '@chill/core/kinds/values.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import type { Units } from '@chill/model/nursery.ts';
import { say } from '@chill/words/handbook.ts';
import { allOf } from '@chill/words/lists.ts';
import { worded } from '@chill/words/tables.ts';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useAddress } from '../../browser/address.ts';
import { useNursery } from '../../data/nursery.ts';
import { STANDINGS } from './SpeciesPage.tsx';

const LACKS: Record<Gap, string> = worded(say, {
  oneSource: 'gapOneSource',
  fewRecords: 'gapFewRecords',
  oneMethod: 'gapOneMethod',
  littleKnown: 'gapLittleKnown',
});

/** A column: what it is called, what it is sorted by, and what stands in it. */
interface Column {
  name: () => string;
  by: (row: HandbookRow) => string | number;
  shows: (row: HandbookRow, units: Units) => string;
}

/** The first figure of a span of days; what needs none stands last. */
const firstDay = (days: string | undefined) => (days ? Number.parseInt(days, 10) : Number.POSITIVE_INFINITY);
const DASH = '–';

const COLUMNS: Record<string, Column> = {
  name: { name: () => say('columnName'), by: ({ scientific }) => scientific, shows: ({ scientific }) => scientific },
  dormancy: { name: () => say('columnDormancy'), by: ({ dormancy }) => dormancy, shows: ({ dormancy }) => valueName(dormancy) },
  warm: { name: () => say('columnWarm'), by: ({ warm_days }) => firstDay(warm_days), shows: ({ warm_days }) => warm_days ?? DASH },
  cold: { name: () => say('columnCold'), by: ({ cold_days }) => firstDay(cold_days), shows: ({ cold_days }) => cold_days ?? DASH },
  at: {
    name: () => say('columnAt'),
    by: ({ germinates_C }) => germinates_C,
    shows: ({ germinates_C }, units) => showQuantity(germinates_C, 'temperature_C', units),
  },
  in: {
    name: () => say('columnIn'),
    by: ({ germinates_days }) => firstDay(germinates_days),
    shows: ({ germinates_days }) => germinates_days,
  },
  weight: {
    name: () => say('columnWeight'),
    by: ({ thousandSeeds_g }) => thousandSeeds_g,
    shows: ({ thousandSeeds_g }, units) => showQuantity(thousandSeeds_g, 'mass_g', units, 2),
  },
  evidence: { name: () => say('columnEvidence'), by: ({ evidence }) => evidence, shows: ({ evidence }) => valueName(evidence) },
  rests: { name: () => say('sharesRestOn'), by: ({ standing }) => standing, shows: ({ standing }) => STANDINGS[standing] },
  lacks: {
    name: () => say('columnLacks'),
    by: ({ gaps }) => -gaps.length,
    shows: ({ gaps }) => (gaps.length > 0 ? allOf(gaps.map((gap) => LACKS[gap])) : DASH),
  },
};

const compared = (a: string | number, b: string | number): number =>
  typeof a === 'number' && typeof b === 'number' ? (a === b ? 0 : a - b) : String(a).localeCompare(String(b));

/** Every entry of the handbook in one table, sorted by any column, with how well it is known. */
export default function HandbookTablePage() {
  const { handbook, nursery } = useNursery();
  const [query, change] = useAddress();
  const chosen = query.get('by') ?? 'name';
  const column = COLUMNS[chosen] ?? (COLUMNS.name as Column);
  const down = query.get('down') !== null;
  const rows = useMemo(
    () => handbookRows(handbook).sort((a, b) => (down ? -1 : 1) * compared(column.by(a), column.by(b))),
    [handbook, column, down],
  );
  return (
    <section className="px-4 pt-5 desk:px-10">
      <div className="flex flex-wrap items-end justify-between gap-x-8 gap-y-3">
        <h1>{say('handbookAsTable')}</h1>
        <span className="flex flex-wrap items-center gap-x-6">
          <a className="quiet" href="/api/tables/handbook.csv" download>
            {say('saveAsCsv')}
          </a>
          <Link to="/handbook" className="quiet">
            {say('handbook')}
          </Link>
        </span>
      </div>
      <p className="mt-2 max-w-prose text-ink2">{say('tableSays', { count: rows.length })}</p>
      <section className="mt-4 overflow-x-auto" aria-label={say('handbookAsTable')}>
        <table className="w-full text-[0.95rem]">
          <thead>
            <tr className="text-left align-bottom">
              {Object.entries(COLUMNS).map(([key, { name }]) => (
                <th
                  key={key}
                  scope="col"
                  className="pr-4 font-normal"
                  aria-sort={key === chosen ? (down ? 'descending' : 'ascending') : undefined}
                >
                  <button
                    type="button"
                    className={`quiet whitespace-nowrap ${key === chosen ? 'font-bold' : ''}`}
                    onClick={() => change({ by: key === 'name' ? '' : key, down: key === chosen && !down ? 'yes' : '' })}
                  >
                    {name()}
                    {key === chosen && <span aria-hidden="true">{down ? ' ↓' : ' ↑'}</span>}
                  </button>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.id} className="border-t border-line align-top">
                <th scope="row" className="min-w-40 py-2 pr-4 text-left font-normal">
                  <Link to={`/handbook/${row.id}`} className="italic underline decoration-ink3 underline-offset-4">
                    {row.scientific}
                  </Link>
                  <span className="block text-ink2">{row.common}</span>
                </th>
                {Object.entries(COLUMNS)
                  .filter(([key]) => key !== 'name')
                  .map(([key, { shows }]) => (
                    <td key={key} className={`py-2 pr-4 ${key === 'lacks' ? 'min-w-28' : 'whitespace-nowrap'}`}>
                      {shows(row, nursery.settings.units)}
                    </td>
                  ))}
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </section>
  );
}
