import { say } from '@chill/words/keys.ts';
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';

/** The keys that are heard everywhere, and those of the screen that is open. */
export default function KeysDialog({ path, close }: { path: string; close: () => void }) {
  const here = HERE[path];
  return (
    <Dialog open onClose={close} className="relative z-40">
      <div className="fixed inset-0 bg-ink/40" aria-hidden="true" />
      <div className="fixed inset-0 flex items-start justify-center overflow-y-auto desk:pt-20">
        <DialogPanel className="w-full max-w-2xl border border-line bg-sheet px-6 py-5 shadow-xl">
          <div className="flex items-baseline justify-between">
            <DialogTitle className="text-[1.06rem] font-semibold">{say('keys')}</DialogTitle>
            <button type="button" className="quiet" onClick={close}>
              {say('close')}
            </button>
          </div>
          {here && <Keys title={say(here.title)} keys={here.keys} />}
          <Keys title={say('everywhere')} keys={EVERYWHERE} />
        </DialogPanel>
      </div>
    </Dialog>
  );
}

type Meaning = Parameters<typeof say>[0];
const ROUND: readonly (readonly [string, Meaning])[] = [
  ['↑ ↓', 'fromRowToRow'],
  ['Enter', 'recordAndGoOn'],
  ['0–9', 'countHere'],
  ['r', 'rootsHere'],
  ['m', 'mouldHere'],
  ['l', 'lossesHere'],
  ['d  w', 'dryOrWet'],
  ['s', 'mouldSpreads'],
  ['b', 'atTheBench'],
  ['u', 'undoRow'],
];
const WARM: readonly (readonly [string, Meaning])[] = [
  ['↑ ↓', 'fromRowToRow'],
  ['0–9', 'countSprouts'],
  ['Enter', 'recordCount'],
  ['u', 'undoRow'],
];
/** Screens that have keys of their own. */
const HERE: Record<string, { title: Meaning; keys: typeof ROUND } | undefined> = {
  '/': { title: 'round', keys: ROUND },
  '/warm': { title: 'warm', keys: WARM },
};
const EVERYWHERE: readonly (readonly [string, Meaning])[] = [
  ['/', 'quickEntry'],
  ['Ctrl k', 'find'],
  ['m', 'calculators'],
  ['f', 'lookThroughList'],
  ['g r  g s  g p', 'goToRound'],
  ['g t  g c  g w', 'goToTreat'],
  ['g o  g e', 'goPotsResults'],
  ['g h  g l', 'goHandbookPlaces'],
  ['Esc', 'closeThis'],
  ['?', 'keysHere'],
];

function Keys({ title, keys }: { title: string; keys: readonly (readonly [string, Meaning])[] }) {
  return (
    <section className="mt-3">
      <h3 className="text-[0.95rem] text-ink2">{title}</h3>
      <dl className="grid grid-cols-[9.5rem_minmax(0,1fr)] border-t border-line">
        {keys.map(([key, meaning]) => (
          <div key={key} className="contents">
            <dt className="border-b border-line py-1 font-mono font-semibold whitespace-pre">{key}</dt>
            <dd className="border-b border-line py-1">{say(meaning)}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
