/** The few functions of jStat that Chill calls. */
declare module 'jstat' {
  export const jStat: {
    studentt: { inv(probability: number, degreesOfFreedom: number): number };
    beta: { inv(probability: number, alpha: number, beta: number): number };
    gamma: { inv(probability: number, shape: number, scale: number): number };
    binomial: { cdf(k: number, n: number, p: number): number };
    hypgeom: { pdf(k: number, population: number, marked: number, drawn: number): number };
  };
}
