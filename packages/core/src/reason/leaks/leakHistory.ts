import { type Message, message } from '../../message.ts'
import type { LeakFaultId } from './leakFaults.ts'

/** What was worked on at the last repair: a part that was undone is the first to leak afterwards. */
export const WORKED_ON = ['none', 'inlet', 'bellows', 'filter-cap', 'pump', 'hoses', 'seals'] as const
export type WorkedOn = (typeof WORKED_ON)[number]

/** What the machine's past says about its leaks. */
export interface LeakHistory {
  /** Null = not known. */
  ageYears: number | null
  /** A cap, hose or door was opened with water inside, in this visit or shortly before. */
  opened: boolean
  /** Null = nobody said. */
  lastRepair: WorkedOn | null
}
export const NO_HISTORY: LeakHistory = { ageYears: null, opened: false, lastRepair: null }

/** Pump seals weep from about this age on, years (common practice, no published source). */
const SEALS_AGE_YEARS = 8

/** One thing of the past that makes leaks likelier, each by a factor. Which leaks: common practice, no published source; factors: estimates. */
export interface HistoryClue {
  says: Message
  factor: Readonly<Partial<Record<LeakFaultId, number>>>
}

const AFTER_REPAIR: Readonly<Record<WorkedOn, HistoryClue['factor']>> = {
  none: {},
  inlet: { 'fill-hose.leak': 3, 'valve-hose.leak': 3, 'inlet-valve.body-leak': 2, 'dispenser.overflow': 1.5 },
  bellows: { 'bellows.misaligned': 8, 'bellows.leak': 2 },
  'filter-cap': { 'filter-cap.leak': 4, 'spill.opening': 2 },
  pump: { 'pump.seal-leak': 1.6, 'tub-pump-hose.leak': 3, 'drain-hose.leak': 2, 'filter-cap.leak': 2 },
  hoses: { 'tub-pump-hose.leak': 3, 'sump-boot.leak': 3, 'drain-hose.leak': 2 },
  seals: { 'tub-seal.leak': 3, 'shaft-seal.leak': 2, 'tub-seam.leak': 3, 'sump-boot.leak': 1.5 },
}
/** What of a past speaks for some leaks more than for others. */
export function historyClues({ ageYears, opened, lastRepair }: LeakHistory): HistoryClue[] {
  const clues: HistoryClue[] = []
  if (ageYears !== null && ageYears >= SEALS_AGE_YEARS)
    clues.push({
      says: message('found.age', { years: Math.round(ageYears) }),
      factor: {
        'pump.seal-leak': 1.8,
        'tub-seal.leak': 1.8,
        'shaft-seal.leak': 1.8,
        'fill-hose.leak': 1.3,
        'bellows.leak': 1.3,
        'tub-pump-hose.leak': 1.3,
      },
    })
  if (opened)
    clues.push({
      says: message('found.opened'),
      factor: { 'spill.opening': 5, 'filter-cap.leak': 3 },
    })
  if (lastRepair !== null && lastRepair !== 'none')
    clues.push({
      says: message('found.last-repair', { at: lastRepair }),
      factor: AFTER_REPAIR[lastRepair],
    })
  return clues
}
