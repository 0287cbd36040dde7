import { percent } from '../../lib/percent.ts'
import { usePrefs } from '../../lib/prefs.ts'
import { durationText } from '../../lib/time.ts'
import { figure, unitOf, withUnit } from '../../lib/units.ts'
import { numberText, say, t } from '../../lib/words.ts'
import { upperFirst } from '../../words/firstLetter.ts'
import { kindMessage } from '../../words/runText.ts'
import { ProofChart } from './ProofChart.tsx'
import { type PairRuns, usePairRuns } from './usePairRuns.ts'
import type { Proof } from './useProof.ts'

type RunPair = Proof['runs'][number]

/** What the repair changed: the ratio of the same run before and after, huge, with its interval and both runs laid over what is expected. */
export function ProofLead({ pair }: { pair: RunPair }) {
  const { units } = usePrefs()
  const runs = usePairRuns(pair)
  const took = isFlow(pair) ? durations(runs) : ''
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
      <ProofChart runs={runs} flows={isFlow(pair)} />
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
export const isFlow = ({ kind }: RunPair) => kind === 'fill' || kind === 'drain' || kind === 'siphon'
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

function durations(runs: PairRuns): string {
  const { before, after } = tookS(runs)
  return before !== null && after !== null
    ? t('prove.durations', { before: durationText(before), after: durationText(after) })
    : ''
}

/** How long both took, s; null = not known. */
const tookS = ({ before, after }: PairRuns): { before: number | null; after: number | null } => ({
  before: before?.analysis?.quantities.timeS?.value ?? null,
  after: after?.analysis?.quantities.timeS?.value ?? null,
})

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
