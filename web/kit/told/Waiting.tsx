import { say } from '@chill/words/kit.ts';
/** Something is on its way. */
export function Waiting() {
  return (
    <p role="status" className="px-4 py-10 text-lg text-ink2 desk:px-10">
      {say('oneMoment')}
    </p>
  );
}
