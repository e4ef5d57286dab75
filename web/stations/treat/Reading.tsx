import type { DeviceKind } from '@chill/core/devices/line.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import type { BatchId } from '@chill/model/primitives.ts';
import { say } from '@chill/words/treat.ts';
import { useDevice } from '../../data/device.ts';
import { useNursery } from '../../data/nursery.ts';

/** Takes a figure from a device, where one is there; typing stays open beside it. */
export function FromDevice({
  kind,
  batchId,
  show,
  take,
}: {
  kind: DeviceKind;
  batchId: BatchId;
  show: (value: number) => string;
  take: (value: number) => void;
}) {
  const device = useDevice(kind, batchId);
  if (!device.there) return null;
  const { reading } = device;
  return (
    <div className="flex min-h-12 flex-wrap items-center gap-x-4 text-[0.95rem]">
      {device.state === 'off' || device.state === 'lost' ? (
        <button type="button" className="quiet" onClick={device.attach}>
          {say('attach', { kind })}
        </button>
      ) : (
        <>
          <span aria-live="off">
            <span className="text-ink2">{device.name ?? say('the', { kind })}</span>{' '}
            <b className="font-mono text-xl">{reading ? show(reading.value) : '…'}</b>
            {reading && !reading.steady && <span className="text-ink2"> {say('moving')}</span>}
          </span>
          <button type="button" className="action" disabled={!reading?.steady} onClick={() => reading && take(reading.value)}>
            {say('use')}
          </button>
          <button type="button" className="quiet" onClick={device.detach}>
            {say('detach')}
          </button>
        </>
      )}
      {device.problem && (
        <p role="alert" className="basis-full font-semibold text-alarm">
          {device.problem}
        </p>
      )}
    </div>
  );
}

/** Takes a mass, g, from the scale, where one is there. */
export function FromScale({ batchId, take }: { batchId: BatchId; take: (grams: number) => void }) {
  const { units } = useNursery().nursery.settings;
  return <FromDevice kind="scale" batchId={batchId} show={(grams) => showQuantity(grams, 'mass_g', units, 2)} take={take} />;
}
