import { type IntervalAt, isFlowRun } from '@brendik/core'
import { useEffect, useRef, useState } from 'react'
import { usePrefs } from '../../lib/prefs.ts'
import { clockText } from '../../lib/time.ts'
import { figure, unitOf } from '../../lib/units.ts'
import { numberText, t } from '../../lib/words.ts'
import { compute } from '../../workers/compute.ts'
import type { BoardSnapshot } from './runBoard.ts'

/** How long the worker rests between two looks back over the whole run, ms. */
const REST_MS = 1500

/** How the interval closed while readings came in: one stroke for each moment, the latest heavy. */
export function Closing({ run }: { run: BoardSnapshot }) {
  const { units } = usePrefs()
  const history = useHistory(run)
  const plan = run.facts.plan
  if (history.length < 2 || plan === null) return null
  const quantity = isFlowRun(plan.kind) ? 'flow' : 'hourly'
  const { show, unit } = unitOf(units, quantity)
  const last = history.at(-1) as IntervalAt
  // The early strokes may be very long: the last ones are what must be seen.
  const reach = Math.max(2.2 * (last.hi - last.lo), 0.35 * Math.abs(last.value))
  const top = last.value + reach
  const bottom = last.value - reach
  const at = (x: number) => Math.min(100, Math.max(0, (100 * (x - bottom)) / (top - bottom)))
  return (
    <figure aria-label={t('closing.howTheIntervalClosed')} className="border-t border-hair pt-2">
      <div className="relative h-20 border-b border-ink" aria-hidden="true">
        {history.map((h, i) => (
          <span
            key={h.tS}
            className={`absolute ${i === history.length - 1 ? 'w-1 bg-ink' : 'w-0.5 bg-soft'}`}
            style={{
              left: `${8 + (84 * i) / Math.max(1, history.length - 1)}%`,
              bottom: `${at(h.lo)}%`,
              height: `max(3px, ${at(h.hi) - at(h.lo)}%)`,
            }}
          />
        ))}
      </div>
      <figcaption className="mt-1 flex justify-between text-sm text-soft">
        <span>
          {t('closing.at', {
            figure: figure(units, quantity, halfOf(history[0] as IntervalAt)),
            time: clockText((history[0] as IntervalAt).tS),
          })}
        </span>
        <span className="text-ink">
          ± {t('closing.now', { show: numberText(show(halfOf(last)), halfOf(last) < 1 ? 2 : 1), unit })}
        </span>
      </figcaption>
    </figure>
  )
}

const halfOf = (h: IntervalAt) => (h.hi - h.lo) / 2

function useHistory(run: BoardSnapshot): IntervalAt[] {
  const [history, setHistory] = useState<IntervalAt[]>([])
  const latest = useRef(run)
  latest.current = run
  const busy = useRef(false)
  const { analysis } = run
  useEffect(() => {
    if (busy.current || analysis === null) return
    busy.current = true
    compute
      .history(latest.current.state)
      .then(setHistory, () => {})
      .finally(() => {
        setTimeout(() => {
          busy.current = false
        }, REST_MS)
      })
  }, [analysis])
  return history
}
