import { Delete } from 'lucide-react'
import { steadyAtMs } from '../../lib/steadyClock.ts'
import { t } from '../../lib/words.ts'

/** As on a phone, since it lies in the hand. */
const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '.', '0'] as const

/** Keys for wet fingers. */
export function KeyGrid({
  mark,
  onKey,
  onBack,
}: {
  /** What stands between whole and part where this person writes. */
  mark: string
  onKey: (key: string, atMs: number) => void
  onBack: () => void
}) {
  return (
    <div className="mt-3 grid grid-cols-3 gap-px border border-line bg-line">
      {KEYS.map((key) => (
        <button
          key={key}
          type="button"
          // The touch itself is the instant, not the lifting of the finger.
          onPointerDown={(event) => {
            event.preventDefault()
            onKey(key, steadyAtMs(event))
          }}
          onClick={(event) => event.detail === 0 && onKey(key, steadyAtMs(event))}
          className="small-figure h-16 cursor-pointer bg-face text-3xl active:bg-band short:h-12"
        >
          {key === '.' ? mark : key}
        </button>
      ))}
      <button
        type="button"
        aria-label={t('keypad.deleteLastDigit')}
        onClick={onBack}
        className="flex h-16 cursor-pointer items-center justify-center bg-face active:bg-band short:h-12"
      >
        <Delete size={28} aria-hidden="true" />
      </button>
    </div>
  )
}
