/** The part of odex that is used. Its package points its types at its source, which is written for a looser compiler. */
declare class Solver {
  constructor(dimension: number)
  absoluteTolerance: number
  relativeTolerance: number
  solve(
    derivative: (x: number, y: number[]) => number[],
    from: number,
    start: number[],
    to: number,
  ): { y: number[] }
}

export { Solver }
