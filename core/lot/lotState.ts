import type { NewLotEvent, Storage, TowelResult, Viability } from '@chill/model/lot.ts';
import type { PlainDate } from '@chill/model/primitives.ts';

/** One test of a lot: what was viable of what was cut, or came of what was laid on a towel. */
export interface ViableTest {
  on: PlainDate;
  by: 'asWritten' | 'cut' | 'towel';
  tested: number;
  viable: number;
  /** True where the lot was sorted after it: it then tells of other seed. */
  beforeSort: boolean;
}

/** Where every seed of a lot is, and what is known of it. The parts add up to `total`. */
export interface LotState {
  /** In the drawer, in no batch. */
  drawer: number;
  inBatches: number;
  /** Cut open. */
  tested: number;
  /** Sorted out as hollow, shrivelled or floating. */
  rejected: number;
  givenAway: number;
  /** All seeds ever accounted for; only a new count changes it. */
  total: number;
  tests: ViableTest[];
  /** The day of the last of the tests that it rests on; absent where nobody tested. */
  testedOn?: PlainDate;
  /** What the cut tests that still hold say together, or what was written down with the lot. */
  viability: Viability;
  /** The towel tests that still hold. */
  towelTests: TowelResult[];
  storage?: Storage;
  /** How the latest number was arrived at. */
  lastCount?: Extract<NewLotEvent, { kind: 'counted' }>;
  lastSort?: PlainDate;
  inForce: ReadonlySet<string>;
}
