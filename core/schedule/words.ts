import type { Medium, StageKind } from '@chill/model/stage.ts';
import { shortDate } from '../calendar/dates.ts';
import { STAGES } from '../kinds/stages.ts';
import type { ProjectedStage } from '../ledger/projectedStage.ts';
import type { Projection } from './project.ts';
import type { Setting } from './setting.ts';

/** What is said of a stage: its name; what beginning it is called, and how it is done; what is done at its end; the caution that belongs there, if any. */
interface StageWords {
  name: string;
  begin: string;
  hint: string;
  end: 'take out' | 'drain' | 'done';
  caution?: string;
}

const STAGE_WORDS: Record<StageKind, StageWords> = {
  dryStore: { name: 'dry store', begin: 'into the dry drawer', hint: 'paper, dry and airy; label first', end: 'done' },
  clean: { name: 'clean', begin: 'clean the seed', hint: 'flesh and fluff feed mould: rub off, rinse, drain', end: 'done' },
  soak: { name: 'soak', begin: 'start the soak', hint: 'lukewarm water, overnight; floaters out', end: 'drain' },
  openCoat: {
    name: 'open the coat',
    begin: 'open the coats',
    hint: 'file or sand until a pale speck shows, then stop; away from the scar',
    end: 'done',
    caution: 'Clamp the seed, cut away from the hand, glove on the holding hand; children with an adult.',
  },
  hotWater: {
    name: 'hot water',
    begin: 'pour hot water',
    hint: 'just off the boil, several times the seed’s volume; leave to cool overnight',
    end: 'drain',
    caution: 'Scalds: pour away from you, never into a sealed jar; children with an adult.',
  },
  disinfect: {
    name: 'disinfect',
    begin: 'disinfect',
    hint: 'household peroxide one to one with water, five minutes; rinse',
    end: 'done',
    caution: 'Gloves, eye cover, fresh air; never mix bleach with peroxide, acid or ammonia.',
  },
  smoke: {
    name: 'smoke',
    begin: 'start the smoke soak',
    hint: 'overnight in smoke water of the stated strength, then drain',
    end: 'drain',
    caution:
      'Fire outdoors only, within local fire rules: a fireproof vessel on bare ground, no wind, water at hand. No treated wood or unknown plants; ash stays hot.',
  },
  warmMoist: { name: 'moist warmth', begin: 'into the warmth', hint: 'damp, not wet; label first', end: 'take out' },
  coldMoist: {
    name: 'moist cold',
    begin: 'put in the fridge',
    hint: 'damp through, a drop or two when squeezed; label first',
    end: 'take out',
    caution: 'Keep away from food, closed and labelled.',
  },
  coldDry: { name: 'dry cold', begin: 'put in the fridge, dry', hint: 'paper envelope inside a closed tin; label first', end: 'take out' },
  freezerTurns: {
    name: 'freezer turns',
    begin: 'into the freezer',
    hint: 'a day frozen, a day in the fridge; same hour each day',
    end: 'done',
  },
  outdoorWinter: {
    name: 'winter outdoors',
    begin: 'set it outdoors',
    hint: 'a label that lasts the winter; wire against mice and birds',
    end: 'done',
  },
  flood: { name: 'flood', begin: 'flood the pot', hint: 'water stands above the soil and is kept there', end: 'done' },
  warmTowel: {
    name: 'warm towel',
    begin: 'onto the warm towel',
    hint: 'seeds flat, not touching, pressed to the wet',
    end: 'done',
    caution: 'Heat mat and water: use an outlet with a residual-current device.',
  },
  pot: {
    name: 'pots',
    begin: 'into pots',
    hint: 'two to three times the seed’s thickness deep; light-needing seed on top',
    end: 'done',
  },
};

/** What each stage is called on screen. */
export const STAGE_NAMES = Object.fromEntries(Object.entries(STAGE_WORDS).map(([kind, { name }]) => [kind, name])) as Record<
  StageKind,
  string
>;

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

/** The caution where mould is handled. */
export const MOULD_CAUTION = 'Do not sniff at mould; a mask if there is much of it; wash your hands.';

/** The caution that belongs at a stage, if any: short, never in the way. Defers to local rules and trained people. */
export function cautionAt(kind: StageKind): string | undefined {
  return STAGE_WORDS[kind].caution;
}

/** Title and hint for beginning a stage. */
export function beginWords(stage: ProjectedStage, seeds: number, setting: Pick<Setting, 'species'>): { title: string; hint: string } {
  const { begin, hint } = STAGE_WORDS[stage.kind];
  const onTop = STAGES[stage.kind].course === 'grows' && setting.species.light === 'needs light';
  return { title: begin, hint: `${seeds} seeds; ${onTop ? 'on the surface: this seed needs light' : hint}` };
}

/** Title and hint for ending a stage and going on to the next. */
export function moveWords(
  stage: ProjectedStage,
  next: ProjectedStage | undefined,
  projection: Projection,
  setting: Pick<Setting, 'today'>,
) {
  const to = next ? STAGE_WORDS[next.kind].begin : 'done';
  const { name, end } = STAGE_WORDS[stage.kind];
  if (end === 'take out') return { title: end, hint: `${pullHint(stage, projection, setting.today)}; then ${to}` };
  return { title: to, hint: `${name} since ${shortDate(stage.start, setting.today)}: ${end}, then ${to}` };
}

function pullHint(stage: ProjectedStage, { treatment }: Projection, today: string): string {
  if (!treatment || STAGES[stage.kind].earns === 'warmth') return 'its weeks are up';
  const week = Math.round(treatment.aWeekMore);
  const more = week > 0 ? `; another week would add ${week} %` : week < 0 ? `; another week would lose ${-week} %` : '';
  return today >= treatment.window.from
    ? `${Math.round(treatment.freedNow * 100)} % ready${more}`
    : `planned for ${shortDate(stage.end, today)}`;
}
