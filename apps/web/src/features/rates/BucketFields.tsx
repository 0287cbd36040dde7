import { BUCKET_LEAST_S, bucketTest } from '@brendik/core'
import { useEffect, useRef, useState } from 'react'
import { usePrefs } from '../../lib/prefs.ts'
import { figure, withUnit } from '../../lib/units.ts'
import { t } from '../../lib/words.ts'
import { QuantityInput } from '../../ui/QuantityInput.tsx'

/** A timed bucket: litres and seconds, the seconds by a watch of its own, and the flow they make. */
export function BucketFields({ onFlow }: { onFlow: (flowLMin: number | null) => void }) {
  const { units } = usePrefs()
  const [litres, setLitres] = useState<number | null>(10)
  const [seconds, setSeconds] = useState<number | null>(null)
  const [startedAtMs, setStartedAtMs] = useState<number | null>(null)
  const flow =
    litres !== null && seconds !== null && litres > 0 && seconds > 0 ? bucketTest(litres, seconds) : null
  const tell = useRef(onFlow)
  tell.current = onFlow
  const value = flow?.value ?? null
  useEffect(() => tell.current(value === null ? null : Math.round(value * 100) / 100), [value])
  const watch = () => {
    if (startedAtMs === null) setStartedAtMs(Date.now())
    else {
      setSeconds(Math.round((Date.now() - startedAtMs) / 100) / 10)
      setStartedAtMs(null)
    }
  }
  return (
    <div className="grid gap-3">
      <div className="grid grid-cols-2 gap-3">
        <QuantityInput
          label={t('bucketFields.upToTheMark')}
          quantity="volume"
          base={litres}
          onChange={setLitres}
        />
        <QuantityInput label={t('bucketFields.took')} quantity="time" base={seconds} onChange={setSeconds} />
      </div>
      <button
        type="button"
        onPointerDown={watch}
        onClick={(event) => event.detail === 0 && watch()}
        className={`min-h-14 cursor-pointer border text-lg ${startedAtMs === null ? 'border-line' : 'border-water bg-water text-face'}`}
      >
        {startedAtMs === null ? t('bucketFields.startTheWatch') : t('bucketFields.stopAtTheMark')}
      </button>
      <p className="text-lg" aria-live="polite">
        {flow ? (
          <>
            <span className="small-figure text-3xl">{withUnit(units, 'flow', flow.value)}</span>{' '}
            <span className="text-soft">
              {t('bucketFields.toSTellsMoreOther', {
                flow: figure(units, 'flow', flow.lo),
                flow2: figure(units, 'flow', flow.hi),
                seconds: seconds !== null && seconds < BUCKET_LEAST_S ? 'yes' : 'no',
                least: BUCKET_LEAST_S,
              })}
            </span>
          </>
        ) : (
          <span className="text-soft">{t('bucketFields.litresAndSecondsGiveThe')}</span>
        )}
      </p>
    </div>
  )
}
