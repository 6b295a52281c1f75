declare module "jstat" {
  const jStat: {
    corrcoeff(a: readonly number[], b: readonly number[]): number;
    mean(values: readonly number[]): number;
    variance(values: readonly number[]): number;
    chisquare: { cdf(x: number, degrees: number): number };
    normal: {
      cdf(x: number, mean: number, deviation: number): number;
      inv(p: number, mean: number, deviation: number): number;
    };
  };
  export default jStat;
}
