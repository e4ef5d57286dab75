import { shortDate } from '@chill/core/calendar/dates.ts';
import { Rich } from '@chill/words/rich.tsx';
import { say } from '@chill/words/trouble.ts';
import { useState } from 'react';
import { forgetReadBack, lastReadBack } from '../../browser/readBack.ts';

/** That a file was read back, what was in it, and up to when: said until it is put aside. */
export default function WasReadBack() {
  const [found, setFound] = useState(lastReadBack);
  if (!found) return null;
  const put = () => {
    forgetReadBack();
    setFound(undefined);
  };
  const { name, lots, batches, lastOn } = found;
  return (
    <p role="status" className="flex flex-wrap items-baseline gap-x-6 border-b border-line bg-sheet px-4 py-2 desk:px-10">
      <span>
        <Rich
          say={say}
          of={lastOn ? 'readBackUpTo' : 'readBackEmpty'}
          facts={{ name, lots, batches, lastOn: lastOn && shortDate(lastOn) }}
          parts={{ b: <b /> }}
        />
      </span>
      <button type="button" className="quiet" onClick={put}>
        {say('seen')}
      </button>
    </p>
  );
}
