import { type Findable, findAnything } from '@chill/core/find/findAnything.ts';
import { parseBagCode } from '@chill/core/ledger/bagCode.ts';
import { sourceOf } from '@chill/core/lot/source.ts';
import { stageName } from '@chill/core/tell/words.ts';
import { say } from '@chill/words/find.ts';
import { worded } from '@chill/words/tables.ts';
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions, Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { type NurseryView, useNursery } from '../../data/nursery.ts';

const KINDS: Record<Findable['kind'], string> = worded(say, {
  bag: 'bag',
  lot: 'lot',
  species: 'species',
  place: 'place',
  action: 'go',
});

/** What can be gone to without knowing its name. */
const actions = (): Findable[] => [
  { kind: 'action', title: say('round'), more: say('whatDueToday'), to: '/' },
  { kind: 'action', title: say('addLot'), more: say('seed'), to: '/seeds/new' },
  { kind: 'action', title: say('seedsStock'), more: say('lots'), to: '/seeds' },
  { kind: 'action', title: say('plan'), more: say('goalMethodsReach'), to: '/plan' },
  { kind: 'action', title: say('bench'), more: say('scarifySoakSmoke'), to: '/treat' },
  { kind: 'action', title: say('cold'), more: say('fridgeFreezerFrames'), to: '/cold' },
  { kind: 'action', title: say('enoughWinterLeft'), more: say('outdoors'), to: '/cold/winter' },
  { kind: 'action', title: say('warmth'), more: say('towelsSprouts'), to: '/warm' },
  { kind: 'action', title: say('pots'), more: say('seedlings'), to: '/pots' },
  { kind: 'action', title: say('results'), more: say('closedBatches'), to: '/results' },
  { kind: 'action', title: say('printLabels'), more: say('bagsPotsShelves'), to: '/labels' },
  { kind: 'action', title: say('roundPaper'), more: say('print'), to: '/round/sheet' },
  { kind: 'action', title: say('enterFilledSheet'), more: say('roundFromPaper'), to: '/round/typed' },
  { kind: 'action', title: say('handbook'), more: say('species'), to: '/handbook' },
  { kind: 'action', title: say('guide'), more: say('guideMore'), to: '/guide' },
  { kind: 'action', title: say('glossary'), more: say('glossaryMore'), to: '/glossary' },
  { kind: 'action', title: say('keyToUnknownSeed'), more: say('key'), to: '/handbook/key' },
  { kind: 'action', title: say('places'), more: say('placesAndSettings'), to: '/places' },
];

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
          <DialogTitle className="text-[0.95rem] text-ink2">{say('findAnything')}</DialogTitle>
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
              aria-label={say('find')}
              className="written mt-1 text-xl"
              placeholder={say('codeOrName')}
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
            {typed.trim() === '' ? say('howKeysWork') : found.length === 0 ? say('nothingCalled', { typed: typed.trim() }) : ''}
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
      const where = state.closedOn
        ? say('closed')
        : [stage && stageName(stage.kind), placeName.get(state.stages[state.stage]?.placeId ?? '')];
      const more = [species.scientific, lot.code, where].flat().filter(Boolean).join(', ');
      return { kind: 'bag', code: batch.code, title: species.common[0] ?? species.scientific, more, to: `/batch/${batch.code}` };
    }),
    ...[...lots, ...usedUp].map(({ id, code, speciesId, provenance, unassigned }): Findable => {
      const from = sourceOf(provenance);
      return {
        kind: 'lot',
        code,
        title: speciesName.get(speciesId) ?? '',
        more: from ? say('lotSeedsLeft', { from, unassigned }) : say('seedsLeft', { unassigned }),
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
    ...actions(),
  ];
}

/** A code that no bag in hand has may be that of a closed one. */
function byCode(typed: string, things: readonly Findable[]): Findable[] {
  const parsed = parseBagCode(typed);
  if (!parsed.ok || things.some(({ kind, code }) => kind === 'bag' && code === parsed.value)) return [];
  return [{ kind: 'bag', code: parsed.value, title: say('bagWasClosed'), more: say('lookUp'), to: `/batch/${parsed.value}` }];
}
