import type { BoardSnapshot } from './runBoard.ts'

/** The fit carried on to where the run should end: only while it runs and the fit has something to stand on. */
export function carriedOn(run: BoardSnapshot, nowS: number): { x: number; y: number }[] | null {
  const curve = run.analysis?.fit?.curve
  if (run.facts.phase !== 'running' || !curve || run.analysis?.quantities.ratioToExpected === undefined)
    return null
  const points = curve.tS.map((x, i) => ({ x, y: curve.levelMm[i] as number }))
  return points.filter((point) => point.x >= nowS)
}

/** The level the fit so far gives for a time, mm. */
export function fittedAt(run: BoardSnapshot, tS: number): number | null {
  const curve = run.analysis?.fit?.curve
  if (!curve || run.analysis?.quantities.ratioToExpected === undefined) return null
  const i = curve.tS.findIndex((t) => t >= tS)
  return curve.levelMm.at(i) ?? null
}
