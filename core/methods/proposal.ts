import type { Method } from '@chill/model/method.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { SpeciesFigures } from '@chill/model/species.ts';
import type { DatedStage } from '@chill/model/stage.ts';
import type { Sentence } from '@chill/words/subject.ts';
import type { Prospect } from '../chance/prospect.ts';
import type { Chain } from '../follow/chain.ts';
import type { FollowedStage } from '../follow/followed.ts';
import type { Effort } from './effort.ts';

/** Something that speaks against a method, here and now. `stops`: do not; `costs`: it will cost; `notes`: know it. */
export interface Drawback {
  code:
    | 'startPast'
    | 'shortDays'
    | 'moreThanLot'
    | 'towelTooLong'
    | 'hardlyFrees'
    | 'noSprouting'
    | 'sproutsInCold'
    | 'driesOut'
    | 'keepMoist'
    | 'freshMedium'
    | 'coatClosed'
    | 'tooWarmForCold'
    | 'longIndoors'
    | 'frost'
    | 'anecdotal'
    | 'noPlace'
    | 'tooLarge'
    | 'seasonShort'
    | 'swing'
    | 'chillKills'
    | 'winterUnknown'
    | 'animals'
    | 'workedOut';
  weight: 'stops' | 'costs' | 'notes';
  /** What it is, with its figures. */
  reason: Sentence;
}

/** The days that a grower asks for by name. */
export interface KeyDates {
  start: PlainDate;
  intoCold?: PlainDate;
  takeOutOn?: PlainDate;
  window?: { from: PlainDate; to: PlainDate };
  firstSprouts: PlainDate;
  potted: PlainDate;
  plantOut: PlainDate;
}

/** What one method would give for this wish, lot, place and day. */
export interface Proposal {
  method: Method;
  /** True where the handbook has no such recipe for the species; its school makes it. */
  workedOut: boolean;
  resolved: FollowedStage[];
  stages: DatedStage[];
  dates: KeyDates;
  /** The day that the wish names to be ready by; absent where it names the start. */
  wanted?: PlainDate;
  /** Days after the wanted day; 0 in time. */
  late_days: number;
  /** Days by which the cold was cut short, inside its window, to be in time. */
  shortened_days: number;
  /** The start that the wanted day would have asked for, where that is past. */
  missedStart?: PlainDate;
  /** Seeds to start for the wish; absent where no reasonable number would do. */
  seeds?: number;
  /** Seeds that can really be started: the lot may hold fewer. */
  starting: number;
  expected: { low: number; high: number };
  /** Chance of the wished number of plants from what is started. */
  chance: number;
  chain: Chain;
  /** What is known of the chance that one seed becomes a plant. */
  prospect: Prospect;
  /** By how much the nursery's own results make that wider or narrower; absent where not at all. */
  spread?: number;
  /** Room, checks and hands that it takes. */
  effort: Effort;
  /** The nursery's own figures of the species that it goes by; absent where all are the handbook's. */
  figures?: SpeciesFigures;
  /** Mean share of seeds that become plants. */
  share: number;
  against: Drawback[];
}
