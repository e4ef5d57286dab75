import { speciesOfGenus } from '@chill/core/cue/fromProfile.ts';
import { searchSpecies, standInFor } from '@chill/core/cue/searchSpecies.ts';
import type { Genus } from '@chill/model/genus.ts';
import type { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/listTools.ts';
import { Rich } from '@chill/words/rich.tsx';
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import useSWR from 'swr';
import { ask } from '../browser/api.ts';
import { saveSpecies } from '../data/saving.ts';
import { useAttempt } from '../kit/fields/useAttempt.ts';
import { Problem } from '../kit/told/Problem.tsx';

/** Shorter than this nobody has yet said which species is missing. */
const LEAST_TO_LEAD_ON = 4;

/** Where the handbook has not what is asked for: that it has not, which nobody can choose; its genus as a stand-in; the key. */
type Lead = { lead: 'nothing'; query: string } | { lead: 'genus'; species: Species; genus: Genus } | { lead: 'key'; name: string };

/** Finds a species by its common or scientific name, a synonym, or what people call it; what the handbook has not is added from the same list. */
export function SpeciesPicker({
  handbook,
  value,
  onChange,
  ...field
}: {
  handbook: readonly Species[];
  value: Species | undefined;
  onChange: (species: Species) => void;
  id?: string;
  'aria-invalid'?: boolean;
  'aria-describedby'?: string;
}) {
  const [query, setQuery] = useState('');
  const navigate = useNavigate();
  const { attempt, problem } = useAttempt();
  // Two hundred options that each heard of all the others would take a second to open: only those in sight are there.
  const options = useOptions(query, handbook);
  const choose = (one: Species | Lead | null) => {
    if (!one) return;
    if (!('lead' in one)) return onChange(one);
    if (one.lead === 'nothing') return;
    if (one.lead === 'key') return navigate(`/handbook/key?${new URLSearchParams({ name: one.name })}`);
    const known = handbook.find(({ id }) => id === one.species.id);
    return known ? onChange(known) : attempt(async () => onChange(await saveSpecies(one.species)));
  };
  return (
    <>
      <Combobox<Species | Lead | null>
        value={value ?? null}
        onChange={choose}
        immediate
        virtual={{ options, disabled: isNothing }}
        onClose={() => setQuery('')}
      >
        <ComboboxInput
          {...field}
          className="written"
          autoComplete="off"
          placeholder={say('commonOrScientificName')}
          displayValue={(one: Species | Lead | null) => (one && !('lead' in one) ? `${one.common[0]}, ${one.scientific}` : '')}
          onChange={(event) => setQuery(event.target.value)}
        />
        <ComboboxOptions
          anchor="bottom start"
          className="z-30 min-h-12 w-(--input-width) overflow-y-auto border border-ink3 bg-raised shadow-lg [--anchor-gap:2px] [--anchor-max-height:20rem]"
        >
          {({ option: one }: { option: Species | Lead }) => (
            <ComboboxOption
              value={one}
              className={`w-full cursor-pointer px-3 py-2.5 data-focus:bg-ground data-focus:font-semibold ${'lead' in one ? 'border-t border-line' : ''}`}
            >
              <Choice of={one} />
            </ComboboxOption>
          )}
        </ComboboxOptions>
      </Combobox>
      <Problem>{problem}</Problem>
    </>
  );
}

const isNothing = (one: Species | Lead | null) => one !== null && 'lead' in one && one.lead === 'nothing';

function Choice({ of: one }: { of: Species | Lead }) {
  if (!('lead' in one))
    return (
      <>
        {one.common[0]} <i className="font-normal text-ink2">{one.scientific}</i>
      </>
    );
  if (one.lead === 'nothing') return <span className="text-ink2">{say('nothingLike', { query: one.query })}</span>;
  if (one.lead === 'key') return say('findOutWhatItNeeds', { name: one.name });
  return (
    <Rich
      say={say}
      of="addWithGenus"
      facts={{ name: one.species.scientific, genus: one.genus.genus, called: one.genus.common.toLowerCase() }}
      parts={{ b: <b />, i: <i className="font-normal" /> }}
    />
  );
}

/** What is found, and where the list leads on: nowhere while what is typed may still become a name that the handbook has. */
function useOptions(query: string, handbook: readonly Species[]): (Species | Lead)[] {
  const name = query.trim();
  const wanted = name.length >= LEAST_TO_LEAD_ON;
  const { data: genera } = useSWR<Genus[]>(wanted ? '/api/genera' : null, ask, { revalidateOnFocus: false });
  return useMemo(() => {
    const found: (Species | Lead)[] = searchSpecies(query, handbook);
    if (found.length === 0) found.push({ lead: 'nothing', query });
    if (!wanted || isKnown(name, handbook)) return found;
    const standIn = standInFor(name, handbook, genera ?? []);
    if (standIn) found.push({ lead: 'genus', species: speciesOfGenus(standIn.genus, standIn.epithet), genus: standIn.genus });
    found.push({ lead: 'key', name });
    return found;
  }, [query, name, wanted, handbook, genera]);
}

/** Whether a species is called just so. */
function isKnown(name: string, handbook: readonly Species[]): boolean {
  const typed = name.toLowerCase();
  return handbook.some(({ common, scientific }) => [...common, scientific].some((one) => one.toLowerCase() === typed));
}
