import { subject } from './subject.ts';

export const say = subject('pots', {
  batches: '{{views}} batches',
  livingSeedsStartedWanted: '<b>{{potted}}</b> living of {{seeds}} seeds started; {{plants}} wanted',
  lost: '{{discarded}} lost ·',
  nothingPottedYet: 'Nothing is potted yet.',
  oneBatch: 'one batch',
  plantOut: 'plant out {{out}}',
  pots: 'In pots',
  seedlingsNotEverySeedlingBecomes: '{{plants}} seedlings in {{how}}. Not every seedling becomes a plant: count losses each week.',
  watchFor:
    '<damping>Damping off</damping> takes seedlings at the soil. <hardening>Harden them off</hardening> before they are planted out.',
});
