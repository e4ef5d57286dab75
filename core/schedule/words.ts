import type { Medium, StageKind } from '@chill/model/stage.ts';
import { shortDate } from '../calendar/dates.ts';
import type { ProjectedStage } from '../ledger/projectedStage.ts';
import type { Projection } from './project.ts';
import type { Setting } from './setting.ts';

/** What each stage is called on screen. */
export const STAGE_NAMES: Record<StageKind, string> = {
  dryStore: 'dry store',
  clean: 'clean',
  soak: 'soak',
  openCoat: 'open the coat',
  hotWater: 'hot water',
  disinfect: 'disinfect',
  smoke: 'smoke',
  warmMoist: 'moist warmth',
  coldMoist: 'moist cold',
  coldDry: 'dry cold',
  freezerTurns: 'freezer turns',
  outdoorWinter: 'winter outdoors',
  flood: 'flood',
  warmTowel: 'warm towel',
  pot: 'pots',
};

/** What seed lies in, as it is told: "in damp sand". */
export const MEDIUM_NAMES: Record<Medium, string> = {
  towel: 'a damp towel',
  film: 'plastic film',
  vermiculite: 'vermiculite',
  sand: 'damp sand',
  ownPot: 'its own pot',
  outdoorFlat: 'a flat outdoors',
  envelope: 'a paper envelope',
};

const BEGIN: Partial<Record<StageKind, { title: string; hint: string }>> = {
  clean: { title: 'clean the seed', hint: 'flesh and fluff feed mould: rub off, rinse, drain' },
  soak: { title: 'start the soak', hint: 'lukewarm water, overnight; floaters out' },
  openCoat: { title: 'open the coats', hint: 'file or sand until a pale speck shows, then stop; away from the scar' },
  hotWater: { title: 'pour hot water', hint: 'just off the boil, several times the seed’s volume; leave to cool overnight' },
  disinfect: { title: 'disinfect', hint: 'household peroxide one to one with water, five minutes; rinse' },
  smoke: { title: 'start the smoke soak', hint: 'overnight in smoke water of the stated strength, then drain' },
  warmMoist: { title: 'into the warmth', hint: 'damp, not wet; label first' },
  coldMoist: { title: 'put in the fridge', hint: 'damp through, a drop or two when squeezed; label first' },
  coldDry: { title: 'put in the fridge, dry', hint: 'paper envelope inside a closed tin; label first' },
  freezerTurns: { title: 'into the freezer', hint: 'a day frozen, a day in the fridge; same hour each day' },
  warmTowel: { title: 'onto the warm towel', hint: 'seeds flat, not touching, pressed to the wet' },
  pot: { title: 'into pots', hint: 'two to three times the seed’s thickness deep; light-needing seed on top' },
};

const CAUTIONS: Partial<Record<StageKind, string>> = {
  openCoat: 'Clamp the seed, cut away from the hand, glove on the holding hand; children with an adult.',
  hotWater: 'Scalds: pour away from you, never into a sealed jar; children with an adult.',
  disinfect: 'Gloves, eye cover, fresh air; never mix bleach with peroxide, acid or ammonia.',
  smoke:
    'Fire outdoors only, within local fire rules: a fireproof vessel on bare ground, no wind, water at hand. No treated wood or unknown plants; ash stays hot.',
  coldMoist: 'Keep away from food, closed and labelled.',
  warmTowel: 'Heat mat and water: use an outlet with a residual-current device.',
};

/** The caution where mould is handled. */
export const MOULD_CAUTION = 'Do not sniff at mould; a mask if there is much of it; wash your hands.';

/** The caution that belongs at a stage, if any: short, never in the way. Defers to local rules and trained people. */
export function cautionAt(kind: StageKind): string | undefined {
  return CAUTIONS[kind];
}

/** Title and hint for beginning a stage. */
export function beginWords(stage: ProjectedStage, seeds: number, setting: Pick<Setting, 'species'>): { title: string; hint: string } {
  const words = BEGIN[stage.kind] ?? { title: `begin: ${STAGE_NAMES[stage.kind]}`, hint: '' };
  const surface = stage.kind === 'pot' && setting.species.light === 'needs light' ? 'on the surface: this seed needs light' : words.hint;
  return { title: words.title, hint: `${seeds} seeds; ${surface}` };
}

/** Title and hint for ending a stage and going on to the next. */
export function moveWords(
  stage: ProjectedStage,
  next: ProjectedStage | undefined,
  projection: Projection,
  setting: Pick<Setting, 'today'>,
) {
  const to = next ? (BEGIN[next.kind]?.title ?? STAGE_NAMES[next.kind]) : 'done';
  if (stage.kind === 'coldMoist' || stage.kind === 'coldDry' || stage.kind === 'warmMoist') {
    return { title: 'take out', hint: `${pullHint(stage, projection, setting.today)}; then ${to}` };
  }
  const done = stage.kind === 'soak' || stage.kind === 'hotWater' || stage.kind === 'smoke' ? 'drain' : 'done';
  return { title: to, hint: `${STAGE_NAMES[stage.kind]} since ${shortDate(stage.start, setting.today)}: ${done}, then ${to}` };
}

function pullHint(stage: ProjectedStage, { treatment }: Projection, today: string): string {
  if (!treatment || stage.kind === 'warmMoist') return 'its weeks are up';
  const week = Math.round(treatment.aWeekMore);
  const more =
    week > 0
      ? `a week more would free ${week} more in 100`
      : week < 0
        ? `a week more would lose ${-week} in 100`
        : 'a week more changes nothing';
  return today >= treatment.window.from
    ? `${Math.round(treatment.freedNow * 100)} in 100 freed; ${more}`
    : `planned for ${shortDate(stage.end, today)}`;
}
