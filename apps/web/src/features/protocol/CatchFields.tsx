import { useEffect, useRef, useState } from 'react'
import { usePrefs } from '../../lib/prefs.ts'
import { withUnit } from '../../lib/units.ts'
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
        <QuantityInput label="Caught" quantity="cup" base={litres} hint="0 = dry" onChange={setLitres} />
        <QuantityInput label="Over" quantity="time" base={seconds} onChange={setSeconds} />
      </div>
      <p className="text-lg" aria-live="polite">
        {flowLH === null ? (
          <span className="text-soft">Both give the rate.</span>
        ) : (
          <span className="small-figure text-3xl">{withUnit(units, 'hourly', flowLH)}</span>
        )}
      </p>
    </div>
  )
}
