import { FLOOR_PLACES, LEAST_DROPS, rateOfDrops } from '@brendik/core'
import { useEffect, useRef, useState } from 'react'
import { usePrefs } from '../../lib/prefs.ts'
import { figure, unitOf, withUnit } from '../../lib/units.ts'
import { numberText, t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Choice } from '../../ui/Choice.tsx'
import { QuantityInput } from '../../ui/QuantityInput.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { placeShort } from '../../words/locateText.ts'
import { CatchFields } from '../protocol/index.ts'
import type { Space } from '../visit/index.ts'
import { keepSeen, keptIn, toggleSeen } from './keepLeakLooks.ts'
import { Toggle } from './WatchSheet.tsx'

type Way = 'drops' | 'caught' | 'cardboard'

/** How much it loses: drops counted, water caught or weighed; or the stain of a whole cycle on cardboard. */
export function CatchSheet({ space, onClose }: { space: Space; onClose: () => void }) {
  const [way, setWay] = useState<Way>('drops')
  return (
    <Sheet open title={t('catchSheet.howMuchItLoses')} onClose={onClose}>
      <div className="mt-2 grid gap-4">
        <Choice
          label={t('catchSheet.howItIsMeasured')}
          value={way}
          options={[
            { value: 'drops', text: t('catchSheet.countDrops') },
            { value: 'caught', text: t('ui.caught') },
            { value: 'cardboard', text: t('catchSheet.cardboard') },
          ]}
          onChange={setWay}
        />
        {way === 'drops' && <Drops space={space} onDone={onClose} />}
        {way === 'caught' && <Caught space={space} onDone={onClose} />}
        {way === 'cardboard' && <Cardboard space={space} />}
        <Button size="wide" onClick={onClose}>
          {t('ui.close')}
        </Button>
      </div>
    </Sheet>
  )
}

/** A press at each drop; the rate from the first to the last, with its interval. */
function Drops({ space, onDone }: { space: Space; onDone: () => void }) {
  const { units } = usePrefs()
  const [times, setTimes] = useState<readonly number[]>([])
  const button = useRef<HTMLButtonElement>(null)
  const add = () => setTimes((old) => [...old, Date.now()])
  useEffect(() => button.current?.focus(), [])
  const rate = rateOfDrops(times.map((ms) => ms / 1000))
  const perMinute = rate?.perMinute.value ?? null
  const unit = unitOf(units, 'hourly').unit
  return (
    <div className="grid gap-3">
      <button
        type="button"
        className="flex min-h-40 cursor-pointer flex-col items-center justify-center bg-ink text-face select-none"
        ref={button}
        // The instant of the touch or of the key going down, not of the release.
        onPointerDown={add}
        onKeyDown={(event) => {
          if ((event.key === ' ' || event.key === 'Enter') && !event.repeat) {
            event.preventDefault()
            add()
          }
        }}
      >
        <span className="figure text-6xl">{times.length}</span>
        <span className="text-lg">{t('catchSheet.dropPressAtEachOne')}</span>
      </button>
      <p className="text-lg leading-snug" aria-live="polite">
        {rate && perMinute !== null ? (
          <>
            <span className="small-figure text-3xl">
              {t('catchSheet.aMinute', { perMinute: numberText(perMinute, 0) })}
            </span>{' '}
            {t('catchSheet.toToADropIs', {
              lo: numberText(rate.perMinute.lo, 0),
              hi: numberText(rate.perMinute.hi, 0),
              hourly: figure(units, 'hourly', rate.flowLH.lo),
              hourly2: figure(units, 'hourly', rate.flowLH.hi),
              unit,
            })}
          </>
        ) : (
          <span className="text-soft">{t('catchSheet.dropsGiveARateMore', { least: LEAST_DROPS })}</span>
        )}
      </p>
      <div className="grid grid-cols-2 gap-2">
        <Button size="wide" disabled={times.length === 0} onClick={() => setTimes((old) => old.slice(0, -1))}>
          {t('ui.undo')}
        </Button>
        <Button
          look="solid"
          size="wide"
          disabled={perMinute === null || perMinute > 400}
          onClick={() => {
            keepSeen(space, [{ check: 'leak.drops', value: Math.round((perMinute as number) * 10) / 10 }])
            onDone()
          }}
        >
          {t('ui.keep')}
        </Button>
      </div>
      {perMinute !== null && perMinute > 400 && <p role="alert">{t('catchSheet.fasterThan400AMinute')}</p>}
    </div>
  )
}

