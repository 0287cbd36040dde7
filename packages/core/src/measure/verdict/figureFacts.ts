import { portHeight } from '../../machine/uncertainty.ts'
import type { FigureKind } from '../../message.ts'
import type { FactFrom } from '../plan/bandFacts.ts'
import type { RunPlan, StartFrom } from '../plan/runPlan.ts'
import type { RunAnalysis } from './runAnalysis.ts'

/** One thing that the figures of a run rest on: a value, or how many were read. */
export interface FigureFact {
  id: 'levels' | 'meter' | 'marks' | 'start' | 'end' | 'air' | 'closed' | 'tub' | 'port'
  from: FactFrom
  count: number | null
  kind: FigureKind | null
  /** In the base unit of its kind. */
  base: number | null
}
const FROM: Record<StartFrom, FactFrom> = { read: 'measured', machine: 'given', family: 'typical' }

/** What the figures of a run rest on, and where each of it came from; nothing where it has none. */
export function figureFacts(
  plan: RunPlan,
  { basis, rests, usedReadings }: Pick<RunAnalysis, 'basis' | 'rests' | 'usedReadings'>,
): FigureFact[] {
  if (!basis) return []
  const pressed = (id: FigureFact['id'], count: number | null = null): FigureFact => ({
    id,
    from: 'measured',
    count,
    kind: null,
    base: null,
  })
  const value = (id: FigureFact['id'], kind: FigureKind, base: number, from: FactFrom): FigureFact => ({
    id,
    from,
    count: null,
    kind,
    base,
  })
  if (basis.of === 'meter') return [pressed('meter')]
  if (basis.of === 'cycle') return [pressed('marks', basis.reached.length)]
  const { machine, site } = plan
  const levels = usedReadings > 0 ? [pressed('levels', usedReadings)] : []
  const tub = value('tub', 'level', machine.tub.diameterMm, machine.tub.assumed ? 'typical' : 'measured')
  if (basis.of === 'flow') {
    const fill = plan.kind === 'fill'
    const leansOn = rests ? [value(fill ? 'end' : 'start', 'level', rests.levelMm, FROM[rests.level])] : []
    const ended = rests?.ended ? [pressed(fill ? 'closed' : 'air')] : []
    return [...levels, ...leansOn, ...ended, tub]
  }
  // A height is counted from the port; where it lies over the floor says which parts that may be.
  const port = value(
    'port',
    'height',
    portHeight(machine, site).mm,
    site.portHeightMm === null ? 'typical' : 'measured',
  )
  return [...levels, tub, ...(basis.height ? [port] : [])]
}
