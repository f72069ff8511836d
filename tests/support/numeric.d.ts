/**
 * The part of numeric 1.2.6 (a general numerical library without types) that the tests use: minimisation by
 * BFGS.
 */
export declare function uncmin(
  f: (x: number[]) => number,
  x0: number[],
  tolerance?: number,
  gradient?: undefined,
  most?: number,
): { solution: number[]; f: number }
