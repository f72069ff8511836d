/** What the tests use of the ODE package, which ships loose TypeScript. */
export declare class Solver {
  constructor(f: (x: number, y: number[]) => number[], n: number, options?: { absoluteTolerance?: number, relativeTolerance?: number, maxSteps?: number })
  solve(x: number, y: number[], xEnd: number): { y: number[] }
}
