import { bagWords } from '@chill/core/labels/words.ts';
import { cautionsOf, hazardsOf } from '@chill/core/lot/cautions.ts';
import type { BatchView } from '@chill/core/nursery/reader.ts';
import { poisonCautionAt } from '@chill/core/tell/words.ts';
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
    batch: { code: '7QK', plan: { method: { name: 'x', stages: [] } } },
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
      const found = hazardsOf(mine, lists);
      expect([name, [...codes(found)]]).toEqual([name, expect.arrayContaining([...codes(hazards)])]);
      saidAll(mine, found);
    }
  });
  test('of an entry, its genus and its family together: none hides another', () => {
    const found = (scientific: string, family: string, hazards: Hazard[] = []) =>
      codes(hazardsOf({ ...own(scientific, family), hazards }, lists));
    for (const name of ['Rhus toxicodendron', 'Rhus radicans', 'Rhus vernix', 'Rhus diversiloba'])
      expect([name, found(name, 'Anacardiaceae')]).toEqual([name, new Set(['irritant', 'toxic'])]);
    expect(found('Datura stramonium', 'Solanaceae', [{ code: 'protected', note: 'x' }])).toEqual(new Set(['protected', 'toxic']));
    expect(found('Delphinium elatum', 'Ranunculaceae')).toContain('irritant');
    expect(found('Helleborus niger', 'Ranunculaceae')).toEqual(new Set(['toxic', 'irritant']));
    const twice = hazardsOf(own('Podophyllum hexandrum', 'Berberidaceae'), lists).map(({ code }) => code);
    expect(twice).toHaveLength(new Set(twice).size);
  });
  test('of what blisters or hurts the eyes, gloves; of what hurts people in its genus, its species too', () => {
    const all = [
      ...handbook.map(({ id, hazards }) => [id, hazards] as const),
      ...lists.genera.map(({ genus, hazards }) => [genus, hazards] as const),
    ];
    for (const [name, hazards] of all) {
      if (/skin|blister(?! rust)|eyes|rash/i.test(hazards.map(({ note }) => note).join(' ')))
        expect([name, [...codes(hazards)]]).toEqual([name, expect.arrayContaining(['irritant'])]);
      expect([name, hazards.length]).toEqual([name, codes(hazards).size]);
    }
    for (const { id, scientific, hazards } of handbook) {
      const listed = lists.taxa.find(({ name }) => name === scientific.split(' ')[0])?.hazards ?? [];
      for (const { code } of listed)
        if (code === 'toxic' || code === 'irritant') expect([id, [...codes(hazards)]]).toEqual([id, expect.arrayContaining([code])]);
    }
  });
  test('of dust, where poisonous seed is sanded; of chemicals, at a step that has their cautions', () => {
    for (const species of handbook) {
      const warned = poisonCautionAt('openCoat', species);
      expect([species.id, warned !== undefined]).toEqual([
        species.id,
        species.hazards.some(({ code }) => code === 'toxic' || code === 'irritant'),
      ]);
      for (const { kind, note = '' } of species.methods.flatMap(({ stages }) => stages))
        if (/peroxide|bleach|acid\b/i.test(note)) expect([species.id, kind]).toEqual([species.id, 'disinfect']);
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
