import { LEAK_PHASES, type LeakPhase, type LeakPlace, type LeakView } from '@brendik/core'
import { outcomeWord, PHASE_NAME, placeWord, SEEN_WORD } from '../../words/locateText.ts'
import type { Space } from '../visit/index.ts'
import { keptIn } from './keepLeakLooks.ts'

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
      aria-label="Phases of the leak test"
      className="grid grid-cols-3 border-line border-b bg-face md:grid-cols-6 [&>li]:border-line [&>li]:border-r [&>li]:max-md:border-b"
    >
      {LEAK_PHASES.map((phase) => {
        const seen = view.found.phases[phase]
        const amount = keptIn(space, 'leak.amount', phase).at(-1)
        const places = keptIn(space, 'leak.place', phase)
        const place = places.at(-1)?.value
        const says =
          seen === 'wet' && amount
            ? outcomeWord('leak.amount', String(amount.value)).replace(/^an? /, '')
            : SEEN_WORD[seen]
        return (
          <li key={phase}>
            <button
              type="button"
              onClick={() => onOpen(phase)}
              className={`flex h-full min-h-[76px] w-full cursor-pointer flex-col justify-center px-3 py-1.5 text-left leading-tight hover:bg-ground ${now === phase ? 'bg-band' : ''}`}
            >
              <span className="text-sm text-soft">{PHASE_NAME[phase]}</span>
              <span
                className={
                  seen === 'wet'
                    ? 'font-bold text-water'
                    : seen === 'dry'
                      ? 'font-semibold text-good'
                      : 'text-soft'
                }
              >
                {seen === 'wet' && <span aria-hidden="true">● </span>}
                {seen === 'wet' && amount && <span className="sr-only">wet, </span>}
                {says}
              </span>
              {seen === 'wet' && place !== undefined && (
                <span className="text-sm text-water">
                  {placeWord(place as LeakPlace).replace('floor, ', '')}
                </span>
              )}
            </button>
          </li>
        )
      })}
    </ul>
  )
}
