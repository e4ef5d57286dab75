import { searchSpecies } from '@chill/core/cue/searchSpecies.ts';
import type { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/listTools.ts';
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react';
import { useState } from 'react';

/** Finds a species by its common or scientific name, or a synonym. */
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
  const found = searchSpecies(query, handbook);
  return (
    <Combobox value={value ?? null} onChange={(species) => species && onChange(species)} immediate onClose={() => setQuery('')}>
      <ComboboxInput
        {...field}
        className="written"
        autoComplete="off"
        placeholder={say('commonOrScientificName')}
        displayValue={(species: Species | null) => (species ? `${species.common[0]}, ${species.scientific}` : '')}
        onChange={(event) => setQuery(event.target.value)}
      />
      <ComboboxOptions
        anchor="bottom start"
        className="z-30 max-h-80 w-(--input-width) overflow-y-auto border border-ink3 bg-raised shadow-lg [--anchor-gap:2px]"
      >
        {found.length === 0 && <p className="px-3 py-3 text-ink2">{say('handbookHasNothingLike', { query })}</p>}
        {found.map((species) => (
          <ComboboxOption
            key={species.id}
            value={species}
            className="cursor-pointer px-3 py-2.5 data-focus:bg-ground data-focus:font-semibold"
          >
            {species.common[0]} <i className="font-normal text-ink2">{species.scientific}</i>
          </ComboboxOption>
        ))}
      </ComboboxOptions>
    </Combobox>
  );
}
