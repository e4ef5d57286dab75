import type { Provenance } from '@chill/model/lot.ts';

/** Where seed came from, in the grower's own words: the place or the supplier. `undefined` where nobody noted it. */
export function sourceOf(provenance: Provenance): string | undefined {
  return provenance.kind === 'bought' ? provenance.supplier : provenance.place;
}
