import type { NewEvent } from '@chill/model/event.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import { readStored, useStored } from '../browser/stored.ts';

const KEY = 'chill.hands';

/** Who is at work at this device, of those who are named as working there; and another name, or none. */
export function useHands({ people = [] }: Pick<Nursery, 'people'>) {
  const [kept, take] = useStored(KEY, '');
  return { names: people.map(({ name }) => name), name: people.some(({ name }) => name === kept) ? kept : '', take };
}

/** What is added to each entry made at this device: the name of who is at work there, where that was said. */
export function signature({ people = [] }: Pick<Nursery, 'people'>): Pick<NewEvent, 'by'> {
  const by = readStored(KEY, '');
  return people.some(({ name }) => name === by) ? { by } : {};
}
