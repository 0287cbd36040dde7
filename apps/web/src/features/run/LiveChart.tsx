import { bandOf, type ExpectedRun, isFlowRun, type RunPlan } from '@brendik/core'
import { type ChartMark, standingBand, standingZoom, type Trace } from '../../charts/chartModel.ts'
import { LevelChart } from '../../charts/LevelChart.tsx'
import { usePrefs } from '../../lib/prefs.ts'
import { withUnit } from '../../lib/units.ts'
import { t } from '../../lib/words.ts'
import { stepOf } from '../protocol/index.ts'
import { entryText } from './EntryLog.tsx'
import { carriedOn } from './fittedRun.ts'
import type { BoardSnapshot } from './runBoard.ts'

/** The run over time against its band; water that should stand is drawn close up, with the height of a leak. */
export function LiveChart({
  run,
  plan,
  expected,
  trace,
  nowS,
}: {
  run: BoardSnapshot
  plan: RunPlan
  expected: ExpectedRun | null
  trace: Trace
  nowS: number
}) {
  const { units } = usePrefs()
  const { facts, analysis } = run
  const flows = isFlowRun(plan.kind)
  const lastX = trace.points.at(-1)?.x ?? 0
  const marks: ChartMark[] = facts.inForce.flatMap((event) =>
    event.type === 'marked' && facts.startedAtMs !== null
      ? [{ x: (event.atMs - facts.startedAtMs) / 1000, text: entryText(event, facts, units) }]
      : [],
  )
  const height = analysis?.quantities.leakHeightMm ?? null
  const levels = [plan.startLevelMm, ...trace.points.map((point) => point.y)]
  const band = flows
    ? expected && bandOf(expected)
    : standingBand(
        trace.points[0]?.y ?? plan.startLevelMm,
        Math.max(stepOf(plan)?.step.lastsS ?? 0, nowS, lastX, 60),
      )
  return (
    <LevelChart
      band={band}
      zoom={flows ? null : standingZoom(levels.slice(trace.points.length > 0 ? 1 : 0), height)}
      height={
        height && {
          ...height,
          text: t('liveBoard.leakBetweenAnd', {
            level: withUnit(units, 'level', height.lo),
            level2: withUnit(units, 'level', height.hi),
          }),
        }
      }
      traces={[trace]}
      marks={marks}
      carriedOn={carriedOn(run, lastX)}
      nowS={facts.phase === 'running' ? nowS : null}
      label={t('liveBoard.levelOverTimeReadingsExpected', { points: trace.points.length })}
    />
  )
}
