/**
 * Genera by the words that people have for them and for their seed: a word in a name finds itself, and these find what no name holds. One word may mean
 * several genera. General knowledge; what is missing is still found by its scientific name.
 */
const GENERA_OF: Record<string, readonly string[]> = {
  ...{ acorn: ['quercus'], oak: ['quercus'], maple: ['acer'], 'box elder': ['acer'], samara: ['acer', 'fraxinus'], ash: ['fraxinus'] },
  ...{ 'horse chestnut': ['aesculus'], buckeye: ['aesculus'], beech: ['fagus'], mast: ['fagus', 'quercus'], birch: ['betula'] },
  ...{ alder: ['alnus'], hazel: ['corylus'], filbert: ['corylus'], hickory: ['carya'], pecan: ['carya'], walnut: ['juglans'] },
  ...{ butternut: ['juglans'], nut: ['juglans', 'carya', 'corylus'], pine: ['pinus'], spruce: ['picea'], fir: ['abies', 'pseudotsuga'] },
  ...{
    larch: ['larix'],
    tamarack: ['larix'],
    hemlock: ['tsuga'],
    cedar: ['thuja'],
    conifer: ['pinus', 'picea', 'larix', 'tsuga', 'thuja'],
  },
  ...{ yew: ['taxus'], redbud: ['cercis'], dogwood: ['cornus'], cornel: ['cornus'], elder: ['sambucus'], elderberry: ['sambucus'] },
  ...{ rose: ['rosa'], 'rose hip': ['rosa'], hip: ['rosa'], hawthorn: ['crataegus'], haw: ['crataegus'], rowan: ['sorbus'] },
  ...{
    'mountain ash': ['sorbus'],
    cherry: ['prunus'],
    plum: ['prunus'],
    apple: ['malus'],
    crabapple: ['malus'],
    serviceberry: ['amelanchier'],
  },
  ...{ saskatoon: ['amelanchier'], juneberry: ['amelanchier'], raspberry: ['rubus'], blackberry: ['rubus'], bramble: ['rubus'] },
  ...{ blueberry: ['vaccinium'], huckleberry: ['vaccinium'], cranberry: ['vaccinium'], snowberry: ['symphoricarpos'], holly: ['ilex'] },
  ...{ sumac: ['rhus'], sumach: ['rhus'], lilac: ['ceanothus'], locust: ['gleditsia', 'robinia'], wattle: ['acacia'], gum: ['eucalyptus'] },
  ...{ clover: ['trifolium', 'dalea'], lupin: ['lupinus'], lupine: ['lupinus'], milkvetch: ['astragalus'], vetch: ['astragalus', 'vicia'] },
  ...{ indigo: ['baptisia', 'amorpha'], 'partridge pea': ['chamaecrista'], milkweed: ['asclepias'], 'butterfly weed': ['asclepias'] },
  ...{ coneflower: ['echinacea', 'rudbeckia', 'ratibida'], sunflower: ['helianthus'], aster: ['symphyotrichum'], goldenrod: ['solidago'] },
  ...{ daisy: ['leucanthemum', 'rhodanthe'], 'blazing star': ['liatris'], gayfeather: ['liatris'], tickseed: ['coreopsis'] },
  ...{ 'joe pye': ['eutrochium'], beardtongue: ['penstemon'], bergamot: ['monarda'], 'bee balm': ['monarda'], mint: ['monarda'] },
  ...{ columbine: ['aquilegia'], larkspur: ['delphinium'], monkshood: ['aconitum'], anemone: ['anemone', 'pulsatilla'] },
  ...{ pasqueflower: ['pulsatilla'], buttercup: ['ranunculus'], peony: ['paeonia'], poppy: ['eschscholzia', 'meconopsis', 'romneya'] },
  ...{ primrose: ['primula'], cowslip: ['primula'], gentian: ['gentiana'], bellflower: ['campanula'], harebell: ['campanula'] },
  ...{
    iris: ['iris'],
    flag: ['iris'],
    onion: ['allium'],
    garlic: ['allium'],
    camas: ['camassia'],
    quamash: ['camassia'],
    lily: ['lilium'],
  },
  ...{ trillium: ['trillium'], wakerobin: ['trillium'], 'solomons seal': ['polygonatum'], bluebell: ['hyacinthoides', 'mertensia'] },
  ...{ bluestem: ['andropogon', 'schizachyrium'], switchgrass: ['panicum'], wheatgrass: ['pseudoroegneria'], needlegrass: ['achnatherum'] },
  ...{
    grass: [
      'andropogon',
      'schizachyrium',
      'panicum',
      'elymus',
      'bouteloua',
      'sorghastrum',
      'sporobolus',
      'achnatherum',
      'pseudoroegneria',
      'themeda',
    ],
  },
  ...{
    'wild rye': ['elymus'],
    sedge: ['carex'],
    bulrush: ['schoenoplectus'],
    cattail: ['typha'],
    reedmace: ['typha'],
    'wild rice': ['zizania'],
  },
  ...{
    buckwheat: ['eriogonum'],
    sagebrush: ['artemisia'],
    wormwood: ['artemisia'],
    balsamroot: ['balsamorhiza'],
    mallow: ['sphaeralcea', 'iliamna'],
  },
  ...{
    geranium: ['geranium', 'pelargonium'],
    cranesbill: ['geranium'],
    foxglove: ['digitalis'],
    heath: ['erica'],
    heather: ['erica', 'calluna'],
  },
  ...{ lavender: ['lavandula'], sundew: ['drosera'] },
};

/** Words that tell of no species: they are left out where nothing is found with them. */
export const SAY_NOTHING: ReadonlySet<string> = new Set([
  'wild',
  'native',
  'seed',
  'seeds',
  'tree',
  'trees',
  'plant',
  'plants',
  'flower',
  'flowers',
  'common',
  'nuts',
]);

/** Genera, lower case, that a word or two mean, in the singular or the plural. */
export function generaNamed(words: readonly string[]): readonly string[] {
  const text = words.join(' ');
  const singular = text
    .replace(/ies$/, 'y')
    .replace(/(ch|sh|x)es$/, '$1')
    .replace(/s$/, '');
  return GENERA_OF[text] ?? GENERA_OF[singular] ?? [];
}
