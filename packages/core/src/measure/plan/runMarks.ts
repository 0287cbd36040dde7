/** Phases of a whole cycle as they begin, and its end. */
export const CYCLE_MARKS = ['fill', 'wash', 'pause', 'drain', 'spin', 'end'] as const
export type CycleMark = (typeof CYCLE_MARKS)[number]

/** What was marked during the run, seconds after its zero. */
export type MarkWhat =
  | 'valve-open'
  | 'valve-closed'
  | 'pump-on'
  | 'pump-off'
  | 'air-drawn'
  | 'leak-seen'
  | 'leak-stopped'
  | 'pump-silent'
  | CycleMark
  /** The person stopped the clock of a cycle, whatever the machine was doing. */
  | 'clock-stopped'
export interface RunMark {
  tS: number
  what: MarkWhat
  /** It stands for the person's own start or stop of the clock, not for something seen. */
  byClock?: boolean
}
