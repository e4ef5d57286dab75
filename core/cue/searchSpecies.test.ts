import { loadGenera, loadHandbook } from '@chill/handbook/load.ts';
import { describe, expect, test } from '@jest/globals';
import { generaOf } from './fromProfile.ts';
import { searchSpecies, standInFor } from './searchSpecies.ts';

const handbook = loadHandbook();
const found = (query: string) => searchSpecies(query, handbook).map((species) => species.id);

describe('finding a species', () => {
  test.each([
    ['larix', 'larix-occidentalis'],
    ['western larch', 'larix-occidentalis'],
    ['larch western', 'larix-occidentalis'],
    ['woods rose', 'rosa-woodsii'],
    ['Woods’', 'rosa-woodsii'],
    ['MOCK orange', 'philadelphus-lewisii'],
    ['prunus demissa', 'prunus-virginiana'],
    ['snowbru', 'ceanothus-velutinus'],
    // Any usual name, on both sides of the ocean, and old ones.
    ['pepper', 'capsicum-annuum'],
    ['bell peppers', 'capsicum-annuum'],
    ['eggplant', 'solanum-melongena'],
    ['aubergine', 'solanum-melongena'],
    ['zucchini', 'cucurbita-pepo'],
    ['cilantro', 'coriandrum-sativum'],
    ['rosmarinus officinalis', 'salvia-rosmarinus'],
    ['lavender', 'lavandula-angustifolia'],
    ['consolida', 'delphinium-ajacis'],
    ['dodecatheon meadia', 'primula-meadia'],
    ['redwood', 'sequoia-sempervirens'],
    ['english oak', 'quercus-robur'],
    ['venus fly trap', 'dionaea-muscipula'],
    ['citrus sinensis', 'citrus-sinensis'],
    ['lisianthus', 'eustoma-exaltatum'],
    ['kowhai', 'sophora-microphylla'],
    ['plum', 'prunus-americana'],
    ['orange', 'citrus-sinensis'],
    ['mint', 'mentha-spicata'],
    ['bay', 'laurus-nobilis'],
    ['tea', 'camellia-sinensis'],
    ['corn', 'zea-mays'],
    ['green beans', 'phaseolus-vulgaris'],
    ['tomato', 'solanum-lycopersicum'],
    ['cedar', 'cedrus-libani'],
    ['heather', 'calluna-vulgaris'],
    ['lemon', 'citrus-limon'],
    ['sage', 'salvia-officinalis'],
    ['onion', 'allium-cepa'],
  ])('“%s” finds %s first', (query, id) => {
    expect(found(query)[0]).toBe(id);
  });

  test.each([
    ['acorn', 'Quercus'],
    ['acorns', 'Quercus'],
    ['wild rose', 'Rosa'],
    ['oak tree', 'Quercus'],
    ['milkweed seeds', 'Asclepias'],
    ['horse chestnut', 'Aesculus'],
    ['blueberries', 'Vaccinium'],
    ['bee balm', 'Monarda'],
  ])('“%s” finds %s, which no name need hold', (query, genus) => {
    const species = searchSpecies(query, handbook);
    expect(species.length).toBeGreaterThan(0);
    expect(species[0]?.scientific).toContain(genus);
  });

  test('what the handbook has not is stood in for by its genus, named or called', () => {
    const genera = [...loadGenera(), ...generaOf(handbook, loadGenera())];
    const standIn = (query: string) => standInFor(query, handbook, genera);
    expect(standIn('Zizia aptera')).toMatchObject({ genus: { genus: 'Zizia' }, epithet: 'aptera' });
    expect(standIn('zizia')).toMatchObject({ genus: { genus: 'Zizia' }, epithet: '' });
    expect(standIn('wild clover')?.genus.genus).toMatch(/Trifolium|Dalea/);
    expect(standIn('Larix occidentalis')).toBeUndefined();
    expect(standIn('triffid')).toBeUndefined();
  });

  test('a family finds all of it; nothing typed finds everything; nonsense nothing', () => {
    expect(found('rosaceae').sort()).toEqual(handbook.filter(({ family }) => family === 'Rosaceae').map(({ id }) => id));
    expect(found('  ')).toHaveLength(handbook.length);
    expect(found('triffid')).toEqual([]);
  });

  test.each([
    ['balsamorihza', 'balsamorhiza-sagittata'],
    ['ponderossa pine', 'pinus-ponderosa'],
    ['asclepius tuberosa', 'asclepias-tuberosa'],
    ['cardnal flower', 'lobelia-cardinalis'],
  ])('a slip of the finger, “%s”, still finds %s', (query, id) => {
    expect(found(query)[0]).toBe(id);
  });

  // What the handbook has not: nothing is offered that is only spelt a little like it.
  test.each(['durian', 'vanilla', 'cinnamon', 'turmeric', 'mangosteen', 'guava', 'cotton'])(
    '“%s” finds nothing that merely looks like it',
    (query) => expect(found(query)).toEqual([]),
  );

  test('a list is narrowed by cue and by class, together with words', () => {
    const smoke = searchSpecies('', handbook, { cue: 'smoke' });
    expect(smoke.length).toBeGreaterThan(5);
    expect(smoke.every((species) => species.smoke !== undefined)).toBe(true);
    expect(found('smoke').sort()).toEqual(smoke.map(({ id }) => id).sort());
    expect(searchSpecies('acacia', handbook, { dormancy: 'physical' }).length).toBe(3);
    expect(searchSpecies('acacia', handbook, { dormancy: 'physiological' })).toEqual([]);
  });

  test('every name finds what bears it first, and nothing of another name outranks that', () => {
    const namesOf = ({ common, scientific, synonyms }: (typeof handbook)[number]) =>
      [...common, scientific, ...synonyms].map((name) => name.toLowerCase());
    for (const species of handbook) {
      for (const name of namesOf(species)) {
        const all = searchSpecies(name, handbook);
        expect(all).toContain(species);
        expect([name, namesOf(all[0] as typeof species).includes(name)]).toEqual([name, true]);
      }
    }
  });
});
