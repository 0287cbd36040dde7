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
import { say, t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { QuantityInput } from '../../ui/QuantityInput.tsx'
import type { Space } from '../visit/index.ts'
import { ActList } from './ActList.tsx'

const WAY_NAME: Record<WayOutId, string> = {
  'pump-out': t('makeSafeStage.itsOwnPumpIfIt'),
  gravity: t('makeSafeStage.hoseEndLaidLowBy'),
  'residual-tube': t('makeSafeStage.residualDrainTubeIntoA'),
  'wet-vac': t('ui.wetVacuum'),
  'transfer-pump': t('makeSafeStage.transferPumpIntoTheStandpipe'),
  cup: t('makeSafeStage.cupAndBucket'),
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
      <section aria-label={t('ui.waterInside')} className="flex flex-wrap items-end gap-x-6 gap-y-2 pb-4">
        <p className={`figure text-8xl ${empty ? 'text-good' : unknown ? 'text-watch' : ''}`}>
          {unknown && <span className="text-4xl">{t('makeSafeStage.upTo')} </span>}
          {figure(units, 'volume', litres)}
        </p>
        <p className="max-w-prose flex-[1_1_18rem] pb-1 text-lg leading-snug">
          <span className="block text-soft">
            {t('makeSafeStage.insideOf', {
              unit: unitOf(units, 'volume').unit,
              empty: empty ? 'yes' : 'no',
              buckets,
              value: withUnit(units, 'volume', BUCKET_L).replace(/[.,]0 /, ' '),
            })}
          </span>
          {empty
            ? t('makeSafeStage.whatCouldBeGotOut')
            : unknown
              ? t('makeSafeStage.nobodySaidHowMuchAnd')
              : waterIsContained(machine, state)
                ? t('makeSafeStage.whatIsToCatchIt')
                : mayTip
                  ? t('makeSafeStage.littleEnoughToTipIt')
                  : t('makeSafeStage.itCannotBeTippedOr')}
        </p>
        <span className="flex flex-wrap gap-2">
          <SetButton onPress={() => space.setField('water')}>
            {unknown ? t('makeSafeStage.sayHowMuch') : t('makeSafeStage.setTheWater')}
          </SetButton>
          <SetButton onPress={() => space.setField('contain')}>
            {state.containment
              ? t('makeSafeStage.catches', { contain: containText(space, units) })
              : t('ui.setATrayOrBucket')}
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
  if (!containment) return t('ui.nothing')
  const how = {
    tray: 'tray',
    'wet-vac': t('makeSafeStage.wetVacuum'),
    'floor-drain': t('makeSafeStage.floorDrain'),
  }[containment.how]
  return containment.litres === null ? how : `${how}, ${withUnit(units, 'volume', containment.litres)}`
}

function SetButton({ onPress, children }: { onPress: () => void; children: string }) {
  return (
    <Button onClick={onPress} look="strong" className="px-4">
      {children}
    </Button>
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
    <section aria-label={t('makeSafeStage.waysToGetItOut')} className="border-t border-line py-3">
      <div className="flex flex-wrap items-end justify-between gap-x-6">
        <h2 className="pb-2 text-sm font-semibold text-soft">{t('makeSafeStage.waysToGetItOut')}</h2>
        <div className="grid w-full grid-cols-2 gap-3 md:w-80">
          <QuantityInput
            label={t('makeSafeStage.hoseEndAt')}
            quantity="height"
            base={hoseEndMm}
            hint={t('makeSafeStage.aboveTheFloor')}
            error={good ? undefined : t('makeSafeStage.expectedAHeightAndA')}
            onChange={setHoseEndMm}
          />
          <QuantityInput
            label={t('makeSafeStage.carriedAtATime')}
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
                    {way.basis === 'computed' ? t('makeSafeStage.computed') : t('makeSafeStage.estimate')}
                  </span>
                </span>
                <span className="text-sm text-soft max-md:col-span-2 md:text-right">
                  {t('makeSafeStage.stays', { volume: withUnit(units, 'volume', way.staysL) })}
                </span>
              </>
            )}
          </li>
        ))}
      </ul>
      <p className="border-t border-hair pt-2 text-sm text-soft">{t('makeSafeStage.withLayingOutAnd45')}</p>
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
      aria-label={t('ui.pump')}
      className="flex flex-wrap items-center justify-between gap-3 border-t border-line py-3"
    >
      <p className={wait >= 1 ? 'font-semibold text-watch' : ''}>
        {pump === null
          ? wait >= 1
            ? say(pumpMaybeHot(wait))
            : t('makeSafeStage.thePumpDidNotRun')
          : wait >= 1
            ? t('makeSafeStage.theJammedPumpWasOn', {
                pumpJammed: space.state.pumpJammed ? 'yes' : 'no',
                time: durationText(pump.ranMin * 60),
                temperature: withUnit(units, 'temperature', pumpTempC(pump.ranMin, restedMin)),
                temperature2: withUnit(units, 'temperature', PUMP_HEAT.safeC),
                wait: Math.ceil(wait),
              })
            : t('makeSafeStage.thePumpRanCoolEnough', { time: durationText(pump.ranMin * 60) })}
      </p>
      <SetButton onPress={() => space.setField('pump')}>{t('makeSafeStage.sayHowLongItRan')}</SetButton>
    </section>
  )
}

/** A lock is part of how the machine stands: with water behind it, and when it was bridged for a test. */
function Lock({ space }: { space: Space }) {
  const { lock } = space.state
  return (
    <section
      aria-label={t('makeSafeStage.lock')}
      className="flex flex-wrap items-center justify-between gap-3 border-t border-line py-3"
    >
      <p className={lock === 'locked' || lock === 'bypassed' ? 'font-semibold text-watch' : ''}>
        {lock === null
          ? t('makeSafeStage.lidOrDoorLockedOr')
          : lock === 'free'
            ? t('makeSafeStage.lidOrDoorOpens')
            : lock === 'locked'
              ? t('makeSafeStage.lidOrDoorIsLocked')
              : t('makeSafeStage.itsLockIsBridgedThe')}
      </p>
      <SetButton onPress={() => space.setField('lock')}>{t('ui.setTheLock')}</SetButton>
    </section>
  )
}
