import { type MachineSpec, type SiteSpec, tapedTub } from '../../../machine/machineSpec.ts'
import { hoseEndHeight, portHeight } from '../../../machine/uncertainty.ts'
import { tubVolumeL } from '../../../physics/tub/tubVolume.ts'
import { lessInformed } from '../seen/disagree.ts'
import { isDisturbed } from '../seen/drainTrouble.ts'
import { isUnknown, type JudgedRun } from '../seen/observations.ts'

/** Flow at equal level still differs from the model by this share from run to run. Estimate. */
const RUN_SD = 0.01

/** Levels of one run at which its flow is taken. */
const CELLS = 6

/** A flow by the pump or by gravity at one height of the hose end. */
export interface DrainDatum {
  kind: 'pump' | 'gravity'
  lnFlow: number
  /** Relative standard error of its own, and the part shared by all runs on this tub. */
  own: number
  shared: number
  /** Relative standard error from the water that this machine leaves at its first air: the same way in each of its drains. */
  air: number
  liftM: number
  /** Volumes in litres passed at levels in m. */
  cells: { litres: number; levelM: number }[]
}

/** The flows of a visit by pump and by gravity, and those that do not fit the others at the same height, L/min, which are left out. */
export function drainDataOf(
  machine: MachineSpec,
  site: SiteSpec,
  runs: readonly JudgedRun[],
): { data: DrainDatum[]; outliers: number[] } {
  return withoutOutliers(runs.flatMap((run) => datumOf(machine, site, run)))
}

/** Runs at one height that differ by more than this many of their own standard errors do not belong together. */
const OUTLIER_SES = 4

/**
 * All runs of one epoch count by their information. Of three or more at one height one that lies far off the others is left out and named;
 * of two that contradict each other a much less informed one is left out too, else neither is believed more than their difference allows.
 */
function withoutOutliers(all: readonly DrainDatum[]): { data: DrainDatum[]; outliers: number[] } {
  const groups = new Map<string, DrainDatum[]>()
  for (const datum of all) {
    const key = `${datum.kind} ${Math.round(datum.liftM * 10)}`
    groups.set(key, [...(groups.get(key) ?? []), datum])
  }
  const outliers: number[] = []
  const data = [...groups.values()].flatMap((group) => {
    const apart = (d: DrainDatum, others: readonly DrainDatum[]) => {
      const weight = others.reduce((sum, o) => sum + 1 / o.own ** 2, 0)
      const mean = others.reduce((sum, o) => sum + o.lnFlow / o.own ** 2, 0) / weight
      return Math.abs(d.lnFlow - mean) / Math.hypot(d.own, 1 / Math.sqrt(weight))
    }
    if (group.length < 2) return group
    const far = group.map((d) =>
      apart(
        d,
        group.filter((o) => o !== d),
      ),
    )
    const worst = far.indexOf(Math.max(...far))
    if ((far[worst] ?? Number.NaN) < OUTLIER_SES) return group
    if (group.length > 2) {
      outliers.push(Math.exp((group[worst] as DrainDatum).lnFlow))
      return group.filter((_, i) => i !== worst)
    }
    const [a, b] = group as [DrainDatum, DrainDatum]
    const odd = lessInformed(a.own, b.own)
    if (odd !== null) {
      outliers.push(Math.exp((group[odd] as DrainDatum).lnFlow))
      return group.filter((_, i) => i !== odd)
    }
    const half = Math.abs(a.lnFlow - b.lnFlow) / 2
    return group.map((d) => ({ ...d, own: Math.hypot(d.own, half) }))
  })
  return { data, outliers }
}

function datumOf(machine: MachineSpec, site: SiteSpec, { plan, analysis }: JudgedRun): DrainDatum[] {
  const { basis } = analysis
  if (basis?.of !== 'flow' || !(basis.flowLMin > 0.3)) return []
  if (plan.kind !== 'drain' && plan.kind !== 'siphon') return []
  if (isDisturbed(analysis) || isUnknown(analysis)) return []
  const tub = tapedTub(machine)
  const end = hoseEndHeight(site, plan.hoseEndMm)
  const liftM = (end.mm - portHeight(machine, site).mm) / 1000
  const cells = Array.from({ length: CELLS }, (_, i) => {
    const at = (k: number) => basis.startMm + ((basis.endMm - basis.startMm) * k) / CELLS
    return { litres: tubVolumeL(tub, at(i)) - tubVolumeL(tub, at(i + 1)), levelM: at(i + 0.5) / 1000 }
  }).filter((cell) => cell.litres > 0)
  if (cells.length === 0) return []
  const { flowLMin, readingsSe, airSe } = basis.ofThisAir ?? { ...basis, airSe: 0 }
  return [
    {
      kind: plan.kind === 'siphon' ? 'gravity' : 'pump',
      lnFlow: Math.log(flowLMin),
      own: Math.hypot(
        readingsSe / flowLMin,
        RUN_SD,
        endHeightError(plan.kind, liftM, end.sdMm / 1000, cells),
      ),
      shared: basis.geometrySe / basis.flowLMin,
      air: airSe / flowLMin,
      liftM,
      cells,
    },
  ]
}

/** Relative error of the flow from the height of the hose end: half of its share of the head that drives. */
function endHeightError(
  kind: string,
  liftM: number,
  sdM: number,
  cells: readonly { levelM: number }[],
): number {
  const mid = cells[Math.floor(cells.length / 2)]?.levelM ?? 0
  const driving = kind === 'siphon' ? mid - liftM : 2.2 + mid - liftM
  return (0.5 * sdM) / Math.max(0.08, driving)
}
