import { CUE_NAMES, CUES, waitsFor } from '@chill/core/cue/cues.ts';
import { speciesOfGenus } from '@chill/core/cue/fromProfile.ts';
import { searchSpecies } from '@chill/core/cue/searchSpecies.ts';
import { valueName } from '@chill/core/kinds/values.ts';
import type { Genus } from '@chill/model/genus.ts';
import { DormancyClass, type Species } from '@chill/model/species.ts';
import { say } from '@chill/words/handbook.ts';
import { Rich } from '@chill/words/rich.tsx';
import { worded } from '@chill/words/tables.ts';
import { useDeferredValue, useMemo } from 'react';
import { Link, useNavigate } from 'react-router';
import useSWR from 'swr';
import { useAddress } from '../../browser/address.ts';
import { ask } from '../../browser/api.ts';
import { useNursery } from '../../data/nursery.ts';
import { saveSpecies } from '../../data/saving.ts';
import { useAttempt } from '../../kit/fields/useAttempt.ts';
import { inOrder } from '../../kit/lists/grouped.ts';
import { LongList } from '../../kit/lists/LongList.tsx';
import { Problem } from '../../kit/told/Problem.tsx';
import { SeedDrawing } from '../../parts/SeedDrawing.tsx';
import { ImportSpecies } from './ImportSpecies.tsx';

const OFFERED = CUE_NAMES.filter((cue) => cue !== 'none');

const ORDERS: Record<string, ((species: Species) => string) | undefined> = {
  common: ({ common, scientific }) => common[0] ?? scientific,
  size: ({ seed }) => String(seed.thousandSeeds_g.toFixed(3)).padStart(12, '0'),
};
const GROUPS: Record<string, ((species: Species) => string) | undefined> = {
  family: ({ family }) => family,
  class: ({ dormancy }) => valueName(dormancy.class),
};
/** About how high a species' row is, px. */
const ROW_HEIGHT = 81;

/** Every species, searchable by name, cue and class; each with its seed and what it waits for. */
export default function HandbookPage() {
  const { handbook } = useNursery();
  const [query, change] = useAddress();
  const typed = query.get('find') ?? '';
  const cue = OFFERED.find((one) => one === query.get('cue'));
  const dormancy = DormancyClass.options.find((one) => one === query.get('class'));
  const slow = useDeferredValue(typed);
  const found = useMemo(() => searchSpecies(slow, handbook, { cue, dormancy }), [slow, handbook, cue, dormancy]);
  const word = 'min-h-12 border-b-[1.5px] border-ink3 bg-transparent px-1 text-[1.05rem] desk:min-h-10';
  return (
    <section className="px-4 pt-5 desk:px-10">
      <div className="flex flex-wrap items-end justify-between gap-x-8 gap-y-3">
        <h1>{say('handbook')}</h1>
        <span className="flex flex-wrap items-center gap-x-6 gap-y-2">
          <Link to="/guide" className="quiet">
            {say('firstSeason')}
          </Link>
          <Link to="/glossary" className="quiet">
            {say('glossary')}
          </Link>
          <Link to="/handbook/table" className="quiet">
            {say('asTable')}
          </Link>
          <Link to="/handbook/key" className="action">
            {say('keyToUnknownSeed')}
          </Link>
        </span>
      </div>
      <div className="mt-4 grid grid-cols-2 items-end gap-x-4 gap-y-1 desk:flex desk:flex-wrap desk:gap-x-6 desk:gap-y-3">
        <input
          type="search"
          aria-label={say('findSpecies')}
          placeholder={say('commonOrScientificName')}
          className="written col-span-2 desk:max-w-xs"
          value={typed}
          onChange={(event) => change({ find: event.target.value })}
        />
        <label className="flex min-w-0 flex-col text-[0.95rem] text-ink2 desk:block">
          {say('needs')}{' '}
          <select className={word} value={cue ?? ''} onChange={(event) => change({ cue: event.target.value })}>
            <option value="">{say('anything')}</option>
            {OFFERED.map((one) => (
              <option key={one} value={one}>
                {CUES[one].name}
              </option>
            ))}
          </select>
        </label>
        <label className="flex min-w-0 flex-col text-[0.95rem] text-ink2 desk:block">
          {say('dormancy')}{' '}
          <select className={word} value={dormancy ?? ''} onChange={(event) => change({ class: event.target.value })}>
            <option value="">{say('anyClass')}</option>
            {DormancyClass.options.map((one) => (
              <option key={one} value={one}>
                {valueName(one)}
              </option>
            ))}
          </select>
        </label>
        <label className="flex min-w-0 flex-col text-[0.95rem] text-ink2 desk:block">
          {say('by')}{' '}
          <select
            aria-label={say('by')}
            className={word}
            value={query.get('by') ?? ''}
            onChange={(event) => change({ by: event.target.value })}
          >
            <option value="">{say('scientificName')}</option>
            <option value="common">{say('commonName')}</option>
            <option value="size">{say('sizeSeed')}</option>
          </select>
        </label>
        <label className="flex min-w-0 flex-col text-[0.95rem] text-ink2 desk:block">
          {say('grouped')}{' '}
          <select
            aria-label={say('grouped')}
            className={word}
            value={query.get('group') ?? ''}
            onChange={(event) => change({ group: event.target.value })}
          >
            <option value="">{say('notAll')}</option>
            <option value="family">{say('byFamily')}</option>
            <option value="class">{say('byDormancy')}</option>
          </select>
        </label>
        <p className="col-span-2 text-ink2" aria-live="polite">
          {say('of', { found: found.length, handbook: handbook.length })}
        </p>
      </div>
      {found.length === 0 && <p className="mt-6 text-lg">{say('nothingLike', { typed })}</p>}
      <GenusFallback typed={slow} found={found} />
      <LongList
        rows={inOrder(found, ORDERS[query.get('by') ?? ''])}
        groupOf={GROUPS[query.get('group') ?? '']}
        height={ROW_HEIGHT}
        label={say('species')}
        columns
      >
        {(species) => <SpeciesRow species={species} />}
      </LongList>
      <ImportSpecies />
    </section>
  );
}

