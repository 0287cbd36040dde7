import {
  BUCKET_L,
  gateOf,
  litresInside,
  PUMP_HEAT,
  pumpMaybeHot,
  pumpTempC,
  pumpWaitMin,
  type WayOutId,
  waterIsContained,
  waysOut,
} from '@brendik/core'
import { useState } from 'react'
import { usePrefs } from '../../lib/prefs.ts'
import { durationText, estimateText } from '../../lib/time.ts'
import { figure, unitOf, withUnit } from '../../lib/units.ts'
import { useNowMs } from '../../lib/useNowMs.ts'
import { say } from '../../lib/words.ts'
import { QuantityInput } from '../../ui/QuantityInput.tsx'
import type { Space } from '../visit/index.ts'
import { ActList } from './ActList.tsx'

const WAY_NAME: Record<WayOutId, string> = {
  'pump-out': 'Its own pump, if it runs',
  gravity: 'Hose end laid low, by gravity',
  'residual-tube': 'Residual-drain tube into a tray',
  'wet-vac': 'Wet vacuum',
  'transfer-pump': 'Transfer pump into the standpipe',
  cup: 'Cup and bucket',
}

/** How much water is in it, how it gets out, and what may be done with the machine as it stands. */
export function MakeSafeStage({ space }: { space: Space }) {
  const { units } = usePrefs()
  const { visit, state } = space
  const machine = visit.machine.spec
  const litres = litresInside(machine, state.water)
  const buckets = Math.ceil(litres / BUCKET_L)
  const unknown = state.water.kind === 'unknown'
  const empty = state.water.kind === 'empty'
  const mayTip = !gateOf('tip', machine, state, Date.now()).blocks.some((block) => block.field === 'water')
  return (
    <>
      <section aria-label="Water inside" className="flex flex-wrap items-end gap-x-6 gap-y-2 pb-4">
        <p className={`figure text-8xl ${empty ? 'text-good' : unknown ? 'text-watch' : ''}`}>
          {unknown && <span className="text-4xl">up to </span>}
          {figure(units, 'volume', litres)}
        </p>
        <p className="max-w-prose flex-1 pb-1 text-lg leading-snug">
          <span className="block text-soft">
            {unitOf(units, 'volume').unit} inside
            {empty
              ? ''
              : `, ${buckets} ${buckets === 1 ? 'bucket' : 'buckets'} of ${withUnit(units, 'volume', BUCKET_L).replace('.0 ', ' ')}`}
          </span>
          {empty
            ? 'What could be got out is out. A couple of cups stay in pump and hoses.'
            : unknown
              ? 'Nobody said how much, and no run tells: counted as full to the brim until then.'
              : waterIsContained(machine, state)
                ? 'What is to catch it holds it all.'
                : mayTip
                  ? 'Little enough to tip it. To open it, put a tray under it, or empty it.'
                  : 'It cannot be tipped or opened with that inside.'}
        </p>
        <span className="flex flex-wrap gap-2">
          <SetButton onPress={() => space.setField('water')}>
            {unknown ? 'Say how much' : 'Set the water'}
          </SetButton>
          <SetButton onPress={() => space.setField('contain')}>
            {state.containment ? `Catches: ${containText(space, units)}` : 'Set a tray or bucket'}
          </SetButton>
        </span>
      </section>
      {!empty && <WaysOut space={space} />}
      <PumpHeat space={space} />
      <Lock space={space} />
      <ActList space={space} />
    </>
  )
}

function containText({ state }: Space, units: 'metric' | 'us'): string {
  const { containment } = state
  if (!containment) return 'nothing'
  const how = { tray: 'tray', 'wet-vac': 'wet vacuum', 'floor-drain': 'floor drain' }[containment.how]
  return containment.litres === null ? how : `${how}, ${withUnit(units, 'volume', containment.litres)}`
}

function SetButton({ onPress, children }: { onPress: () => void; children: string }) {
  return (
    <button
      type="button"
      onClick={onPress}
      className="min-h-12 cursor-pointer border border-ink bg-face px-4 font-semibold"
    >
      {children}
    </button>
  )
}

