import { searchSpecies } from '@chill/core/cue/searchSpecies.ts';
import { useState } from 'react';
import { Link } from 'react-router';
import { useNursery } from '../../data/nursery.ts';
import { SeedDrawing } from '../../kit/SeedDrawing.tsx';
import { waitsFor } from './waitsFor.ts';

/** Every species, searchable, each with its seed and what it waits for. */
export default function HandbookPage() {
  const { handbook } = useNursery();
  const [query, setQuery] = useState('');
  const found = searchSpecies(query, handbook);
  return (
    <section className="px-4 pt-5 desk:px-10">
      <div className="flex flex-wrap items-end justify-between gap-x-8 gap-y-3">
        <h1>Handbook</h1>
        <input
          type="search"
          aria-label="Find a species by common or scientific name"
          placeholder="common or scientific name"
          className="written max-w-sm"
          value={query}
          onChange={(event) => setQuery(event.target.value)}
        />
      </div>
      {found.length === 0 && <p className="mt-6 text-lg">The handbook has nothing like “{query}”.</p>}
      <ul className="mt-4 desk:columns-2 desk:gap-12">
        {found.map((species) => (
          <li key={species.id} className="break-inside-avoid border-t border-line">
            <Link to={`/handbook/${species.id}`} className="grid min-h-20 grid-cols-[5.5rem_1fr] items-center gap-4 py-2 hover:bg-sheet">
              <span className="flex justify-center">
                <SeedDrawing seed={species.seed} room={80} rule={false} />
              </span>
              <span>
                <span className="block leading-tight font-[560]">
                  {species.common[0]} <i className="font-normal text-ink2">{species.scientific}</i>
                </span>
                <span className="text-[0.92rem] text-ink2">{waitsFor(species)}</span>
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
