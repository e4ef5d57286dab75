import { isReachable, squareHolds } from '@chill/core/labels/square.ts';
import type { LabelWords } from '@chill/core/labels/words.ts';
import { say } from '@chill/words/kit.ts';
import { toString as qrSvg } from 'qrcode';
import { useEffect, useState } from 'react';
import { useOrigin } from '../../browser/health.ts';

/** A label as it prints: the code large, what is in the bag, its days, room for pencil, and what must not be thrown away. */
export function Label({ words, path, pencil = true }: { words: LabelWords; path: string; pencil?: boolean }) {
  const holds = squareHolds(useOrigin(), path, words.code || words.name);
  const [qr, setQr] = useState('');
  useEffect(() => {
    void qrSvg(holds, { type: 'svg', margin: 0, errorCorrectionLevel: 'M' }).then(setQr);
  }, [holds]);
  return (
    <div className="label flex w-[92mm] max-w-full gap-3 border-2 border-ink bg-paper p-3 text-print">
      <div className="min-w-0 grow">
        {words.code && <p className="code text-[2.6rem] leading-none">{words.code}</p>}
        <p className="mt-1 leading-tight font-bold">{words.name}</p>
        <p className="text-sm leading-tight italic">{words.scientific}</p>
        {words.lines.map((line) => (
          <p key={line} className="mt-0.5 text-sm leading-snug">
            {line}
          </p>
        ))}
        {pencil && <p className="mt-2 text-sm">{say('out')}</p>}
        <p className="mt-2 text-sm font-bold">{words.warnings.join(' ')}</p>
      </div>
      {/* The QR code is made here; it is a picture and is drawn as one. */}
      {qr && <img className="size-24 shrink-0" alt={say('qrCode', { holds })} src={`data:image/svg+xml;utf8,${encodeURIComponent(qr)}`} />}
    </div>
  );
}

/** Where phones cannot reach Chill at the address of this page: what the square on a label holds then, and how it can hold more. */
export function NoWayForPhones() {
  return isReachable(useOrigin()) ? null : <p className="mt-2 max-w-prose text-ink2">{say('noWayForPhones')}</p>;
}
