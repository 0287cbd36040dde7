import type { MachineSpec, SiteSpec } from '../../../machine/machineSpec.ts'
import { portHeight } from '../../../machine/uncertainty.ts'
import type { Observation } from '../seen/observations.ts'

/** Standard deviation of a lift test, m: the end is held by hand and a curve near shut-off is not exactly square. Estimate. */
const LIFT_SD_M = 0.05
/** Water level during a lift test when nobody wrote it down: about half of the machine's fill. */
function levelAtLift(machine: MachineSpec, levelMm: number | null): { mm: number; sdMm: number } {
  if (levelMm !== null) return { mm: levelMm, sdMm: 5 }
  const full = machine.fillLevelMm ?? 110
  return { mm: 0.55 * full, sdMm: 0.28 * full }
}

/** How a lift test is written down whose stream still ran at a height, mm above the floor. */
export const aboveMm = (mm: number): string => `above ${Math.round(mm)}`

/** A lift test as it was written down: a height above the floor, or "above 2200". */
function liftReading(value: string | number): { mm: number; atLeast: boolean } | null {
  if (typeof value === 'number') return { mm: value, atLeast: false }
  const bound = /^above\s+(\d+(?:\.\d+)?)$/.exec(value.trim())
  return bound ? { mm: Number(bound[1]), atLeast: true } : null
}

/** How well a lift test without a level beside it is known, m. */
export const liftSdM = (machine: MachineSpec, site: SiteSpec): number =>
  Math.hypot(LIFT_SD_M, portHeight(machine, site).sdMm / 1000, levelAtLift(machine, null).sdMm / 1000)

function liftsOf(machine: MachineSpec, site: SiteSpec, observations: readonly Observation[]) {
  const port = portHeight(machine, site)
  return observations
    .filter((o) => o.check === 'drain.lift-stop')
    .flatMap((o) => {
      const read = liftReading(o.value)
      if (!read) return []
      const level = levelAtLift(machine, o.levelMm ?? null)
      const sdM = Math.hypot(LIFT_SD_M, port.sdMm / 1000, level.sdMm / 1000)
      return [{ headM: (read.mm - port.mm - level.mm) / 1000, sdM, atLeast: read.atLeast }]
    })
}

/** How well a head, m, agrees with each lift test: −χ²/2. */
export function liftTests(
  machine: MachineSpec,
  site: SiteSpec,
  observations: readonly Observation[],
): ((headM: number) => number)[] {
  return liftsOf(machine, site, observations).map(({ headM: shown, sdM, atLeast }) => (headM: number) => {
    const off = (headM - shown) / sdM
    // A head that only is known to be above a bound costs nothing above it.
    if (atLeast && off > 0) return 0
    return -0.5 * off * off
  })
}

/** Head that the last lift test showed, m; null = none was made. */
export function liftShown(
  machine: MachineSpec,
  site: SiteSpec,
  observations: readonly Observation[],
): { headM: number; atLeast: boolean } | null {
  const last = liftsOf(machine, site, observations).at(-1)
  return last ? { headM: last.headM, atLeast: last.atLeast } : null
}
