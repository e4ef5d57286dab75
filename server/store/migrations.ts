import { Ledger1760000000001 } from './migrations/0001-ledger.ts';
import { Lots1760000000002 } from './migrations/0002-lots.ts';
import { Splits1760000000003 } from './migrations/0003-splits.ts';
import { Readings1760000000004 } from './migrations/0004-readings.ts';
import { Store1760000000005 } from './migrations/0005-store.ts';
import { Kept1760000000006 } from './migrations/0006-kept.ts';
import { Promises1760000000007 } from './migrations/0007-promises.ts';
import { SeasonPlans1760000000008 } from './migrations/0008-season-plans.ts';
import { Withdrawals1760000000009 } from './migrations/0009-withdrawals.ts';
import { Outcomes1760000000010 } from './migrations/0010-outcomes.ts';
import { Fates1760000000011 } from './migrations/0011-fates.ts';
import { Asked1760000000012 } from './migrations/0012-asked.ts';
import { OutcomesApart1760000000013 } from './migrations/0013-outcomes-apart.ts';
import { OneName1760000000014 } from './migrations/0014-one-name.ts';
import { FloatTest1760000000015 } from './migrations/0015-float-test.ts';
import { Sources1760000000016 } from './migrations/0016-sources.ts';

/** Everything that was ever changed in how the data is stored, in order. None is changed once it has been released. */
export const MIGRATIONS = [
  Ledger1760000000001,
  Lots1760000000002,
  Splits1760000000003,
  Readings1760000000004,
  Store1760000000005,
  Kept1760000000006,
  Promises1760000000007,
  SeasonPlans1760000000008,
  Withdrawals1760000000009,
  Outcomes1760000000010,
  Fates1760000000011,
  Asked1760000000012,
  OutcomesApart1760000000013,
  OneName1760000000014,
  FloatTest1760000000015,
  Sources1760000000016,
];
