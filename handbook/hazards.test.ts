import { bagWords } from '@chill/core/labels/words.ts';
import { cautionsOf, hazardsOf } from '@chill/core/lot/cautions.ts';
import type { BatchView } from '@chill/core/schedule/reader.ts';
import type { Hazard, Species } from '@chill/model/species.ts';
import { describe, expect, test } from '@jest/globals';
import { loadGenera, loadHandbook, loadHazards } from './load.ts';

const handbook = loadHandbook();
const lists = { genera: loadGenera(), taxa: loadHazards() };
const codes = (hazards: readonly Hazard[]) => new Set(hazards.map(({ code }) => code));

/** The label of a bag of that species, and the cautions at the step. */
function words(species: Species, hazards: Hazard[]) {
  const state = { counts: { waiting: 10, swollen: 0, sprouted: 0, potted: 0, established: 0 }, stage: 0 };
  const view = {
    batch: { code: '7QK', plan: { way: { name: 'x' } } },
    species: { ...species, hazards },
    lot: { code: 'L' },
    projection: { state, stages: [] },
  };
  return { label: bagWords(view as unknown as BatchView).warnings.join(' '), cautions: cautionsOf({ hazards }).join(' ') };
}

function saidAll(species: Species, hazards: Hazard[]): void {
  const { label, cautions } = words(species, hazards);
  const found = codes(hazards);
  if (found.has('toxic'))
    expect([species.scientific, label]).toEqual([species.scientific, expect.stringContaining('NOT FOOD: poisonous seed')]);
  if (found.has('unknown')) expect(label).toContain('NOT FOOD: treat as poisonous');
  if (found.has('irritant')) expect(`${label} ${cautions}`).toMatch(/Irritant: gloves.*Gloves/);
  if (found.has('regulated') || found.has('protected')) expect(label).toContain('Check the local rules');
  for (const { note } of hazards) expect(cautions).toContain(note);
}

/** An entry of the nursery's own, of which nothing is known but its name. */
const own = (scientific: string, family: string): Species => ({
  ...(handbook[0] as Species),
  scientific,
  family,
  hazards: [],
  standsFor: 'own',
});

describe('harm is said on the label and at the step', () => {
  test('of every species, genus and family that is known for it', () => {
    for (const species of handbook) saidAll(species, hazardsOf(species, lists));
    for (const { genus, hazards } of lists.genera) {
      const mine = own(`${genus} incognita`, 'Nowhereaceae');
      expect(codes(hazardsOf(mine, lists))).toEqual(codes([...hazards, ...(lists.taxa.find(({ name }) => name === genus)?.hazards ?? [])]));
      saidAll(mine, hazardsOf(mine, lists));
    }
    for (const { name, rank, hazards } of lists.taxa) {
      const mine = rank === 'genus' ? own(`${name} incognita`, 'Nowhereaceae') : own('Ignotia incognita', name);
      expect([name, hazardsOf(mine, lists)]).toEqual([name, hazards]);
      saidAll(mine, hazards);
    }
  });
  test('of what nobody knows: treat it as poisonous', () => {
    const mine = own('Ignotia incognita', 'Nowhereaceae');
    expect(hazardsOf(mine, lists)).toMatchObject([{ code: 'unknown' }]);
    saidAll(mine, hazardsOf(mine, lists));
  });
  test.each([
    'Asclepias syriaca',
    'Baptisia tinctoria',
    'Clematis vitalba',
    'Astragalus canadensis',
    'Aconitum napellus',
    'Digitalis purpurea',
    'Taxus brevifolia',
    'Daphne laureola',
    'Actaea rubra',
    'Laburnum anagyroides',
    'Convallaria majalis',
    'Veratrum viride',
    'Helleborus niger',
  ])('%s, typed in, is poisonous', (name) => {
    expect(codes(hazardsOf(own(name, 'Nowhereaceae'), lists)).has('toxic')).toBe(true);
  });
  test.each([
    'caltha-palustris',
    'clivia-miniata',
    'sanguinaria-canadensis',
    'asimina-triloba',
    'lobelia-cardinalis',
    'anemone-coronaria',
    'ginkgo-biloba',
    'arisaema-triphyllum',
    'iris-versicolor',
    'heteromeles-arbutifolia',
    'actaea-racemosa',
    'cyclamen-hederifolium',
  ])('%s is poisonous', (id) => {
    expect(codes((handbook.find((one) => one.id === id) as Species).hazards).has('toxic')).toBe(true);
  });
});
