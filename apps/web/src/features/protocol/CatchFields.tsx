import { useEffect, useRef, useState } from 'react'
import { usePrefs } from '../../lib/prefs.ts'
import { withUnit } from '../../lib/units.ts'
import { t } from '../../lib/words.ts'
import { QuantityInput } from '../../ui/QuantityInput.tsx'

/** What was caught of a leak and in how long; nothing caught counts too. */
export function CatchFields({ onFlow }: { onFlow: (flowLH: number | null) => void }) {
  const { units } = usePrefs()
  const [litres, setLitres] = useState<number | null>(null)
  const [seconds, setSeconds] = useState<number | null>(120)
  const known = litres !== null && seconds !== null && litres >= 0 && seconds > 0
  const flowLH = known ? Math.round((litres / seconds) * 3_600_000) / 1000 : null
  const tell = useRef(onFlow)
  tell.current = onFlow
  useEffect(() => tell.current(flowLH), [flowLH])
  return (
    <div className="grid gap-2">
      <div className="grid grid-cols-2 gap-3">
        <QuantityInput
          label={t('ui.caught')}
          quantity="cup"
          base={litres}
          hint={t('catchFields.0Dry')}
          onChange={setLitres}
        />
        <QuantityInput label={t('ui.over')} quantity="time" base={seconds} onChange={setSeconds} />
      </div>
      <p className="text-lg" aria-live="polite">
        {flowLH === null ? (
          <span className="text-soft">{t('catchFields.bothGiveTheRate')}</span>
        ) : (
          <span className="small-figure text-3xl">{withUnit(units, 'hourly', flowLH)}</span>
        )}
      </p>
    </div>
  )
}
