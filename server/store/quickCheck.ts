import Database from 'better-sqlite3';

/** What SQLite finds wrong with a database file, in its own words; nothing where it is whole. For a thread: a large file takes seconds. */
export default function quickCheck(file: string): string | undefined {
  let database: Database.Database | undefined;
  try {
    database = new Database(file, { readonly: true, fileMustExist: true });
    const said = database.pragma('quick_check(3)') as { quick_check: string }[];
    const faults = said.map(({ quick_check }) => quick_check).filter((fault) => fault !== 'ok');
    return faults.length > 0 ? faults.join('; ') : undefined;
  } catch (error) {
    return (error as Error).message;
  } finally {
    database?.close();
  }
}