function Caught({ space, onDone }: { space: Space; onDone: () => void }) {
  const { water } = space.state
  const [by, setBy] = useState<'cup' | 'scale'>('cup')
  const [flowLH, setFlowLH] = useState<number | null>(null)
  const [levelMm, setLevelMm] = useState<number | null>(water.kind === 'level' ? water.levelMm : null)
  const ready = flowLH !== null && levelMm !== null && Number.isFinite(levelMm)
  return (
    <div className="grid gap-3">
      <Choice
        label={t('catchSheet.measuredBy')}
        value={by}
        options={[
          { value: 'cup', text: t('catchSheet.cup') },
          { value: 'scale', text: t('catchSheet.scale') },
        ]}
        onChange={setBy}
      />
      {by === 'cup' ? <CatchFields onFlow={setFlowLH} /> : <Weighed onFlow={setFlowLH} />}
      <QuantityInput
        label={t('catchSheet.levelInTheTubMeanwhile')}
        quantity="level"
        base={levelMm}
        hint={t('catchSheet.threeLevelsGiveTheHeight')}
        onChange={setLevelMm}
      />
      <Button
        look="solid"
        size="wide"
        disabled={!ready}
        onClick={() => {
          keepSeen(space, [{ check: 'leak.catch', value: flowLH as number, levelMm }])
          onDone()
        }}
      >
        {t('ui.keep')}
      </Button>
    </div>
  )
}

/** Grams over seconds; a gram of water is a millilitre, to half a percent up to 30 °C. */
function Weighed({ onFlow }: { onFlow: (flowLH: number | null) => void }) {
  const { units } = usePrefs()
  const [grams, setGrams] = useState<number | null>(null)
  const [seconds, setSeconds] = useState<number | null>(300)
  const known = grams !== null && grams >= 0 && seconds !== null && seconds > 0
  const flowLH = known ? Math.round((grams / seconds) * 3600) / 1000 : null
  const tell = useRef(onFlow)
  tell.current = onFlow
  useEffect(() => tell.current(flowLH), [flowLH])
  return (
    <div className="grid gap-2">
      <div className="grid grid-cols-2 gap-3">
        <QuantityInput label={t('catchSheet.heavierBy')} quantity="mass" base={grams} onChange={setGrams} />
        <QuantityInput label={t('ui.over')} quantity="time" base={seconds} onChange={setSeconds} />
      </div>
      <p className="text-lg" aria-live="polite">
        {flowLH === null ? (
          <span className="text-soft">{t('catchSheet.aClothOrTrayWeighed')}</span>
        ) : (
          <span className="small-figure text-3xl">{withUnit(units, 'hourly', flowLH)}</span>
        )}
      </p>
    </div>
  )
}

/** The stain as a floor plan, the front below. */
function Cardboard({ space }: { space: Space }) {
  const seen = keptIn(space, 'leak.cardboard', null)
  const on = (value: string) => seen.some((o) => o.value === value)
  const rows = [
    FLOOR_PLACES.filter((p) => p.startsWith('rear')),
    FLOOR_PLACES.filter((p) => p === 'centre'),
    FLOOR_PLACES.filter((p) => p.startsWith('front')),
  ]
  return (
    <div className="grid gap-2">
      <p className="leading-snug">{t('catchSheet.underTheClosedMachineFor')}</p>
      <div className="grid gap-1.5 border border-line p-2">
        {rows.map((row) => (
          <div
            key={row[0]}
            className={`grid gap-1.5 ${row.length === 3 ? 'grid-cols-3' : 'grid-cols-1 px-[33%]'}`}
          >
            {row.map((place) => (
              <Toggle
                key={place}
                on={on(place)}
                tone="water"
                onPress={() => toggleSeen(space, 'leak.cardboard', place, null)}
              >
                {placeShort(place)}
              </Toggle>
            ))}
          </div>
        ))}
      </div>
      <Toggle on={on('dry')} tone="good" onPress={() => toggleSeen(space, 'leak.cardboard', 'dry', null)}>
        {t('catchSheet.dryAllOver')}
      </Toggle>
    </div>
  )
}