function SpeciesRow({ species }: { species: Species }) {
  return (
    <div className="border-t border-line">
      <Link to={`/handbook/${species.id}`} className="grid min-h-20 grid-cols-[5.5rem_1fr] items-center gap-4 py-2 hover:bg-sheet">
        <span className="flex justify-center">
          <SeedDrawing seed={species.seed} room={80} rule={false} />
        </span>
        <span>
          <span className="block leading-tight font-[560]">
            {species.common[0]} <i className="font-normal text-ink2">{species.scientific}</i>
            {species.standsFor && <span className="text-ink2"> · {STANDS_FOR[species.standsFor]}</span>}
          </span>
          <span className="text-[0.92rem] text-ink2">{waitsFor(species)}</span>
        </span>
      </Link>
    </div>
  );
}

/** What an entry that is not the handbook's own is called. */
export const STANDS_FOR: Record<NonNullable<Species['standsFor']>, string> = worded(say, {
  genus: 'whatUsualGenus',
  guess: 'firstGuess',
  own: 'yourOwn',
});

/** Where a species is asked for that the handbook has not: what is usual in its genus, said to be no more than that. */
function GenusFallback({ typed, found }: { typed: string; found: readonly Species[] }) {
  const [first = '', epithet = ''] = typed.trim().split(/\s+/);
  const wanted = first.length > 3;
  const { data: genera } = useSWR<Genus[]>(wanted ? '/api/genera' : null, ask, { revalidateOnFocus: false });
  const navigate = useNavigate();
  const { attempt, problem, busy } = useAttempt();
  const genus = genera?.find((one) => one.genus.toLowerCase() === first.toLowerCase());
  if (!genus || found.some(({ scientific }) => epithet && scientific.toLowerCase() === `${first} ${epithet}`.toLowerCase())) return null;
  const species = speciesOfGenus(genus, epithet);
  const take = () =>
    attempt(async () => {
      const saved = await saveSpecies(species);
      navigate(`/handbook/${saved.id}`);
    });
  const facts = { scientific: species.scientific, waitsFor: waitsFor(species) };
  return (
    <div className="mt-5 max-w-3xl border-l-4 border-ink pl-4">
      <p>
        {genus.madeFrom ? (
          <Rich say={say} of="notHereButRelative" facts={{ ...facts, relative: genus.madeFrom }} parts={{ b: <b />, i: <i /> }} />
        ) : (
          <Rich
            say={say}
            of="notHereButGenus"
            facts={{ ...facts, common: genus.common, genus: genus.genus }}
            parts={{ b: <b />, i: <i /> }}
          />
        )}
      </p>
      <button type="button" className="quiet" disabled={busy} onClick={take}>
        {say('startOwnEntry')}
      </button>
      <Problem>{problem}</Problem>
    </div>
  );
}
