import { drawnLevels, runFacts } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { type OpenedRun, runQuery } from '../../api/queries.ts'
import { bandOf, standingZoom, type Trace, traceOf } from '../../charts/chartModel.ts'
import { LevelChart } from '../../charts/LevelChart.tsx'
import { percent } from '../../lib/percent.ts'
import { usePrefs } from '../../lib/prefs.ts'
import { dateText, durationText } from '../../lib/time.ts'
import { figure, unitOf, withUnit } from '../../lib/units.ts'
import { numberText, say, t } from '../../lib/words.ts'
import { upperFirst } from '../../words/cardText.ts'
import { kindMessage } from '../../words/runText.ts'
import { useExpected } from '../run/index.ts'
import type { Proof } from './useProof.ts'

type RunPair = Proof['runs'][number]
const MOST_DRAWN = 700

/** What the repair changed: the ratio of the same run before and after, huge, with its interval and both runs laid over what is expected. */
export function ProofLead({ pair }: { pair: RunPair }) {
  const { units } = usePrefs()
  const before = useQuery(runQuery(pair.beforeId))
  const after = useQuery(runQuery(pair.afterId))
  const planned = after.data ? runFacts(after.data).plan : null
  const { run: expected } = useExpected(planned)
  const traces = [
    ...(before.data ? [{ ...traceOfRun(before.data, 'before'), under: true }] : []),
    ...(after.data ? [traceOfRun(after.data, 'after')] : []),
  ]
  const levels = traces.flatMap(({ points }) => points.map(({ y }) => y))
  const zoom = isFlow(pair) || levels.length === 0 ? null : standingZoom(levels, null)
  const at = (run: OpenedRun | undefined) => dateText((run && runFacts(run).startedAtMs) ?? 0, 'time')
  const took = isFlow(pair) ? durations(before.data, after.data) : ''
  return (
    <section
      aria-label={t('prove.beforeAndAfter', nameOf(pair, units))}
      className="flex min-h-0 flex-1 flex-col"
    >
      <p className="pt-4 text-sm font-semibold text-soft">{t('prove.beforeAndAfter', nameOf(pair, units))}</p>
      <div className="flex flex-wrap items-center gap-x-7 gap-y-1 pt-1">
        <Huge pair={pair} />
        <div className="min-w-0 flex-1 basis-72 leading-snug">
          <h1 className="plate text-[26px] leading-tight md:text-3xl">{headOf(pair)}</h1>
          {pair.ratio && (
            <p className="pt-1 text-lg">
              {t('prove.range', { lo: times(pair.ratio.lo), hi: times(pair.ratio.hi) })}{' '}
              {pair.soundRatio &&
                t('prove.sound', { lo: times(pair.soundRatio.lo), hi: times(pair.soundRatio.hi) })}
            </p>
          )}
          <p className="text-lg">
            {flowsText(pair, units)} {took}
          </p>
        </div>
      </div>
      <p className={`pt-2 text-lg font-semibold ${TONE[pair.says]}`}>
        {t('prove.says', { says: pair.says })}
      </p>
      {pair.says !== 'was-sound' && (
        <p className="text-soft">
          {t('prove.real', {
            chance: percent(pair.real),
            before: pair.before.length,
            after: pair.after.length,
          })}
        </p>
      )}
      <div className="relative mt-2 min-h-52 flex-1">
        <LevelChart
          band={expected && isFlow(pair) ? bandOf(expected) : null}
          traces={traces}
          marks={[]}
          carriedOn={null}
          nowS={null}
          label={t('prove.chart')}
          zoom={zoom}
        />
      </div>
      <p className="pb-2 text-sm text-soft">
        {t('prove.legend', { before: at(before.data), after: at(after.data) })}
      </p>
    </section>
  )
}

/** The other runs made on both sides, a line each. */
export function OtherProofs({
  pairs,
  onChoose,
}: {
  pairs: readonly RunPair[]
  onChoose: (pair: RunPair) => void
}) {
  const { units } = usePrefs()
  return (
    <ul>
      {pairs.map((pair) => (
        <li key={pair.afterId} className="border-t border-hair">
          <button
            type="button"
            className="flex min-h-12 w-full cursor-pointer items-center justify-between gap-4 text-left leading-tight"
            onClick={() => onChoose(pair)}
          >
            <span>{t('prove.beforeAndAfter', nameOf(pair, units))}</span>
            <span className="text-soft">
              {pair.ratio
                ? t('prove.otherRatio', {
                    ratio: times(pair.ratio.value),
                    lo: times(pair.ratio.lo),
                    hi: times(pair.ratio.hi),
                  })
                : t('prove.says', { says: pair.says })}
            </span>
          </button>
        </li>
      ))}
    </ul>
  )
}

const TONE: Record<RunPair['says'], string> = {
  cured: 'text-good',
  better: 'text-watch',
  same: 'text-stop',
  worse: 'text-stop',
  open: 'text-soft',
  'was-sound': 'text-soft',
}
const isFlow = ({ kind }: RunPair) => kind === 'fill' || kind === 'drain' || kind === 'siphon'
/** Two figures are as many as a ratio deserves. */
const times = (ratio: number): string => numberText(ratio, ratio < 9.95 ? 1 : 0)

function nameOf({ kind, taps, hoseEndMm }: RunPair, units: 'metric' | 'us') {
  return {
    run: upperFirst(say(kindMessage(kind))),
    height: hoseEndMm === null ? 'none' : withUnit(units, 'level', hoseEndMm),
    tap: taps.length === 1 ? (taps[0] ?? 'none') : 'none',
  }
}

const headOf = (pair: RunPair): string =>
  pair.ratio
    ? t('prove.as')
    : isFlow(pair)
      ? t('prove.fromNothing')
      : pair.beforeLMin.value >= 0
        ? t('prove.loses')
        : t('prove.rises')

function flowsText(pair: RunPair, units: 'metric' | 'us'): string {
  const shown = (lMin: number) =>
    isFlow(pair) ? withUnit(units, 'flow', Math.max(0, lMin)) : withUnit(units, 'hourly', 60 * Math.abs(lMin))
  return t('prove.flows', { after: shown(pair.afterLMin.value), before: shown(pair.beforeLMin.value) })
}

function durations(before: OpenedRun | undefined, after: OpenedRun | undefined): string {
  const [was, is] = [before, after].map((run) => run?.analysis?.quantities.timeS?.value)
  return was !== undefined && is !== undefined
    ? t('prove.durations', { before: durationText(was), after: durationText(is) })
    : ''
}

function Huge({ pair }: { pair: RunPair }) {
  const { units } = usePrefs()
  const { ratio, afterLMin } = pair
  const quantity = isFlow(pair) ? 'flow' : 'hourly'
  const shown = ratio
    ? times(ratio.value)
    : figure(units, quantity, isFlow(pair) ? afterLMin.value : 60 * Math.abs(afterLMin.value))
  return (
    <p className="small-figure flex items-baseline gap-1.5 leading-none">
      <span className="text-[76px] md:text-[104px]">{shown}</span>
      <span className="text-4xl text-soft">{ratio ? '×' : unitOf(units, quantity).unit}</span>
    </p>
  )
}

const traceOfRun = (run: OpenedRun, name: string): Trace =>
  traceOf(drawnLevels(runFacts(run), run.blocks, MOST_DRAWN), run.blocks.length > 0, name)
