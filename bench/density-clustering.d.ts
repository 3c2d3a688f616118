declare module 'density-clustering' {
  /** Groups by density; `run` gives the members of each group by their places. */
  export class DBSCAN {
    run<T>(data: T[], reach: number, least: number, distance: (a: T, b: T) => number): number[][]
  }
}
