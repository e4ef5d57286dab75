import { subject } from './subject.ts';

export const say = subject('kinds', {
  bench: 'bench',
  bench2: 'Bench',
  dryStore: 'dry store',
  freezer: 'freezer',
  freezer2: 'Freezer',
  fridge: 'fridge',
  fridge2: 'Fridge',
  heatMat: 'heat mat',
  heatMat2: 'Heat mat',
  outdoors: 'outdoors',
  outdoorsUnderWire: 'Outdoors, under wire',
  warmShelf: 'warm shelf',
});
