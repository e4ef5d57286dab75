/** American spellings of what the catalogues write in British English, whole words in lower case. */
const AMERICAN: Readonly<Record<string, string>> = {
  mould: 'mold',
  moulds: 'molds',
  mouldy: 'moldy',
  colour: 'color',
  colours: 'colors',
  grey: 'gray',
  ageing: 'aging',
  centimetre: 'centimeter',
  centimetres: 'centimeters',
  millimetre: 'millimeter',
  millimetres: 'millimeters',
  metre: 'meter',
  metres: 'meters',
  litre: 'liter',
  litres: 'liters',
  neighbour: 'neighbor',
  neighbours: 'neighbors',
  favourite: 'favorite',
  labelled: 'labeled',
  unlabelled: 'unlabeled',
  capitalised: 'capitalized',
  catalogue: 'catalog',
  programme: 'program',
  tonne: 'metric ton',
  fortnight: 'two weeks',
  shrivelled: 'shriveled',
};
const WORD = new RegExp(`\\b(${Object.keys(AMERICAN).join('|')})\\b`, 'gi');

/** A message in American spelling; its facts and tags are names, and keep theirs. */
export function american(text: string): string {
  return outsideNames(text, (said) =>
    said.replace(WORD, (word) => {
      const spelt = AMERICAN[word.toLowerCase()] ?? word;
      return word[0] === word[0]?.toUpperCase() ? `${spelt[0]?.toUpperCase()}${spelt.slice(1)}` : spelt;
    }),
  );
}

/** A message with everything changed that is said, and nothing that is a fact's or a tag's name. */
export function outsideNames(text: string, change: (said: string) => string): string {
  return text
    .split(/(\{\{.*?\}\}|<.*?>)/)
    .map((part, i) => (i % 2 === 0 ? change(part) : part))
    .join('');
}
