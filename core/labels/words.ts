import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/label.ts';
import { shortDate } from '../calendar/dates.ts';
import { countIn, LAID_UP } from '../ledger/states.ts';
import { keptAsPoison } from '../lot/harm.ts';
import { sowingOf } from '../methods/endings.ts';
import { containerOf } from '../mix/containers.ts';
import type { BatchView } from '../nursery/reader.ts';
import { stageName } from '../tell/words.ts';
import { roundOf } from '../treat/split.ts';

/** What stands on one label. */
export interface LabelWords {
  code: string;
  name: string;
  scientific: string;
  /** Lot, seeds, method; the days in and out. Each a line. */
  lines: string[];
  /** NOT FOOD and what else must be known by whoever opens the door. */
  warnings: string[];
}

/** What nobody who finds a bag should be left to guess. One definition, for every label. */
export const keepIt = () => say('doNotThrowAway');
const notPoisonous = () => say('seedsNotFood');
const poisonous = () => say('notFoodPoisonous');
const perhapsPoisonous = () => say('notFoodTreatPoisonous');
const irritant = () => say('irritantGloves');
const checkRules = () => say('checkLocalRules');

/** The words of a bag's label: code, species, lot, seeds, method, the stage it waits in with its days, and its warnings. */
export function bagWords({ batch, species, lot, projection }: BatchView): LabelWords {
  const { state, stages, treatment } = projection;
  const waiting = stages.find((stage, i) => stage.window && i >= state.stage) ?? stages.findLast((stage) => stage.window);
  // The day that its page and the cold's list tell, also once it is past: the stage itself then ends today at the soonest.
  const out = waiting && treatment && stages[treatment.stage] === waiting ? treatment.takeOutOn : waiting?.end;
  const seeds = countIn(state.counts, LAID_UP);
  const round = roundOf(batch);
  const irritates = species.hazards.some(({ code }) => code === 'irritant');
  const warned = species.hazards.some(({ code }) => code === 'regulated' || code === 'protected');
  return {
    code: batch.code,
    name: species.common[0] ?? species.scientific,
    scientific: species.scientific,
    lines: [
      round > 1 ? say('lotSeedsRound', { code: lot.code, count: seeds, round }) : say('lotSeeds', { code: lot.code, count: seeds }),
      batch.plan.method.name,
      ...sownLine(batch),
      ...(waiting && out
        ? [
            say('out', {
              stage: stageName(waiting.kind),
              start: shortDate(waiting.start),
              end: shortDate(out),
              year: out.slice(0, 4),
            }) + (waiting.window ? ` ${say('to', { from: shortDate(waiting.window.from), to: shortDate(waiting.window.to) })}` : ''),
          ]
        : []),
    ],
    warnings: [notFood(species), keepIt(), ...(irritates ? [irritant()] : []), ...(warned ? [checkRules()] : [])],
  };
}

/** Into what it is sown, how many to each, how deep: what cannot be seen any more. */
function sownLine({ plan }: BatchView['batch']): string[] {
  const sowing = sowingOf(plan.method);
  if (!sowing) return [];
  const { each, cover_mm } = sowing;
  const facts = { container: containerOf(sowing).name, each, cover: cover_mm };
  return [cover_mm > 0 ? say('sownInto', facts) : say('sownOnTop', facts)];
}

/** Every bag says that it is no food; poison, and what may be, more loudly. */
function notFood({ hazards }: Pick<Species, 'hazards'>): string {
  if (hazards.some(({ code }) => code === 'toxic')) return poisonous();
  return keptAsPoison({ hazards }) ? perhapsPoisonous() : notPoisonous();
}

/** The words of a pot's label: what grows in it and since when; no seed to be thrown away by mistake, but a code to find it by. */
export function potWords(view: BatchView, today: PlainDate): LabelWords {
  const { lines, ...words } = bagWords(view);
  const sown = view.projection.stages.at(-1);
  return {
    ...words,
    lines: [
      lines[0]?.split(' · ')[0] ?? '',
      ...sownLine(view.batch),
      ...(sown?.started ? [say('potsSince', { start: shortDate(sown.start, today) })] : []),
    ],
    warnings: words.warnings.filter((warning) => warning !== notPoisonous() && warning !== keepIt()),
  };
}
