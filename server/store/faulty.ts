import type Database from 'better-sqlite3';
import type { DataSource } from 'typeorm';

/** How a call to the database fails: it is not made, or it is made and fails all the same, or SQLite gives up the transaction with it. */
export const FAILURES = ['not made', 'made', 'rolled back'] as const;
export type Failure = (typeof FAILURES)[number];

/** Failures to come, for tests and attacks: the `at`th call from now on fails. */
export interface FaultPlan {
  /** Calls made since it was last set to 0. */
  calls: number;
  at: number | undefined;
  how: Failure;
}

/** Puts itself between a store and its database, so that any call can be made to fail as a full or failing disk makes it fail. */
export function makeFaulty(source: DataSource): FaultPlan {
  const driver = source.driver as unknown as { databaseConnection: Database.Database };
  const plan: FaultPlan = { calls: 0, at: undefined, how: 'not made' };
  const real = driver.databaseConnection;
  const call = <T>(work: () => T): T => {
    plan.calls += 1;
    if (plan.calls !== plan.at) return work();
    if (plan.how === 'made') work();
    if (plan.how === 'rolled back' && real.inTransaction) real.exec('ROLLBACK');
    throw Object.assign(new Error('database or disk is full'), { code: plan.how === 'made' ? 'SQLITE_IOERR_FSYNC' : 'SQLITE_FULL' });
  };
  const counted = new Set<string | symbol>(['run', 'get', 'all', 'exec']);
  const wrapped = <T extends object>(inner: T): T =>
    new Proxy(inner, {
      get(target, name) {
        const value: unknown = Reflect.get(target, name, target);
        if (typeof value !== 'function') return value;
        return (...args: unknown[]) => {
          const work = () => value.apply(target, args) as unknown;
          if (counted.has(name)) return call(work);
          const made = work();
          if (name === 'prepare') return wrapped(made as object);
          return made === target ? wrapped(target) : made;
        };
      },
    });
  driver.databaseConnection = wrapped(real);
  return plan;
}
