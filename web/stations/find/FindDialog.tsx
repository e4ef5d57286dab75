import { type Findable, findAnything } from '@chill/core/find/findAnything.ts';
import { parseBagCode } from '@chill/core/ledger/bagCode.ts';
import { STAGE_NAMES } from '@chill/core/schedule/words.ts';
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions, Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { type NurseryView, useNursery } from '../../data/nursery.ts';

const KINDS: Record<Findable['kind'], string> = { bag: 'bag', lot: 'lot', species: 'species', place: 'place', action: 'go to' };

/** What can be gone to without knowing its name. */
const ACTIONS: Findable[] = (
  [
    ['The round', 'what is due today', '/'],
    ['Add a lot', 'of seed', '/seeds/new'],
    ['Seeds in hand', 'lots', '/seeds'],
    ['Plan', 'a wish, and ways to it', '/plan'],
    ['On the bench', 'treat: coats, soaks, smoke', '/treat'],
    ['In the cold', 'fridge, freezer, frames', '/cold'],
    ['Enough winter left?', 'outdoors', '/cold/winter'],
    ['In the warmth', 'towels, sprouts', '/warm'],
    ['In pots', 'seedlings', '/pots'],
    ['What came of it', 'closed batches', '/findings'],
    ['Print labels', 'for bags, pots and shelves', '/labels'],
    ['The round, on paper', 'print', '/round/sheet'],
    ['Type a sheet in', 'the round from paper', '/round/typed'],
    ['Handbook', 'species', '/handbook'],
    ['What does an unknown seed wait for?', 'key', '/handbook/key'],
    ['Places', 'shelves, settings, tables, calendar', '/places'],
  ] as const
).map(([title, more, to]) => ({ kind: 'action', title, more, to }));

/** Finds bags, lots, species, places and stations by any of their words, and goes there. */
export default function FindDialog({ close }: { close: () => void }) {
  const nursery = useNursery();
  const navigate = useNavigate();
  const [typed, setTyped] = useState('');
  const things = useMemo(() => thingsIn(nursery), [nursery]);
  const found = useMemo(() => [...findAnything(typed, things), ...byCode(typed, things)], [typed, things]);
  return (
    <Dialog open onClose={close} className="relative z-40">
      <div className="fixed inset-0 bg-ink/40" aria-hidden="true" />
      <div className="fixed inset-x-0 top-0 flex justify-center">
        <DialogPanel className="max-h-screen w-full max-w-2xl overflow-y-auto bg-sheet p-5 desk:mt-16">
          <DialogTitle className="text-[0.95rem] text-ink2">Find a bag, a lot, a species, a place</DialogTitle>
          <Combobox
            immediate
            onChange={(thing: Findable | null) => {
              if (!thing) return;
              close();
              navigate(thing.to);
            }}
          >
            <ComboboxInput
              autoFocus
              aria-label="Find"
              className="written mt-1 text-xl"
              placeholder="code or name"
              autoComplete="off"
              value={typed}
              onChange={(event) => setTyped(event.target.value)}
            />
            <ComboboxOptions static className="mt-2 outline-none">
              {found.map((thing) => (
                <ComboboxOption
                  key={thing.to + thing.kind}
                  value={thing}
                  className="grid min-h-12 cursor-pointer grid-cols-[6rem_minmax(0,1fr)] items-center gap-x-3 border-t border-line px-1 py-1 data-focus:bg-ground desk:min-h-10"
                >
                  <span
                    className={thing.code ? `code whitespace-nowrap ${thing.kind === 'bag' ? 'text-lg' : ''}` : 'text-[0.92rem] text-ink2'}
                  >
                    {thing.code ?? KINDS[thing.kind]}
                  </span>
                  <span className="min-w-0">
                    <span className="font-[560]">{thing.title}</span> <span className="text-[0.92rem] text-ink2">{thing.more}</span>
                  </span>
                </ComboboxOption>
              ))}
            </ComboboxOptions>
          </Combobox>
          <p className="mt-2 text-[0.95rem] text-ink2" aria-live="polite">
            {typed.trim() === ''
              ? 'Arrows choose, Enter goes there.'
              : found.length === 0
                ? `Nothing is called like “${typed.trim()}”.`
                : ''}
          </p>
        </DialogPanel>
      </div>
    </Dialog>
  );
}

function thingsIn({ batches, lots, usedUp, handbook, places }: NurseryView): Findable[] {
  const speciesName = new Map(handbook.map(({ id, common, scientific }) => [id, common[0] ?? scientific]));
  const placeName = new Map(places.map(({ id, name }) => [id, name]));
  return [
    ...batches.map(({ batch, species, lot, projection: { state, stages } }): Findable => {
      const stage = stages[Math.min(state.stage, stages.length - 1)];
      const where = state.closedOn ? 'closed' : [stage && STAGE_NAMES[stage.kind], placeName.get(state.stages[state.stage]?.placeId ?? '')];
      const more = [species.scientific, lot.code, where].flat().filter(Boolean).join(', ');
      return { kind: 'bag', code: batch.code, title: species.common[0] ?? species.scientific, more, to: `/batch/${batch.code}` };
    }),
    ...[...lots, ...usedUp].map(({ id, code, speciesId, provenance, unassigned }): Findable => {
      const from = provenance.kind === 'bought' ? provenance.supplier : provenance.place;
      return {
        kind: 'lot',
        code,
        title: speciesName.get(speciesId) ?? '',
        more: `lot, ${from}, ${unassigned} seeds left`,
        to: `/seeds/${id}`,
      };
    }),
    ...places.map(({ id, name, within }): Findable => ({ kind: 'place', title: name, more: within ?? '', to: `/places/${id}` })),
    ...handbook.map(
      ({ id, common, scientific, synonyms }): Findable => ({
        kind: 'species',
        title: common[0] ?? scientific,
        more: [scientific, ...common.slice(1), ...synonyms].join(', '),
        to: `/handbook/${id}`,
      }),
    ),
    ...ACTIONS,
  ];
}

/** A code that no bag in hand has may be that of a closed one. */
function byCode(typed: string, things: readonly Findable[]): Findable[] {
  const parsed = parseBagCode(typed);
  if (!parsed.ok || things.some(({ kind, code }) => kind === 'bag' && code === parsed.value)) return [];
  return [{ kind: 'bag', code: parsed.value, title: 'a bag that was closed', more: 'look it up', to: `/batch/${parsed.value}` }];
}
