/** One line of the bench: a ratio (or a size), and the goal that it must stay under. */
export function say(name: string, value: number, goal: number, unit: string): void {
  console.log(
    `${name.padEnd(62)} ${value.toFixed(2).padStart(8)} ${unit.padEnd(3)} (goal: under ${goal}) ${value < goal ? '' : ' ← OVER'}`,
  );
  if (value >= goal) process.exitCode = 1;
}

/** The value below which `share` of them lie. */
export const quantile = (values: number[], share: number) =>
  [...values].sort((a, b) => a - b)[Math.floor(share * (values.length - 1))] as number;

/** How long some work takes, ms. */
export async function clocked(work: () => unknown): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}
