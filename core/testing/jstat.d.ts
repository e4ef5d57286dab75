/** What tests hold core's own distributions to; the package says no types. */
declare module 'jstat' {
  const jStat: {
    beta: { inv(probability: number, alpha: number, beta: number): number };
    gamma: { inv(probability: number, shape: number, scale: number): number };
    studentt: { inv(probability: number, degreesOfFreedom: number): number };
    binomial: { cdf(k: number, n: number, p: number): number };
    normal: { cdf(x: number, mean: number, sd: number): number };
  };
  export default jStat;
}
