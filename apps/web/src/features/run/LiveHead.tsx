import type { RunPlan } from '@brendik/core'
import { sayRests } from '@brendik/words/lean'
import { usePrefs } from '../../lib/prefs.ts'
import { clockSetBackMs } from '../../lib/steadyClock.ts'
import { withUnit } from '../../lib/units.ts'
import { t, words } from '../../lib/words.ts'
import { runSentence } from '../../words/runSentence.ts'
import { headline, kindMessage, TONE_TEXT, tapsWord } from '../../words/runText.ts'
import { RunClock } from './RunClock.tsx'
import { StateCell } from './RunFrame.tsx'
import type { BoardSnapshot } from './runBoard.ts'
import { SyncCell } from './SyncCell.tsx'

/** Taps or hose end, where readings come from, and where the entries are. */
export function LiveState({ run, plan }: { run: BoardSnapshot; plan: RunPlan }) {
  const { units } = usePrefs()
  return (
    <>
      {plan.kind === 'fill' ? (
        <StateCell name={t('liveBoard.taps')} value={tapsWord(plan.taps)} />
      ) : (
        <StateCell
          name={t('liveBoard.hoseEnd')}
          value={plan.hoseEndMm === null ? t('liveBoard.guessed') : withUnit(units, 'height', plan.hoseEndMm)}
        />
      )}
      <StateCell
        name={t('liveBoard.readings')}
        value={
          run.meta?.instrumentLabel ?? (run.streamed > 0 ? t('liveBoard.streamed') : t('liveBoard.byHand'))
        }
      />
      <SyncCell sync={run.sync} />
    </>
  )
}

/** The clock, and what the run says so far. */
export function LiveHead({
  run,
  plan,
  nowS,
  wake,
}: {
  run: BoardSnapshot
  plan: RunPlan
  nowS: number
  /** Whether the screen stays lit. */
  wake: string
}) {
  const { units } = usePrefs()
  const { facts, analysis } = run
  const running = facts.phase === 'running'
  const said = analysis ? headline(analysis.saying, facts.phase) : null
  return (
    <div className="flex flex-wrap items-center gap-x-7 gap-y-1 pb-2 md:flex-nowrap">
      <RunClock seconds={nowS} startedAtMs={facts.startedAtMs} running={running} />
      <div className="min-w-0 md:pt-1">
        <h1
          className={`plate text-xl leading-tight md:text-2xl ${said ? TONE_TEXT[said.tone] : ''}`}
          aria-live="polite"
        >
          {said?.text ?? (running ? t('liveBoard.timing') : t('ui.stopped'))}
        </h1>
        <p className="mt-1 text-base md:text-lg md:leading-snug">
          {analysis && !(running && plan.kind === 'cycle')
            ? runSentence(analysis.saying, units)
            : t('liveBoard.running', { kind: kindMessage(plan.kind) })}
          {analysis?.rests && ` ${sayRests(words(units), plan.kind, analysis.rests)}`}
        </p>
        {running && clockSetBackMs() > 0 && (
          <p className="text-sm text-watch">
            {t('liveBoard.theClockOfThisDevice', { time: Math.round(clockSetBackMs() / 60_000) })}
          </p>
        )}
        {wake === 'refused' && <p className="text-sm text-watch">{t('liveBoard.thisDeviceMayDarkenIts')}</p>}
      </div>
    </div>
  )
}
