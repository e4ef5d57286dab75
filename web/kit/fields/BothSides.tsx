import { say } from '@chill/words/kit.ts';

/** What two people wrote of one thing, where they differ, and the choice between them. */
export function BothSides({
  sides,
}: {
  sides: { theirs: string[]; mine: string[]; saveMine: () => void; takeTheirs: () => void } | undefined;
}) {
  if (!sides) return null;
  const { theirs, mine } = sides;
  const only = (lines: string[], others: string[]) => lines.filter((line) => !others.includes(line)).join('; ') || '–';
  return (
    <section role="alert" className="mt-2 border-l-4 border-alarm pl-3 sm:col-span-2">
      <p className="font-semibold text-alarm">{say('somebodyChangedIt')}</p>
      <div className="mt-1 grid gap-x-8 sm:grid-cols-2">
        <p>
          <span className="text-ink2">{say('theirs')} </span>
          {only(theirs, mine)}
        </p>
        <p>
          <span className="text-ink2">{say('yours')} </span>
          {only(mine, theirs)}
        </p>
      </div>
      <div className="mt-1 flex gap-6">
        <button type="button" className="quiet font-semibold" onClick={sides.saveMine}>
          {say('saveMine')}
        </button>
        <button type="button" className="quiet" onClick={sides.takeTheirs}>
          {say('takeTheirs')}
        </button>
      </div>
    </section>
  );
}
