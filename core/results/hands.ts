import type { Outcome } from '@chill/model/outcome.ts';

/** Somebody, and how many entries they wrote down. */
export type Hand = NonNullable<Outcome['hands']>[number];

/** Entries added up by who wrote them down, the most first; of as many, by name. */
export function handsTogether(all: readonly Hand[]): Hand[] {
  const entries = new Map<string, number>();
  for (const { name, entries: more } of all) entries.set(name, (entries.get(name) ?? 0) + more);
  return [...entries]
    .map(([name, count]) => ({ name, entries: count }))
    .sort((a, b) => b.entries - a.entries || a.name.localeCompare(b.name));
}

/** Whose batch it was: who wrote down more than half of the entries that have a name to them; `undefined` where nobody did. */
export function mostlyBy({ hands }: Pick<Outcome, 'hands'>): string | undefined {
  const [first] = hands ?? [];
  const all = (hands ?? []).reduce((sum, { entries }) => sum + entries, 0);
  return first && 2 * first.entries > all ? first.name : undefined;
}
