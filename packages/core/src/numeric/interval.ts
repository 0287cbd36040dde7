/** Value with its 95 % interval. */
export interface Interval {
  value: number
  lo: number
  hi: number
}

/** A flow with its standard error and 95 % interval, L/min. */
export interface FlowValue extends Interval {
  se: number
}
