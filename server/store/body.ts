/** A row's record: everything but what the database must enforce is one JSON text. */
export function bodyOf<T>(row: { body: string }): T {
  return JSON.parse(row.body) as T;
}
