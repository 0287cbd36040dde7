import type { EntryQuestion } from '@brendik/core'
import { usePrefs } from '../../lib/prefs.ts'
import { withUnit } from '../../lib/units.ts'
import { t } from '../../lib/words.ts'

/** The entry is recorded already; this only asks whether it should be put right. */
export function SlipQuestion({
  asked,
  onUse,
  onTakeBack,
  onClose,
}: {
  asked: { question: EntryQuestion; text: string }
  onUse: (mm: number) => void
  onTakeBack: () => void
  onClose: () => void
}) {
  const { units } = usePrefs()
  const { kind, dueMm, suggestedMm } = asked.question
  const due = withUnit(units, 'level', dueMm)
  const volume = units === 'us' ? 'gallons' : 'litres'
  const other = units === 'us' ? 'millimetres' : 'inches'
  const text = {
    'above-tub': t('keypad.isAboveTheTopOf', { askedText: asked.text, due }),
    'volume-for-level': t('keypad.doesNotFitAboutIs', { askedText: asked.text, due, volume }),
    'other-unit': t('keypad.doesNotFitAboutIs2', { askedText: asked.text, due, other }),
    'far-off': t('keypad.isFarFromTheThat', { askedText: asked.text, due }),
  }[kind]
  return (
    <div role="alert">
      <p className="mt-4 border-l-4 border-watch bg-watch-face p-4 text-xl">{text}</p>
      <div className="mt-4 grid gap-3">
        {suggestedMm !== null && (
          <button
            type="button"
            onClick={() => {
              onUse(suggestedMm)
              onClose()
            }}
            className="min-h-16 cursor-pointer bg-ink text-xl font-semibold text-face"
          >
            {t('keypad.use', { level: withUnit(units, 'level', suggestedMm) })}
          </button>
        )}
        <button
          type="button"
          onClick={onClose}
          className="min-h-16 cursor-pointer border border-line text-lg"
        >
          {t('keypad.keep', { askedText: asked.text })}
        </button>
        <button
          type="button"
          onClick={() => {
            onTakeBack()
            onClose()
          }}
          className="min-h-16 cursor-pointer border border-line text-lg"
        >
          {t('ui.takeItBack')}
        </button>
      </div>
    </div>
  )
}
