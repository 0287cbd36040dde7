import type { EntryQuestion } from '@brendik/core'
import { usePrefs } from '../../lib/prefs.ts'
import { withUnit } from '../../lib/units.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Notice } from '../../ui/Notice.tsx'

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
      <Notice tone="watch" className="mt-4 p-4 text-xl">
        {text}
      </Notice>
      <div className="mt-4 grid gap-3">
        {suggestedMm !== null && (
          <Button
            onClick={() => {
              onUse(suggestedMm)
              onClose()
            }}
            look="solid"
            size="big"
          >
            {t('keypad.use', { level: withUnit(units, 'level', suggestedMm) })}
          </Button>
        )}
        <Button onClick={onClose} size="big">
          {t('keypad.keep', { askedText: asked.text })}
        </Button>
        <Button
          onClick={() => {
            onTakeBack()
            onClose()
          }}
          size="big"
        >
          {t('ui.takeItBack')}
        </Button>
      </div>
    </div>
  )
}
