import { type Protocol, type RunAnalysis, type RunFacts, type RunStep, stepAdvice } from '@brendik/core'
import { steadyNowMs } from '../../lib/steadyClock.ts'
import { useNowMs } from '../../lib/useNowMs.ts'
import { say, t } from '../../lib/words.ts'
import { protocolName, stepText } from '../../words/cardText.ts'

/** The step of a protocol under way: which one, when the next reading is due, whether it is enough. Loud when a reading is due. */
export function StepStrip({
  protocol,
  step,
  run,
}: {
  protocol: Protocol
  step: RunStep
  run: { facts: RunFacts; analysis: RunAnalysis | null; streamed: number }
}) {
  const running = run.facts.phase === 'running'
  const nowMs = useNowMs(250, running, steadyNowMs)
  const zero = run.facts.startedAtMs ?? nowMs
  const number = protocol.steps.findIndex((s) => s.id === step.id) + 1
  const readings = run.facts.inForce.flatMap((event) =>
    event.type === 'levelRead' ? [(event.atMs - zero) / 1000] : [],
  )
  const streamed = run.streamed > 0
  const advice = stepAdvice(
    protocol.id,
    step,
    run.analysis,
    (nowMs - zero) / 1000,
    streamed ? Array.from({ length: step.readings.atLeast }, () => (nowMs - zero) / 1000) : readings,
  )
  const why = advice.why ? say(advice.why) : null
  const due = running && !streamed && advice.dueInS !== null && advice.dueInS <= 0
  const soon = Math.ceil(Math.max(0, advice.dueInS ?? 0))
  return (
    <div
      className={`mb-2 flex min-h-14 items-center justify-between gap-4 border-y px-3 py-2 ${due ? 'border-water bg-water text-face' : 'border-line'}`}
    >
      <span className="min-w-0 leading-tight">
        <span className={`block text-sm ${due ? '' : 'text-soft'}`}>
          <span className="max-md:hidden">{protocolName(protocol.id)}, </span>
          {t('stepStrip.stepOf', { number, steps: protocol.steps.length })}
        </span>
        <span className="block font-semibold">{stepText(protocol.id, step).title}</span>
      </span>
      <span className="shrink-0 text-right leading-tight max-md:max-w-[60%]" aria-live="polite">
        {!running ? (
          <span className="text-soft">{why ?? t('ui.stopped')}</span>
        ) : due ? (
          <span className="small-figure text-2xl">
            {step.readings.what === 'level'
              ? t('stepStrip.readTheLevelNow')
              : t('stepStrip.readRulerAndDisplayNow')}
          </span>
        ) : streamed || advice.dueInS === null ? (
          <span className={advice.enough ? 'font-semibold text-good' : 'text-soft'}>
            {why ?? t('stepStrip.streaming')}
          </span>
        ) : (
          <>
            <span className="block text-sm text-soft">{why ?? t('stepStrip.nextReadingIn')}</span>
            <span className="small-figure text-2xl">{t('stepStrip.nextInS', { soon })}</span>
          </>
        )}
      </span>
    </div>
  )
}
