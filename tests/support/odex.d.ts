/** What the tests use of odex 2.0.4 (a general ODE package), which ships loose TypeScript. */
export declare class Solver {
  constructor(dimension: number)
  absoluteTolerance: number
  relativeTolerance: number
  solve(f: (x: number, y: number[]) => number[], x: number, y: number[], xEnd: number): { y: number[] }
}
