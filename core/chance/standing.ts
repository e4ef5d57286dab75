import type { FigureName, Species, Standing } from '@chill/model/species.ts';

/**
 * What a share counts for in seeds seen, by what it rests on: trials of that very species; records of those who raise it (science: a prior worth ten seeds);
 * its nearest relatives; or a guess. Assumptions, but for the records'.
 */
export const STANDING_WORTH: Record<Standing, number> = { measured: 30, records: 10, relatives: 5, guess: 3 };

/** What a figure of an entry rests on: where a genus or a guess stands in, on that, whatever its model rests on; else as the entry says, or on records. */
export function standingOf({ standing, standsFor }: Pick<Species, 'standing' | 'standsFor'>, figure: FigureName): Standing {
  if (standsFor === 'genus') return 'relatives';
  return standsFor === 'guess' ? 'guess' : (standing?.[figure] ?? 'records');
}

/** What an entry's share counts for in seeds seen: by the nursery's own results where there are any, else by what it rests on. */
export function worthOf(
  species: Pick<Species, 'standing' | 'standsFor' | 'figures'>,
  figure: 'viable' | 'sprouts' | 'establishes' | 'openCoat' | 'hotWater',
): number {
  return (
    species.figures?.[figure]?.worth ??
    STANDING_WORTH[standingOf(species, figure === 'openCoat' || figure === 'hotWater' ? 'coat' : figure)]
  );
}
