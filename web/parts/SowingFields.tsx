import { hasOutdoors } from '@chill/core/kinds/places.ts';
import { growsAlone, inGround } from '@chill/core/mix/containers.ts';
import { sowingDoubt, sowingFault } from '@chill/core/sowing/fault.ts';
import { sowingInto } from '@chill/core/sowing/sown.ts';
import type { Sowing } from '@chill/model/container.ts';
import type { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/sowing.ts';
import { spoken } from '@chill/words/subject.ts';
import { useState } from 'react';
import { useNursery } from '../data/nursery.ts';
import { Field } from '../kit/fields/Field.tsx';
import { NumberInput } from '../kit/fields/NumberInput.tsx';
import { QuantityInput } from '../kit/fields/QuantityInput.tsx';
import { ContainerSelect } from './ContainerSelect.tsx';

/** Into what seed is sown, how many to each and how deep. `sow` is told only what can be; what cannot be is said at its field. */
export function SowingFields({ sowing, sow, species }: { sowing: Sowing; sow: (sowing: Sowing) => void; species: Species }) {
  const { nursery, places } = useNursery();
  const { units } = nursery.settings;
  const outdoors = hasOutdoors(places);
  const [typed, setTyped] = useState(sowing);
  const fault = sowingFault(typed, outdoors);
  const put = (part: Partial<Sowing>) => change({ ...typed, ...part });
  const change = (next: Sowing) => {
    setTyped(next);
    if (!sowingFault(next, outdoors)) sow(next);
  };
  const at = (field: string) => (fault?.field === field ? spoken(fault.reason) : undefined);
  const { container, own, each, cover_mm } = typed;
  const key = own?.name ?? container;
  return (
    <div className="mt-3 grid max-w-xl items-start gap-x-6 gap-y-3 sm:grid-cols-[2fr_1fr_1fr]">
      <Field label={say('intoWhat')} error={at('container')}>
        <ContainerSelect into={typed} choose={(into) => change(sowingInto(species, into.container, into.own))} ground={outdoors} />
      </Field>
      <Field label={say(inGround(typed) ? 'seedsToM2' : growsAlone(typed) ? 'toEachContainer' : 'seedsToTray')} error={at('each')}>
        <NumberInput key={key} value={each} onChange={(many) => put({ each: many ?? 0 })} />
      </Field>
      <Field label={say('coverField')} error={at('cover_mm')} hint={sowingDoubt(species, typed)}>
        <QuantityInput key={key} quantity="length_mm" units={units} value={cover_mm} onChange={(mm) => put({ cover_mm: mm ?? -1 })} />
      </Field>
    </div>
  );
}
