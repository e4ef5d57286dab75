/** Rows by what `keyOf` makes of each, worked out once a row; as they are without it. */
export function inOrder<T>(rows: readonly T[], keyOf: ((row: T) => string) | undefined): readonly T[] {
  if (!keyOf) return rows;
  return rows
    .map((row) => ({ row, key: keyOf(row) }))
    .sort((a, b) => a.key.localeCompare(b.key))
    .map(({ row }) => row);
}

/** A row of a list: one of its things, or the heading of a group of them. */
export type ListRow<T> = { key: string; row: T } | { key: string; heading: string; group: readonly T[] };

/** The rows of a list as they stand, with a heading before each group where it is grouped, groups by name. */
export function groupedRows<T extends { id: string }>(rows: readonly T[], groupOf?: (row: T) => string): ListRow<T>[] {
  const asRow = (row: T): ListRow<T> => ({ key: row.id, row });
  if (!groupOf) return rows.map(asRow);
  const groups = new Map<string, T[]>();
  for (const row of rows) {
    const name = groupOf(row);
    const group = groups.get(name);
    if (group) group.push(row);
    else groups.set(name, [row]);
  }
  return [...groups]
    .sort(([a], [b]) => a.localeCompare(b))
    .flatMap(([heading, mine]): ListRow<T>[] => [{ key: `group ${heading}`, heading, group: mine }, ...mine.map(asRow)]);
}
