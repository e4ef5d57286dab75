/** One line of the table: what was promised, how it turned out, what is wanted. */
export interface Line {
  what: string;
  figure: string;
  goal: string;
  good: boolean;
}

/** How often something held. */
export class Tally {
  #held = 0;
  #all = 0;

  add(held: boolean): void {
    this.#all += 1;
    if (held) this.#held += 1;
  }

  /** Takes in what another has counted. */
  take({ held, all }: { held: number; all: number }): void {
    this.#held += held;
    this.#all += all;
  }

  get told(): { held: number; all: number } {
    return { held: this.#held, all: this.#all };
  }

  get share(): number {
    return this.#held / Math.max(1, this.#all);
  }

  line(what: string, [low, high]: [number, number]): Line {
    const figure = `${(100 * this.share).toFixed(1)} % of ${this.#all}`;
    const goal = high >= 1 ? `${100 * low} % or more` : `${Math.round(100 * low)}–${Math.round(100 * high)} %`;
    return { what, figure, goal, good: this.share >= low && this.share <= high };
  }
}

/** Quantiles of errors in days, told with their sign. */
export function daysLine(what: string, errors: readonly number[], within: number): Line {
  const sorted = [...errors].sort((a, b) => a - b);
  const at = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0;
  const middle = at(0.5);
  return {
    what,
    figure: `median ${middle.toFixed(1)}, 8 in 10 from ${at(0.1).toFixed(0)} to ${at(0.9).toFixed(0)} days (${sorted.length})`,
    goal: `median within ${within}`,
    good: Math.abs(middle) <= within,
  };
}

/** The table, with the cause beside whatever misses its goal. */
export function print(lines: readonly Line[], causes: Record<string, string>, counts: object, share: number, seconds: number): string {
  const rows = lines.map(
    ({ what, figure, goal, good }) =>
      `| ${what} | ${figure} | ${goal} | ${good ? 'holds' : `misses: ${causes[what] ?? 'not explained yet'}`} |`,
  );
  const lived = Object.entries(counts).map(([what, count]) => `${Math.round(count * share)} ${what}`);
  return `# Does it come true?

Printed by \`npm run calibrate\`. Truth is drawn from the priors that the models state, by code in \`sim/truth.ts\` that shares no law with the forecasts: shares of
the links worth ten seeds each, rot's multiplier Gamma(4, 4), time scale lognormal with a spread of 0.35, every seed by itself. Lived through: ${lived.join(', ')}; fridges
drift off their dial and are read eight times a day. ${seconds} s.

| promised | came true | goal | |
|---|---|---|---|
${rows.join('\n')}
`;
}
