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

declare module "spectral.js" {
  class Color {
    constructor(colour: string);
    toString(options?: { method: "clip" | "map" }): string;
  }
  function mix(...parts: readonly (readonly [colour: Color, amount: number])[]): Color;
}
