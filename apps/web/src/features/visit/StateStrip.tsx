import { dangersOf } from '@brendik/core'
import { usePrefs } from '../../lib/prefs.ts'
import { useNowMs } from '../../lib/useNowMs.ts'
import { say, t } from '../../lib/words.ts'
import { CELL_NAME, cellText, cellTone, STRIP_CELLS, stateInShort } from '../../words/stateText.ts'
import type { Space } from './space.ts'

/** For the hand: what matters of the machine's state in one line; a touch unfolds the strip below it. */
export function StateFold({ space, open, onToggle }: { space: Space; open: boolean; onToggle: () => void }) {
  const { units } = usePrefs()
  const nowMs = useNowMs(20_000, true)
  const machine = space.visit.machine.spec
  const loud = dangersOf(machine, space.state).some(({ caution }) => !caution)
  return (
    <button
      type="button"
      aria-expanded={open}
      aria-label={t('stateStrip.stateOfTheMachine', {
        stateInShort: stateInShort(machine, space.state, units, nowMs),
      })}
      className={`flex min-h-12 max-w-[62%] shrink-0 cursor-pointer items-center gap-2 border-l border-line px-4 text-right leading-tight font-semibold ${loud ? 'bg-stop text-face' : ''}`}
      onClick={onToggle}
    >
      <span>{stateInShort(machine, space.state, units, nowMs)}</span>
      <span className={loud ? '' : 'text-soft'} aria-hidden="true">
        {open ? '▴' : '▾'}
      </span>
    </button>
  )
}

/** The machine as it stands; each part is set by a touch, and turns loud when it can hurt. On the phone it is folded unless `open`; what is dangerous is said all the same. */
export function StateStrip({ space, open }: { space: Space; open: boolean }) {
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
    <section data-state-strip aria-label={t('stateStrip.stateOfTheMachine2')}>
      <ul
        className={`grid-cols-3 border-b border-line bg-face md:grid md:grid-cols-6 ${open ? 'grid' : 'hidden'}`}
      >
        {STRIP_CELLS.map((cell, i) => {
          const text = cellText(cell, machine, state, units, nowMs)
          const tone = cellTone(cell, machine, state, nowMs)
          const unsure = tone === 'unsure' || tone === 'disputed'
          const warm = tone === 'warm' || tone === 'disputed' || watched(cell)
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
          key={text.id}
          role={caution ? 'status' : 'alert'}
          className={
            caution
              ? 'border-b border-watch bg-watch-face px-4 py-1.5 font-semibold text-watch'
              : 'border-b-2 border-stop bg-stop-face px-4 py-2 text-lg font-bold text-stop'
          }
        >
          {say(text)}
        </p>
      ))}
    </section>
  )
}