function WaysOut({ space }: { space: Space }) {
  const { units } = usePrefs()
  const { visit, state } = space
  const [hoseEndMm, setHoseEndMm] = useState<number | null>(60)
  const [containerL, setContainerL] = useState<number | null>(BUCKET_L)
  const good =
    hoseEndMm !== null &&
    containerL !== null &&
    hoseEndMm >= -500 &&
    hoseEndMm <= 4000 &&
    containerL > 0 &&
    containerL <= 500
  // The pump of a machine that does not drain is tried last.
  const drains = !visit.observations.some(
    (o) => o.check === 'complaint' && ['not-draining', 'fault-long-drain'].includes(String(o.value)),
  )
  const ways = good
    ? waysOut(visit.machine.spec, visit.site.spec, state.water, hoseEndMm, containerL, drains)
    : []
  return (
    <section aria-label="Ways to get it out" className="border-t border-line py-3">
      <div className="flex flex-wrap items-end justify-between gap-x-6">
        <h2 className="pb-2 text-sm font-semibold text-soft">Ways to get it out</h2>
        <div className="grid w-full grid-cols-2 gap-3 md:w-80">
          <QuantityInput
            label="Hose end at"
            quantity="height"
            base={hoseEndMm}
            hint="Above the floor"
            error={good ? undefined : 'expected a height and a container'}
            onChange={setHoseEndMm}
          />
          <QuantityInput
            label="Carried at a time"
            quantity="volume"
            base={containerL}
            onChange={setContainerL}
          />
        </div>
      </div>
      <ul>
        {ways.map((way) => (
          <li
            key={way.id}
            className={`grid min-h-12 grid-cols-[1fr_auto] items-center gap-x-4 border-t border-hair py-1.5 md:grid-cols-[1fr_9rem_11rem] ${way.notHere ? 'text-soft' : ''}`}
          >
            <span>
              <span className={way.notHere ? '' : 'font-semibold'}>{WAY_NAME[way.id]}</span>
              {way.notHere && <span className="block text-sm">{say(way.notHere)}</span>}
            </span>
            {!way.notHere && (
              <>
                <span className="text-right">
                  <span className="small-figure text-2xl">{estimateText(way.minutes * 60)}</span>{' '}
                  <span className="text-sm text-soft">
                    {way.basis === 'computed' ? 'computed' : 'estimate'}
                  </span>
                </span>
                <span className="text-sm text-soft max-md:col-span-2 md:text-right">
                  {withUnit(units, 'volume', way.staysL)} stays
                </span>
              </>
            )}
          </li>
        ))}
      </ul>
      <p className="border-t border-hair pt-2 text-sm text-soft">
        With laying out, and 45 s to carry a container (estimates). Gravity: friction of hose and still pump.
        Water stops where it stands as high as the hose end. Never open a filter cap on a full machine.
      </p>
    </section>
  )
}

function PumpHeat({ space }: { space: Space }) {
  const { units } = usePrefs()
  const nowMs = useNowMs(10_000, true)
  const { pump } = space.state
  const restedMin = pump ? Math.max(0, (nowMs - pump.endedAtMs) / 60_000) : 0
  const wait = pumpWaitMin(space.state, nowMs)
  return (
    <section
      aria-label="Pump"
      className="flex flex-wrap items-center justify-between gap-3 border-t border-line py-3"
    >
      <p className={wait >= 1 ? 'font-semibold text-watch' : ''}>
        {pump === null
          ? wait >= 1
            ? say(pumpMaybeHot(wait))
            : 'The pump did not run here, as far as is known.'
          : wait >= 1
            ? `${space.state.pumpJammed ? 'The jammed pump was on' : 'The pump ran'} ${durationText(pump.ranMin * 60)}: about ${withUnit(units, 'temperature', pumpTempC(pump.ranMin, restedMin))} now, under ${withUnit(units, 'temperature', PUMP_HEAT.safeC)} in ${Math.ceil(wait)} min (estimate).`
            : `The pump ran ${durationText(pump.ranMin * 60)}: cool enough to touch (estimate).`}
      </p>
      <SetButton onPress={() => space.setField('pump')}>Say how long it ran</SetButton>
    </section>
  )
}

/** A lock is part of how the machine stands: with water behind it, and when it was bridged for a test. */
function Lock({ space }: { space: Space }) {
  const { lock } = space.state
  return (
    <section
      aria-label="Lock"
      className="flex flex-wrap items-center justify-between gap-3 border-t border-line py-3"
    >
      <p className={lock === 'locked' || lock === 'bypassed' ? 'font-semibold text-watch' : ''}>
        {lock === null
          ? 'Lid or door: locked or not, nobody said.'
          : lock === 'free'
            ? 'Lid or door opens.'
            : lock === 'locked'
              ? 'Lid or door is locked.'
              : 'Its lock is bridged: the visit cannot be closed with that.'}
      </p>
      <SetButton onPress={() => space.setField('lock')}>Set the lock</SetButton>
    </section>
  )
}
