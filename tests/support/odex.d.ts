/** The part of odex 2.0.4 (a general ODE package with loose types) that the tests use. */
export declare class Solver {
  constructor(dimension: number)
  absoluteTolerance: number
  relativeTolerance: number
  solve(f: (x: number, y: number[]) => number[], x: number, y: number[], xEnd: number): { y: number[] }
}
