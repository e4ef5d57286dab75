/** What Chill counts, by its plural where that is not made by an s. */
const IRREGULAR: Readonly<Record<string, string>> = { batches: 'batch', entries: 'entry', boxes: 'box' };
const REGULAR =
  'seeds plants days weeks months years hours minutes seconds bags towels trays litres liters lots pots places roots seedlings sprouts winters checks readings labels sheets cells rounds promises parts times turns shoots plans trials tubs stages tests sorts lines things rinses photos points cups teaspoons acorns nuts';
const SINGULAR: Readonly<Record<string, string>> = {
  ...IRREGULAR,
  ...Object.fromEntries(REGULAR.split(' ').map((many) => [many, many.slice(0, -1)])),
};
const VERBS: Readonly<Record<string, string>> = { are: 'is', were: 'was', have: 'has', lie: 'lies', leave: 'leaves', stand: 'stands' };

/** A tag or two, a blank, at most two words such as "more living", what is counted, and what it does. */
const COUNTED = new RegExp(
  `^((?:</?\\w+>)*[ \\u00a0](?:(?:more|new|living|hard|open|soft|other|further|viable|good|good, )\\s){0,2})(${Object.keys(SINGULAR).join('|')})\\b(?: (${Object.keys(VERBS).join('|')})\\b)?`,
);

/**
 * What follows the figure 1 in a sentence that was written for many: " seeds are left" becomes " seed is left". Whatever else changes with the number is
 * written as two forms in the catalogue, `_one` and `_other`.
 */
export function ofOne(rest: string): string {
  return rest.replace(
    COUNTED,
    (_all, before: string, noun: string, verb?: string) => before + SINGULAR[noun] + (verb ? ` ${VERBS[verb]}` : ''),
  );
}
