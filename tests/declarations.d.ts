declare module "jstat" {
  const jStat: {
    chisquare: { cdf(x: number, degrees: number): number };
    normal: {
      cdf(x: number, mean: number, deviation: number): number;
      inv(p: number, mean: number, deviation: number): number;
    };
  };
  export default jStat;
}
