import {
  FLOOR_PLACES,
  gateOf,
  type LeakPhase,
  type LeakPlace,
  type LeakView,
  MACHINE_PLACES,
  PHASE_WATCH,
  type RunKind,
} from '@brendik/core'
import { useEffect } from 'react'
import { Link } from 'react-router'
import { newRunPath } from '../../lib/newRunPath.ts'
import { clockText, durationText } from '../../lib/time.ts'
import { useNowMs } from '../../lib/useNowMs.ts'
import { t, tLines } from '../../lib/words.ts'
import { Sheet } from '../../ui/Sheet.tsx'
import { PHASE_NAME, placeShort } from '../../words/locateText.ts'
import { GateNotice, type Space } from '../visit/index.ts'
import { keptIn, sayPhase, toggleSeen } from './keepLeakLooks.ts'
import type { useWatch } from './useWatch.ts'

const RUN_OF: Record<LeakPhase, RunKind> = {
  'idle-taps-on': 'idle',
  fill: 'fill',
  hold: 'hold',
  'wash-motion': 'motion',
  drain: 'drain',
  spin: 'spin',
}
const AMOUNTS = [
  ['film', t('watchSheet.aFilm')],
  ['drip', t('check.leak.amount.drip')],
  ['trickle', t('watchSheet.aTrickle')],
  ['stream', t('watchSheet.aStream')],
] as const

/** One phase watched: how it is brought about, how long, what to look at; then dry, or wet with place and amount. Kept as it is pressed. */
export function WatchSheet({
  space,
  view,
  phase,
  watching,
  onClose,
}: {
  space: Space
  view: LeakView
  phase: LeakPhase
  watching: ReturnType<typeof useWatch>
  onClose: () => void
}) {
  const { watchS, acts } = PHASE_WATCH[phase]
  const gate = acts
    .map((act) => gateOf(act, space.visit.machine.spec, space.state, Date.now()))
    .find((g) => !g.open)
  const seen = view.found.phases[phase]
  const places = keptIn(space, 'leak.place', phase)
  const amount = keptIn(space, 'leak.amount', phase).at(-1)?.value
  const running = watching.watch?.phase === phase ? watching.watch : null
  const nowMs = useNowMs(250, running !== null)
  const leftS = running ? watchS - Math.max(0, nowMs - running.startedAtMs) / 1000 : watchS
  const over = running !== null && leftS <= 0
  useEffect(() => {
    if (over) navigator.vibrate?.(200)
  }, [over])
  return (
    <Sheet open title={t('watchSheet.watch', { phase: PHASE_NAME[phase].toLowerCase() })} onClose={onClose}>
      <div className="mt-2 grid gap-4">
        <div className="flex items-end justify-between gap-4">
          <p className="figure text-6xl" role="timer" aria-label={t('watchSheet.timeLeftToWatch')}>
            {leftS > 0 ? clockText(leftS) : t('ui.done')}
          </p>
          {running ? (
            <button type="button" className={button} onClick={watching.stop}>
              {t('watchSheet.stopTheWatch')}
            </button>
          ) : (
            <button
              type="button"
              disabled={gate !== undefined}
              className={`${button} bg-ink font-semibold text-face disabled:opacity-40`}
              onClick={() => watching.start(phase)}
            >
              {t('watchSheet.watch2', { time: durationText(watchS) })}
            </button>
          )}
        </div>
        {gate && <GateNotice gate={gate} space={space} />}
        <ul className="list-inside list-disc leading-snug">
          {tLines(`watch.${phase}.first`).map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ul>
        <p className="text-lg leading-snug">{t(`watch.${phase}.lookAt`)}</p>
        <div className="grid grid-cols-2 gap-2">
          <Toggle on={seen === 'dry'} tone="good" onPress={() => sayPhase(space, phase, false)}>
            {t('watchSheet.dry')}
          </Toggle>
          <Toggle on={seen === 'wet'} tone="water" onPress={() => sayPhase(space, phase, true)}>
            {t('watchSheet.wet')}
          </Toggle>
        </div>
        {seen === 'wet' && (
          <>
            {/* biome-ignore lint/a11y/useSemanticElements: a fieldset cannot be laid out as a row */}
            <div role="group" aria-label={t('ui.howMuch')} className="grid grid-cols-4 gap-1.5">
              {AMOUNTS.map(([value, word]) => (
                <Toggle
                  key={value}
                  on={amount === value}
                  tone="ink"
                  onPress={() => toggleSeen(space, 'leak.amount', value, phase)}
                >
                  {word}
                </Toggle>
              ))}
            </div>
            {[
              [t('watchSheet.atTheMachine'), MACHINE_PLACES],
              [t('watchSheet.onTheFloor'), FLOOR_PLACES],
            ].map(([name, all]) => (
              // biome-ignore lint/a11y/useSemanticElements: a fieldset cannot be laid out as a wrapping row
              <div key={String(name)} role="group" aria-label={String(name)}>
                <p className="pb-1 text-sm text-soft">{String(name)}</p>
                <div className="flex flex-wrap gap-1.5">
                  {(all as readonly LeakPlace[]).map((place) => (
                    <Toggle
                      key={place}
                      on={places.some((o) => o.value === place)}
                      tone="ink"
                      onPress={() => toggleSeen(space, 'leak.place', place, phase)}
                    >
                      {placeShort(place)}
                    </Toggle>
                  ))}
                </div>
              </div>
            ))}
          </>
        )}
        <div className="flex flex-wrap justify-between gap-3">
          <Link
            to={newRunPath(space.visit.id, { run: RUN_OF[phase] })}
            className="flex min-h-12 items-center underline underline-offset-4"
          >
            {t('watchSheet.timeItAsARun')}
          </Link>
          <button type="button" className={button} onClick={onClose}>
            {t('ui.close')}
          </button>
        </div>
      </div>
    </Sheet>
  )
}

const button = 'min-h-14 cursor-pointer border border-ink px-4 text-lg'
const ON = {
  good: 'border-good bg-good text-face',
  water: 'border-water bg-water text-face',
  ink: 'border-ink bg-ink text-face',
} as const

/** A choice that is on or off. */
export function Toggle({
  on,
  tone,
  onPress,
  children,
}: {
  on: boolean
  tone: keyof typeof ON
  onPress: () => void
  children: string
}) {
  return (
    <button
      type="button"
      aria-pressed={on}
      onClick={onPress}
      className={`min-h-12 cursor-pointer border px-3 leading-tight ${on ? `font-semibold ${ON[tone]}` : 'border-line bg-face'}`}
    >
      {children}
    </button>
  )
}
