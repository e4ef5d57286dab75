import { shortDate } from '@chill/core/calendar/dates.ts';
import { roundOf } from '@chill/core/treat/split.ts';
import { toString as qrSvg } from 'qrcode';
import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useBatchByCode, useNursery } from '../../data/nursery.ts';
import { Tag } from '../../kit/Tag.tsx';

/** The bag's label, to print: its code large, what is in it, its dates, and room for pencil. */
export default function LabelPage() {
  const { code } = useParams();
  const view = useBatchByCode(code);
  const { today, nursery } = useNursery();
  const [qr, setQr] = useState('');
  const address = `${location.origin}/batch/${code}`;
  useEffect(() => {
    void qrSvg(address, { type: 'svg', margin: 0, errorCorrectionLevel: 'M' }).then(setQr);
  }, [address]);
  if (!view) {
    return (
      <div className="px-4 py-10 desk:px-10">
        <h1>No batch has the code {code}</h1>
      </div>
    );
  }
  const { batch, species, lot, projection } = view;
  const toxic = species.hazards.some((hazard) => hazard.code === 'toxic');
  const waiting = projection.stages.find((stage) => stage.window);
  return (
    <div className="px-4 pt-5 desk:px-10">
      <div className="screen-only">
        <h1>
          Bag <Tag code={batch.code} large />
        </h1>
        <p className="mt-1 max-w-prose text-ink2">Label first, then fill. Pencil lasts decades; marker fades in months.</p>
      </div>
      <div className="label mt-5 flex w-[92mm] max-w-full gap-3 border-2 border-ink bg-white p-3 text-black">
        <div className="min-w-0 grow">
          <p className="code text-[2.6rem] leading-none">{batch.code}</p>
          <p className="mt-1 leading-tight font-bold">{species.common[0]}</p>
          <p className="text-sm leading-tight italic">{species.scientific}</p>
          <p className="mt-1 text-sm leading-snug">
            lot {lot.code} · {batch.plan.seeds - projection.state.counts.movedOn} seeds{roundOf(batch) > 1 && ` · round ${roundOf(batch)}`}
            <br />
            {batch.plan.way.name}
            {waiting && (
              <>
                <br />
                out {shortDate(waiting.end, today)} ({shortDate(waiting.window?.from ?? waiting.end, today)} to{' '}
                {shortDate(waiting.window?.to ?? waiting.end, today)})
              </>
            )}
          </p>
          <p className="mt-2 text-sm">in ____________ out ____________</p>
          <p className="mt-2 text-sm font-bold">{toxic ? 'NOT FOOD: poisonous seed. ' : 'SEEDS, NOT FOOD. '}Do not throw away.</p>
          {species.hazards.some(({ code }) => code === 'regulated' || code === 'protected') && (
            <p className="text-sm font-bold">Check the local rules before planting out.</p>
          )}
          <p className="text-xs">{nursery.name}</p>
        </div>
        {/* The QR code is made here from the bag's own address; it is a picture and is drawn as one. */}
        {qr && <img className="size-24 shrink-0" alt={`QR code of ${address}`} src={`data:image/svg+xml;utf8,${encodeURIComponent(qr)}`} />}
      </div>
      <div className="screen-only mt-6 flex flex-wrap items-center gap-6">
        <button type="button" className="deed" onClick={() => print()}>
          print the label
        </button>
        <Link to={`/batch/${batch.code}`} className="quiet">
          to the batch
        </Link>
        <Link to="/" className="quiet">
          to the round
        </Link>
      </div>
    </div>
  );
}
