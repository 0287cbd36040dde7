import { dangersOf } from '@brendik/core'
import { usePrefs } from '../../lib/prefs.ts'
import { useNowMs } from '../../lib/useNowMs.ts'
import { CELL_NAME, cellText, STRIP_CELLS } from '../../words/stateText.ts'
import type { Space } from './space.ts'

/** The machine as it stands, always in sight; each part is set by a touch, and turns loud when it can hurt. */
export function StateStrip({ space }: { space: Space }) {
  const { units } = usePrefs()
  const nowMs = useNowMs(20_000, true)
  const { visit, state } = space
  const machine = visit.machine.spec
  const dangers = dangersOf(machine, state)
  const loud = (cell: (typeof STRIP_CELLS)[number]) =>
    dangers.some(
      ({ field, caution }) => !caution && (field === cell || (cell === 'panels' && field === 'cap')),
    )
  const watched = (cell: (typeof STRIP_CELLS)[number]) =>
    dangers.some(({ field, caution }) => caution && field === cell)
  return (
    <section aria-label="State of the machine">
      <ul className="grid grid-cols-3 border-b border-line bg-face md:grid-cols-6">
        {STRIP_CELLS.map((cell, i) => {
          const text = cellText(cell, machine, state, units, nowMs)
          const unsure = text.endsWith('not said') || text === 'not known' || text === 'two answers'
          const warm = (cell === 'pump' && /hot/.test(text)) || text === 'two answers' || watched(cell)
          return (
            <li
              key={cell}
              className={`min-w-0 border-hair ${i % 3 > 0 ? 'border-l' : 'md:border-l'} ${i > 2 ? 'max-md:border-t' : ''} ${i === 0 ? 'md:border-l-0' : ''}`}
            >
              <button
                type="button"
                onClick={() => space.setField(cell)}
                className={`flex min-h-12 w-full cursor-pointer flex-col justify-center px-3 text-left leading-tight md:px-4 ${loud(cell) ? 'bg-stop text-face' : ''}`}
              >
                <span className={`text-xs ${loud(cell) ? '' : 'text-soft'}`}>{CELL_NAME[cell]}</span>
                <span
                  className={`max-w-full truncate ${loud(cell) ? 'font-bold' : warm ? 'font-semibold text-watch' : unsure ? 'text-soft' : 'font-semibold'}`}
                >
                  {text}
                </span>
              </button>
            </li>
          )
        })}
      </ul>
      {dangers.map(({ text, caution }) => (
        <p
          key={text}
          role={caution ? 'status' : 'alert'}
          className={
            caution
              ? 'border-b border-watch bg-watch-face px-4 py-1.5 font-semibold text-watch'
              : 'border-b-2 border-stop bg-stop-face px-4 py-2 text-lg font-bold text-stop'
          }
        >
          {text}
        </p>
      ))}
    </section>
  )
}
