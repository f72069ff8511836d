/** What the tests use of numeric 1.2.6 (a general numerical library), which ships no types: minimisation by BFGS. */
export declare function uncmin(
  f: (x: number[]) => number,
  x0: number[],
  tolerance?: number,
  gradient?: undefined,
  most?: number,
): { solution: number[]; f: number }
