import type { FaultId } from './faultCard.ts'

/** What ends a fault, beside putting in a new part. */
export const CURE_WORDS = ['replace', 'clean', 'clear', 'adjust', 'refer', 'close-up'] as const
export type CureWord = (typeof CURE_WORDS)[number]

/** Acts that use up no part and leave the machine no worse when it was not that. */
export const isHarmless = (act: CureWord | undefined): boolean =>
  act === 'clean' || act === 'clear' || act === 'adjust'

/** What a fault is ended by. */
export interface Cure {
  act: CureWord
  /** Of the act itself on a machine that is open for it, min. */
  minutes: number
  /** Whether a new part in its place ends it too, and in how many minutes. */
  newPartMin?: number
}

const cure = (act: CureWord, minutes: number, newPartMin?: number): Cure =>
  newPartMin === undefined ? { act, minutes } : { act, minutes, newPartMin }

/** By fault. Which act is common practice, no published source; minutes are estimates for a practised hand, the proof not counted. */
export const CURES: Readonly<Record<FaultId, Cure>> = {
  'tap.part-shut': cure('adjust', 1),
  'supply.low-pressure': cure('refer', 5),
  'fill-hose.kinked': cure('adjust', 5, 10),
  'fill-hose.leak': cure('replace', 10),
  'fill-hose.crossed': cure('adjust', 5),
  'inlet-screen.clogged': cure('clean', 10, 12),
  'inlet-valve.restricted': cure('replace', 25),
  'inlet-valve.dead-coil': cure('replace', 25),
  'inlet-valve.stuck-open': cure('replace', 25),
  'inlet-valve.seeping': cure('replace', 25),
  'inlet-valve.body-leak': cure('replace', 25),
  'valve-hose.leak': cure('replace', 15),
  'flow-meter.fouled': cure('clean', 25, 25),
  'dispenser.overflow': cure('clean', 15),
  'level-hose.off': cure('adjust', 10, 15),
  'level-hose.holed': cure('replace', 15),
  'level-hose.blocked': cure('clear', 15, 15),
  'level-hose.water-inside': cure('clear', 15, 15),
  'air-dome.clogged': cure('clean', 20, 25),
  'level-switch.contacts-fused': cure('replace', 20),
  'level-switch.drift': cure('replace', 20),
  'level-switch.dead': cure('replace', 20),
  'bellows.leak': cure('replace', 70),
  'bellows.drain-holes-blocked': cure('clean', 10, 70),
  'bellows.misaligned': cure('adjust', 45, 70),
  'tub-seam.leak': cure('replace', 120),
  'tub-seal.leak': cure('replace', 105),
  'shaft-seal.leak': cure('replace', 195),
  'sump-boot.leak': cure('replace', 30),
  'suds.lock': cure('clear', 20),
  'coin-trap.blocked': cure('clean', 10),
  'tub-pump-hose.blocked': cure('clear', 20, 30),
  'tub-pump-hose.leak': cure('replace', 30),
  'pump.seal-leak': cure('replace', 25),
  'pump.jammed': cure('clear', 20, 25),
  'pump.impeller-loose': cure('replace', 25),
  'pump.worn': cure('replace', 25),
  'pump.winding-open': cure('replace', 25),
  'pump.winding-short': cure('replace', 25),
  'pump.thermal-dropout': cure('replace', 25),
  'filter-cap.leak': cure('adjust', 5, 5),
  'flap-valve.failed': cure('replace', 15),
  'drain-hose.blocked': cure('clear', 20, 25),
  'drain-hose.kinked': cure('adjust', 10, 25),
  'drain-hose.leak': cure('replace', 25),
  'standpipe.too-high': cure('adjust', 20),
  'standpipe.siphon': cure('adjust', 10),
  'house-drain.blocked': cure('refer', 10),
  'spill.condensation': cure('close-up', 5),
  'spill.opening': cure('close-up', 5),
  'spill.suds': cure('close-up', 20),
  'drive-belt.off': cure('replace', 15),
  'lid-switch.failed': cure('replace', 25),
  'board.no-pump-output': cure('replace', 40),
  'board.no-valve-output': cure('replace', 40),
  'board.valve-on': cure('replace', 40),
  'wiring.pump-circuit-open': cure('adjust', 30, 30),
  'wiring.leak-to-frame': cure('replace', 40),
  'drive-coupler.broken': cure('replace', 50),
  'clutch.slipping': cure('replace', 195),
  'recirculation-hose.leak': cure('replace', 20),
  'drawer-tube.leak': cure('adjust', 20, 20),
  'tub-cover-seal.leak': cure('replace', 25),
  'gearcase.oil-leak': cure('refer', 10, 195),
}
