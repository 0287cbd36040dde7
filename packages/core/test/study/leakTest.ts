import type { LeakPhase } from '../../src/machine/leakPhases.ts'
import { type MachineSpec, type SiteSpec, tapedTub } from '../../src/machine/machineSpec.ts'
import type { RandomSource } from '../../src/numeric/random.ts'
import { type LeakLaw, leakExponent } from '../../src/physics/leak/leakLaw.ts'
import { tubLevelMm, tubVolumeL } from '../../src/physics/tub/tubVolume.ts'
import type { LeakFaultId } from '../../src/reason/leaks/leakFaults.ts'
import { standingWasher, stepWasher, type WasherState } from '../../src/rig/washerModel.ts'

/** A leak of the simulated washer. */
export interface WasherLeak {
  fault: LeakFaultId
  /** Where it lies, mm above the port; only what stands under water heeds it. */
  heightMm: number
  /** Flow with 100 mm of water above it, or while it acts, L/h. */
  sizeLH: number
  law: LeakLaw
}

/** How a leak of the washer loses water: by pressure of the supply, with the valve open, under water, with the pump, or without a leak. */
type Drive =
  | 'supply'
  | 'inlet'
  | 'standing'
  | 'pumped'
  | 'overflow'
  | 'siphon'
  | 'dew'
  | 'spilt'
  | 'foam'
  | 'fold'
  | 'stirred'
  | 'thrown'
  | 'oil'
const DRIVE: Readonly<Record<LeakFaultId, Drive>> = {
  'fill-hose.leak': 'supply',
  'inlet-valve.body-leak': 'supply',
  'valve-hose.leak': 'inlet',
  'dispenser.overflow': 'inlet',
  'bellows.leak': 'standing',
  'bellows.drain-holes-blocked': 'fold',
  'bellows.misaligned': 'standing',
  'tub-seam.leak': 'standing',
  'tub-seal.leak': 'standing',
  'shaft-seal.leak': 'standing',
  'sump-boot.leak': 'standing',
  'tub-pump-hose.leak': 'standing',
  'pump.seal-leak': 'standing',
  'filter-cap.leak': 'standing',
  'drain-hose.leak': 'pumped',
  'house-drain.blocked': 'overflow',
  'standpipe.siphon': 'siphon',
  'spill.condensation': 'dew',
  'spill.opening': 'spilt',
  'spill.suds': 'foam',
  'drawer-tube.leak': 'inlet',
  'recirculation-hose.leak': 'stirred',
  'tub-cover-seal.leak': 'thrown',
  'gearcase.oil-leak': 'oil',
}
/** What a spinning drum throws water at. */
const THROWN_AT: readonly LeakFaultId[] = [
  'tub-seam.leak',
  'tub-seal.leak',
  'shaft-seal.leak',
  'bellows.leak',
]
/** What turns, and leaks more while it does. */
const TURNS: readonly LeakFaultId[] = ['tub-seal.leak', 'shaft-seal.leak']

/** One phase of a simulated leak test. */
export interface TestedPhase {
  phase: LeakPhase
  seconds: number
  /** Litres lost by each leak, in the order given; what runs down the drain pipe is not counted. */
  lostL: number[]
  /** Level once a second, mm. */
  levelMm: number[]
}

export interface LeakTestOptions {
  fillToMm: number
  holdS: number
  /** The hose end is lifted this long after the hold began: a siphon ends. */
  liftedAfterS: number
  /** Taps stay open after the fill: what is under supply pressure goes on leaking. */
  tapsStayOpen: boolean
  /** Height of the waves of a turning drum, mm. */
  sloshMm: number
}

interface Doing {
  phase: LeakPhase
  tapsOpen: boolean
  filling: boolean
  pumpOn: boolean
  atS: number
  levelMm: number
}

/**
 * Runs a leak test on the simulated washer: idle with taps on, fill, hold, motion, drain, spin.
 * Torricelli or seepage through each leak (PHYSICS of the leak laws), inflow and outflow of the washer model, one step a second.
 */
