import { familyDefaults, type MachineSpec, type SiteSpec } from '../../machine/machineSpec.ts'
import { AIR_LEVEL_MM, type RunKind, type RunPlan } from '../../measure/plan/runPlan.ts'
import { blankAnalysis } from '../../measure/verdict/runAnalysis.ts'
import { figureOf, type Message, message } from '../../message.ts'
import type { JudgedRun } from '../evidence/seen/observations.ts'

/** How well a flow by hand is known, as a share, of its own and of the tub. Estimates. */
const SE = { own: 0.05, tub: 0.03 } as const

/** Evenly in the logarithm. */
export function spread(lo: number, hi: number, count: number): number[] {
  return Array.from({ length: count }, (_, k) => lo * (hi / lo) ** (k / (count - 1)))
}

/** Foretelling takes long: it is done when the first share is asked for, since often one look of them all is wanted. */
export function whenAsked<T>(foretell: () => (i: number, j: number) => T): (i: number, j: number) => T {
  let shares: ((i: number, j: number) => T) | null = null
  return (i, j) => {
    shares ??= foretell()
    return shares(i, j)
  }
}

/** A run as if it had been timed. */
export function timed(
  kind: RunKind,
  { machine, site }: { machine: MachineSpec; site: SiteSpec },
  flowLMin: number,
  more: Partial<RunPlan>,
): JudgedRun {
  const fullMm = machine.fillLevelMm ?? familyDefaults(machine.family).fillLevelMm ?? 110
  const [startMm, endMm] = kind === 'fill' ? [0, fullMm] : [fullMm, AIR_LEVEL_MM]
  return {
    plan: {
      kind,
      machine,
      site,
      taps: [],
      throttled: false,
      hoseEndMm: null,
      startLevelMm: startMm,
      endLevelMm: null,
      laundry: 'none',
      laundryKg: 0,
      ...more,
    },
    analysis: {
      ...blankAnalysis({ code: 'no-end', kind }),
      verdict: 'within',
      basis: {
        of: 'flow',
        flowLMin,
        readingsSe: SE.own * flowLMin,
        geometrySe: SE.tub * flowLMin,
        ofThisAir: null,
        startMm,
        endMm,
        disturbed: null,
      },
    },
  }
}

export const flowName = (flowLMin: number): Message =>
  message('look.figure', { figure: figureOf('flow', flowLMin) })
