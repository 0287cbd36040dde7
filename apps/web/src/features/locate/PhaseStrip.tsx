import { LEAK_PHASES, type LeakPhase, type LeakPlace, type LeakView, type PhaseSeen } from '@brendik/core'
import { t } from '../../lib/words.ts'
import { PHASE_NAME, PHASE_SHORT, placeShort, SEEN_MARK, SEEN_WORD } from '../../words/locateText.ts'
import type { Space } from '../visit/index.ts'
import { keptIn } from './keepLeakLooks.ts'

const TONE: Record<PhaseSeen, string> = {
  wet: 'font-bold text-water',
  dry: 'font-semibold text-good',
  'not-tried': 'text-soft',
  'not-said': 'text-soft',
}

/** The phases of the leak test in their order, each with what it showed; a press opens its watch. */
export function PhaseStrip({
  space,
  view,
  now,
  onOpen,
}: {
  space: Space
  view: LeakView
  /** Phase of the replayed moment. */
  now: LeakPhase | null
  onOpen: (phase: LeakPhase) => void
}) {
  return (
    <ul
      aria-label={t('phaseStrip.phasesOfTheLeakTest')}
      className="grid grid-cols-6 border-line border-b bg-face [&>li]:border-line [&>li]:border-r [&>li:last-child]:border-r-0"
    >
      {LEAK_PHASES.map((phase) => {
        const seen = view.found.phases[phase]
        const amount = keptIn(space, 'leak.amount', phase).at(-1)
        const places = keptIn(space, 'leak.place', phase)
        const place = places.at(-1)?.value
        const says =
          seen === 'wet' && amount
            ? t('phaseStrip.amount', { amount: String(amount.value) })
            : SEEN_WORD[seen]
        return (
          <li key={phase}>
            <button
              type="button"
              onClick={() => onOpen(phase)}
              className={`flex h-full min-h-14 w-full cursor-pointer flex-col justify-center px-1 py-1.5 text-center leading-tight hover:bg-ground md:min-h-[76px] md:px-3 md:text-left ${now === phase ? 'bg-band' : ''}`}
            >
              <span aria-hidden="true" className="md:hidden">
                <span className="block text-[13px] text-soft">{PHASE_SHORT[phase]}</span>
                <span className={TONE[seen]}>{SEEN_MARK[seen]}</span>
              </span>
              <span className="flex flex-col max-md:sr-only">
                <span className="text-sm text-soft">{PHASE_NAME[phase]}</span>
                <span className={TONE[seen]}>
                  {seen === 'wet' && <span aria-hidden="true">● </span>}
                  {seen === 'wet' && amount && <span className="sr-only">{t('phaseStrip.wet')} </span>}
                  {says}
                </span>
                {seen === 'wet' && place !== undefined && (
                  <span className="text-sm text-water">{placeShort(place as LeakPlace)}</span>
                )}
              </span>
            </button>
          </li>
        )
      })}
    </ul>
  )
}