export function runLeakTest(
  machine: MachineSpec,
  site: SiteSpec,
  leaks: readonly WasherLeak[],
  options: LeakTestOptions,
  random: RandomSource,
): TestedPhase[] {
  const tub = tapedTub(machine)
  const phases: TestedPhase[] = []
  let washer: WasherState = standingWasher(machine, 0)
  const overflowsAfterS = 15 + 40 * random()
  const run = (
    phase: LeakPhase,
    longestS: number,
    doing: Partial<Doing>,
    until: (w: WasherState) => boolean,
  ) => {
    const found: TestedPhase = { phase, seconds: 0, lostL: leaks.map(() => 0), levelMm: [] }
    for (let atS = 0; atS < longestS && !until(washer); atS++) {
      const now: Doing = {
        phase,
        tapsOpen: options.tapsStayOpen,
        filling: false,
        pumpOn: false,
        ...doing,
        atS,
        levelMm: washer.levelMm,
      }
      const input = {
        openTaps: now.filling ? machine.valve.taps.slice(0, 1) : [],
        pumpOn: now.pumpOn,
        hoseEndMm: null,
      }
      washer = stepWasher(machine, site, 'none', washer, input, 1)
      let gone = 0
      leaks.forEach((leak, n) => {
        const lostL = lossLH(leak, now, options, overflowsAfterS) / 3600
        const fromTub = ['standing', 'siphon'].includes(DRIVE[leak.fault])
        // A machine that was emptied has nothing to lose.
        if (fromTub && washer.volumeL <= 0) return
        if (fromTub) gone += lostL
        if (DRIVE[leak.fault] !== 'siphon') found.lostL[n] = (found.lostL[n] as number) + lostL
      })
      const volumeL = Math.max(0, washer.volumeL - gone)
      washer = { ...washer, volumeL, levelMm: tubLevelMm(tub, volumeL) }
      found.levelMm.push(washer.levelMm)
      found.seconds = atS + 1
    }
    phases.push(found)
  }
  const never = () => false
  run('idle-taps-on', 180, { tapsOpen: true }, never)
  run('fill', 900, { tapsOpen: true, filling: true }, (w) => w.levelMm >= options.fillToMm)
  run('hold', options.holdS, {}, never)
  // Topped up before the drum turns, as the machine would.
  const volumeL = Math.max(washer.volumeL, tubVolumeL(tub, options.fillToMm))
  washer = { ...washer, volumeL, levelMm: tubLevelMm(tub, volumeL) }
  run('wash-motion', 300, {}, never)
  run('drain', 240, { pumpOn: true }, (w) => w.levelMm < 6)
  run('spin', 150, { pumpOn: true }, never)
  return phases
}

function lossLH(
  leak: WasherLeak,
  now: Doing,
  { sloshMm, liftedAfterS }: LeakTestOptions,
  overflowsAfterS: number,
): number {
  const { sizeLH } = leak
  switch (DRIVE[leak.fault]) {
    case 'supply':
      return now.tapsOpen ? sizeLH : 0
    case 'inlet':
      return now.filling ? sizeLH : 0
    case 'pumped':
      return now.pumpOn ? sizeLH * (now.phase === 'spin' ? 0.25 : 1) : 0
    case 'overflow':
      return now.phase === 'drain' && now.atS > overflowsAfterS ? sizeLH : 0
    case 'siphon':
      return now.phase === 'hold' && now.atS < liftedAfterS ? sizeLH : 0
    case 'dew':
      return now.phase !== 'idle-taps-on' && now.phase !== 'spin' ? sizeLH : 0
    case 'spilt':
      // The puddle of the last opening runs out from under the machine for some minutes.
      return now.phase === 'idle-taps-on' || now.phase === 'fill' ? sizeLH : 0
    case 'oil':
      // A few drops a day, and no water.
      return 0
    case 'foam':
      return now.phase === 'wash-motion' || now.phase === 'spin' ? sizeLH : 0
    case 'stirred':
      return now.phase === 'wash-motion' ? sizeLH : 0
    case 'thrown':
      return now.phase === 'wash-motion' || now.phase === 'spin' ? sizeLH : 0
    case 'fold':
      return now.phase === 'spin' && now.atS > 120 ? sizeLH : 0
    case 'standing': {
      const head = (levelMm: number) =>
        levelMm > leak.heightMm ? sizeLH * ((levelMm - leak.heightMm) / 100) ** leakExponent(leak.law) : 0
      if (now.phase === 'spin') return THROWN_AT.includes(leak.fault) ? sizeLH * 0.6 : head(now.levelMm) * 0.2
      if (now.phase === 'wash-motion') {
        const wave = sloshMm * Math.sin(now.atS * 0.9)
        return head(now.levelMm + wave) * (TURNS.includes(leak.fault) ? 2.2 : 1)
      }
      if (leak.fault === 'pump.seal-leak' && now.pumpOn) return head(now.levelMm) * 1.5 + sizeLH * 0.6
      return head(now.levelMm)
    }
  }
}
