import { CONTAINERS, type Into, inGround, mostLike } from '@chill/core/mix/containers.ts';
import { Container } from '@chill/model/container.ts';
import { say } from '@chill/words/sowing.ts';
import type { SelectHTMLAttributes } from 'react';
import { useNursery } from '../data/nursery.ts';

/** What the nursery's own containers are chosen by begins so. */
const OWN = 'own ';

interface Chosen extends Omit<SelectHTMLAttributes<HTMLSelectElement>, 'value' | 'onChange'> {
  into: Into;
  choose: (into: Into) => void;
  /** Whether it may be the ground. */
  ground?: boolean;
}

/** One of the containers in common use, or of the nursery's own. */
export function ContainerSelect({ into: { container, own }, choose, ground = false, className = '', ...select }: Chosen) {
  const { containers = [] } = useNursery().nursery;
  // One that was taken off the list since, or measured anew, is still what this batch is in.
  const listed = own && !containers.some(({ name }) => name === own.name) ? [...containers, own] : containers;
  const intoOf = (value: string): Into => {
    const mine = listed.find(({ name }) => OWN + name === value);
    return mine ? { container: mostLike(mine), own: mine } : { container: Container.parse(value) };
  };
  return (
    <select
      {...select}
      className={`written ${className}`}
      value={own ? OWN + own.name : container}
      onChange={({ target }) => choose(intoOf(target.value))}
    >
      {Container.options
        .filter((one) => ground || !inGround({ container: one }))
        .map((one) => (
          <option key={one} value={one}>
            {CONTAINERS[one].name}
          </option>
        ))}
      {listed.length > 0 && (
        <optgroup label={say('ownContainers')}>
          {listed.map(({ name }) => (
            <option key={name} value={OWN + name}>
              {name}
            </option>
          ))}
        </optgroup>
      )}
    </select>
  );
}
