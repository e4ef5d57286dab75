import { SALLOW_GAP } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import { expect, test } from '@jest/globals';
import { apart, firstDays } from '../testing/firstDays.ts';

const nursery = { ...SALLOW_GAP, timeZone: 'UTC' };

test('a batch’s page promises on its first day what its plan did: a medium goes on ageing, years differ, what sprouts in the cold is counted once', () => {
  // Sown into one sand or pot for warmth and cold; outdoors, where years differ; a seed that sprouts in the cold; and of every class some.
  const named = ['trillium-grandiflorum', 'carya-ovata', 'delphinium-nuttallianum', 'actaea-rubra'];
  const some = loadHandbook().filter(({ id }, i) => named.includes(id) || i % 10 === 0);
  const off = some.flatMap((species) => firstDays(species, nursery)).filter(apart);
  // A trillium's four changes of medium are followed by the day on its page, and by their sum in its plan.
  expect(off.filter(({ of }) => of !== 'trillium-grandiflorum potted-then-chilled')).toEqual([]);
});

test('put out for the winter it still promises what was planned: of what is to come, single winters differ as they did before', () => {
  const named = ['aesculus-glabra', 'carya-ovata', 'prunus-virginiana', 'tilia-cordata'];
  const some = loadHandbook().filter(({ id }, i) => named.includes(id) || i % 10 === 3);
  const days = some.flatMap((species) => firstDays(species, nursery, true));
  expect(days.length).toBeGreaterThan(10);
  expect(days.filter(apart)).toEqual([]);
});
