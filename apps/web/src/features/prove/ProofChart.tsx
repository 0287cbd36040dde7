import { bandOf, drawnLevels, runFacts } from '@brendik/core'
import type { OpenedRun } from '../../api/queries.ts'
import { standingZoom, type Trace, traceOf } from '../../charts/chartModel.ts'
import { LevelChart } from '../../charts/LevelChart.tsx'
import { dateText } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'
import { useExpected } from '../run/index.ts'
import type { PairRuns } from './usePairRuns.ts'

const MOST_DRAWN = 700

/** Both runs laid over what is expected: before dashed, after as a line. */
export function ProofChart({ runs: { before, after }, flows }: { runs: PairRuns; flows: boolean }) {
  const planned = after ? runFacts(after).plan : null
  const { run: expected } = useExpected(planned)
  const traces = [
    ...(before ? [{ ...traceOfRun(before, 'before'), under: true }] : []),
    ...(after ? [traceOfRun(after, 'after')] : []),
  ]
  const levels = traces.flatMap(({ points }) => points.map(({ y }) => y))
  const at = (run: OpenedRun | undefined) => dateText((run && runFacts(run).startedAtMs) ?? 0, 'time')
  return (
    <>
      <div className="relative mt-2 min-h-52 flex-1">
        <LevelChart
          band={expected && flows ? bandOf(expected) : null}
          traces={traces}
          marks={[]}
          carriedOn={null}
          nowS={null}
          label={t('prove.chart')}
          zoom={flows || levels.length === 0 ? null : standingZoom(levels, null)}
        />
      </div>
      <p className="pb-2 text-sm text-soft">{t('prove.legend', { before: at(before), after: at(after) })}</p>
    </>
  )
}

const traceOfRun = (run: OpenedRun, name: string): Trace =>
  traceOf(drawnLevels(runFacts(run), run.blocks, MOST_DRAWN), run.blocks.length > 0, name)
