import { STAGE_NAMES } from '@chill/core/schedule/words.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import { Link, useParams } from 'react-router';
import { useNursery } from '../../data/nursery.ts';
import { enlargement, SeedDrawing } from '../../kit/SeedDrawing.tsx';
import { days, waitsFor } from './waitsFor.ts';

/** One species: why its seed waits, what wakes it, and the ways that growers go. */
export default function SpeciesPage() {
  const { speciesId } = useParams();
  const { handbook, nursery, lots } = useNursery();
  const species = handbook.find((one) => one.id === speciesId);
  if (!species) {
    return (
      <div className="px-4 py-10 desk:px-10">
        <h1>The handbook has no such species</h1>
        <Link to="/handbook" className="quiet mt-3">
          All species
        </Link>
      </div>
    );
  }
  const { units } = nursery.settings;
  const { seed, sprouting, cold, dormancy } = species;
  const mine = lots.filter((lot) => lot.speciesId === species.id);
  const facts: [string, string][] = [
    ['dormancy', `${dormancy.class}${dormancy.depth ? `, ${dormancy.depth}` : ''}`],
    ...(cold.need === 'none'
      ? []
      : ([
          [
            'moist cold',
            `${cold.need === 'required' ? 'required' : 'only helps'}, ${days(cold.days)}; ${Math.round(cold.freedWithout * 100)} in 100 need none`,
          ],
        ] as [string, string][])),
    ...(species.warmFirst ? ([['moist warmth first', days(species.warmFirst.days)]] as [string, string][]) : []),
    ['sprouts', `${sprouting.days.from} to ${sprouting.days.to} days at ${showQuantity(sprouting.at_C, 'temperature_C', units)}`],
    ['light', species.light],
    [
      'keeps',
      { orthodox: 'for years, dry and cool', intermediate: 'a while, dry and cool', recalcitrant: 'not at all once dry' }[species.storage],
    ],
    ['a thousand weigh', showQuantity(seed.thousandSeeds_g, 'mass_g', units, 2)],
    ['lift a root at', showQuantity(species.liftAt_mm, 'length_mm', units, 2)],
    ['evidence', species.evidence],
  ];
  return (
    <article className="gap-14 px-4 pt-5 desk:grid desk:grid-cols-[minmax(0,1fr)_minmax(0,1fr)] desk:px-10">
      <div>
        <h1>{species.common[0]}</h1>
        <p className="text-ink2">
          <i>{species.scientific}</i>
          {species.common.length > 1 && ` · ${species.common.slice(1).join(', ')}`} · {species.family} · {species.life}
        </p>
        <p className="text-ink2">{species.country}</p>
        <h2 className="mt-6">Why it waits</h2>
        <p className="mt-1 max-w-prose text-[1.06rem]">{dormancy.why}</p>
        <p className="mt-2 max-w-prose">It {waitsFor(species)}.</p>
        {species.hazards.map((hazard) => (
          <p key={hazard.note} className="mt-4 max-w-prose border-l-4 border-alarm pl-3">
            {hazard.note}
          </p>
        ))}
        <dl className="mt-6 grid grid-cols-[auto_1fr] gap-x-6 gap-y-1">
          {facts.map(([name, value]) => (
            <div key={name} className="contents">
              <dt className="text-ink2">{name}</dt>
              <dd className="font-semibold">{value}</dd>
            </div>
          ))}
        </dl>
        <p className="mt-4 max-w-prose text-[0.92rem] text-ink2">{species.sources.join('; ')}.</p>
      </div>
      <div className="mt-8">
        <SeedDrawing seed={seed} room={300} />
        <p className="mt-2 text-[0.95rem] text-ink2">
          {seed.length_mm} × {seed.width_mm} × {seed.thickness_mm} mm, drawn × {enlargement(seed, 288)}
        </p>
        <h2 className="mt-6">Ways</h2>
        <ul>
          {species.ways.map((way) => (
            <li key={way.id} className="border-t border-line py-2">
              <b className="font-[620]">{way.name}</b> <span className="text-[0.92rem] text-ink2">{way.evidence}</span>
              <span className="block text-[0.95rem]">{way.stages.map((stage) => STAGE_NAMES[stage.kind]).join(' → ')}</span>
              <span className="block text-[0.95rem] text-ink2">
                {way.speaksFor}
                {way.speaksAgainst && `; but ${way.speaksAgainst}`}
              </span>
            </li>
          ))}
        </ul>
        {mine[0] ? (
          <Link to={`/plan?lot=${mine[0].id}`} className="deed mt-4">
            plan from {mine[0].code}
          </Link>
        ) : (
          <Link to="/seeds/new" className="quiet mt-4">
            add a lot of it
          </Link>
        )}
      </div>
    </article>
  );
}
