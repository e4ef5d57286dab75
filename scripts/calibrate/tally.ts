/** One line of the table: what was promised, how it turned out, what is wanted. */
export interface Line {
  what: string;
  figure: string;
  goal: string;
  good: boolean;
  /** True of a miss that is smaller than two standard errors. */
  luck?: boolean;
}

/** How often something held: each time by itself, or several times in one life after another, which hold or fail together. */
export class Tally {
  #lives: { held: number; all: number }[] = [];
  #gathers = false;

  /** From here on all is of one more life. */
  nextLife(): void {
    this.#gathers = true;
    this.#lives.push({ held: 0, all: 0 });
  }

  add(held: boolean): void {
    if (!this.#gathers) this.#lives.push({ held: 0, all: 0 });
    const life = this.#lives.at(-1) as { held: number; all: number };
    life.all += 1;
    if (held) life.held += 1;
  }

  /** Takes in what another has counted. */
  take(lives: readonly { held: number; all: number }[]): void {
    this.#lives.push(...lives);
  }

  get said(): { held: number; all: number }[] {
    return this.#lives.filter(({ all }) => all > 0);
  }

  get all(): number {
    return this.#lives.reduce((sum, { all }) => sum + all, 0);
  }

  get share(): number {
    return this.#lives.reduce((sum, { held }) => sum + held, 0) / Math.max(1, this.all);
  }

  /** Standard error of the share, by lives: counts of one life are no evidence of their own. */
  get error(): number {
    const [lives, share] = [this.said, this.share];
    const off = lives.reduce((sum, { held, all }) => sum + (held - share * all) ** 2, 0);
    return lives.length < 2 ? 0 : Math.sqrt((off * lives.length) / (lives.length - 1)) / this.all;
  }

  line(what: string, [low, high]: [number, number]): Line {
    const figure = `${(100 * this.share).toFixed(1)} % of ${this.all}, ± ${(100 * this.error).toFixed(1)}`;
    const goal = high >= 1 ? `${100 * low} % or more` : `${Math.round(100 * low)}–${Math.round(100 * high)} %`;
    const beyond = Math.max(low - this.share, this.share - high, 0);
    return { what, figure, goal, good: beyond === 0, luck: beyond > 0 && beyond < 2 * this.error };
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

/** How many came for one that was stated. */
export function ratioLine(what: string, ratio: number, [low, high]: [number, number]): Line {
  return { what, figure: ratio.toFixed(2), goal: `${low}–${high}`, good: ratio > low && ratio < high };
}

/** The table, with the cause beside whatever misses its goal. */
export function print(lines: readonly Line[], causes: Record<string, string>, counts: object, share: number, seconds: number): string {
  const rows = lines.map(
    ({ what, figure, goal, good, luck }) =>
      `| ${what} | ${figure} | ${goal} | ${good ? 'holds' : `misses${luck ? ' by less than two standard errors' : ''}${causes[what] || !luck ? `: ${causes[what] ?? 'not explained yet'}` : ''}`} |`,
  );
  const lived = Object.entries(counts).map(([what, count]) => `${Math.round(count * share)} ${what}`);
  return `# Does it come true?

Printed by \`npm run calibrate\`. Truth is drawn from the priors that the models state, by code in \`sim/truth.ts\` that shares no law with the forecasts: shares of
the links worth ten seeds each, rot's multiplier Gamma(4, 4), time scale lognormal with a spread of 0.35, every seed by itself; for what is learned, the cold that a species needs besides, with a spread of 0.3, and each lot as its test of thirty leaves it open. Lived through: ${lived.join(', ')}; fridges
drift off their dial and are read eight times a day. ${seconds} s. After ± stands one standard error, by lives: what one batch shows many times counts as one.

| promised | came true | goal | |
|---|---|---|---|
${rows.join('\n')}
`;
}
