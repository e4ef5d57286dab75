import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { shortDate } from '../calendar/dates.ts';
import { countIn, ON_ITS_WAY } from '../ledger/states.ts';
import { keptAsPoison } from '../lot/cautions.ts';
import type { BatchView } from '../schedule/reading.ts';
import { STAGE_NAMES } from '../schedule/words.ts';
import { roundOf } from '../treat/split.ts';

/** What stands on one label. */
export interface LabelWords {
  code: string;
  name: string;
  scientific: string;
  /** Lot, seeds, way; the days in and out. Each a line. */
  lines: string[];
  /** NOT FOOD and what else must be known by whoever opens the door. */
  warnings: string[];
}

/** What nobody who finds a bag should be left to guess. One definition, for every label. */
export const ASK_FIRST = 'Throw away? Ask first.';
const NOT_FOOD = 'SEEDS, NOT FOOD.';
const POISONOUS = 'NOT FOOD: poisonous seed.';
const PERHAPS_POISONOUS = 'NOT FOOD: treat as poisonous.';
const IRRITANT = 'Irritant: gloves.';
const CHECK_RULES = 'Check the local rules before planting out.';

/** The words of a bag's label: code, species, lot, seeds, way, the stage it waits in with its days, and its warnings. */
export function bagWords({ batch, species, lot, projection }: BatchView): LabelWords {
  const { state, stages } = projection;
  const waiting = stages.find((stage, i) => stage.window && i >= state.stage) ?? stages.findLast((stage) => stage.window);
  const seeds = countIn(state.counts, ON_ITS_WAY);
  const round = roundOf(batch);
  const irritates = species.hazards.some(({ code }) => code === 'irritant');
  const warned = species.hazards.some(({ code }) => code === 'regulated' || code === 'protected');
  return {
    code: batch.code,
    name: species.common[0] ?? species.scientific,
    scientific: species.scientific,
    lines: [
      `lot ${lot.code} · ${seeds} seeds${round > 1 ? ` · round ${round}` : ''}`,
      batch.plan.way.name,
      ...(waiting
        ? [
            `${STAGE_NAMES[waiting.kind]} in ${shortDate(waiting.start)}, out ${shortDate(waiting.end)} ${waiting.end.slice(0, 4)}` +
              (waiting.window ? ` (${shortDate(waiting.window.from)} to ${shortDate(waiting.window.to)})` : ''),
          ]
        : []),
    ],
    warnings: [notFood(species), ASK_FIRST, ...(irritates ? [IRRITANT] : []), ...(warned ? [CHECK_RULES] : [])],
  };
}

/** Every bag says that it is no food; poison, and what may be, more loudly. */
function notFood({ hazards }: Pick<Species, 'hazards'>): string {
  if (hazards.some(({ code }) => code === 'toxic')) return POISONOUS;
  return keptAsPoison({ hazards }) ? PERHAPS_POISONOUS : NOT_FOOD;
}

/** The words of a pot's label: what grows in it and since when; no seed to be thrown away by mistake, but a code to find it by. */
export function potWords(view: BatchView, today: PlainDate): LabelWords {
  const { lines, ...words } = bagWords(view);
  const sown = view.projection.stages.at(-1);
  return {
    ...words,
    lines: [lines[0]?.split(' · ')[0] ?? '', ...(sown?.started ? [`in pots since ${shortDate(sown.start, today)}`] : [])],
    warnings: words.warnings.filter((warning) => warning !== NOT_FOOD && warning !== ASK_FIRST),
  };
}
