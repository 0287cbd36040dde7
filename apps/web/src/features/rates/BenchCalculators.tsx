import {
  flowFromDropsLH,
  judgeVoltage,
  litresPerDayFromDrops,
  PUMP_WINDING_BANDS,
  type SupplyVolts,
  windingOhmAt,
} from '@brendik/core'
import { useState } from 'react'
import { usePrefs } from '../../lib/prefs.ts'
import { figure, unitOf, withUnit } from '../../lib/units.ts'
import { numberText, t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Choice } from '../../ui/Choice.tsx'
import { Notice } from '../../ui/Notice.tsx'
import { QuantityInput } from '../../ui/QuantityInput.tsx'
import { otherUnits } from './bothUnits.ts'
import { Result } from './Result.tsx'

const VOLTS = [
  { value: '120', text: '120 V' },
  { value: '230', text: '230 V' },
] as const

export function DripsCalculator() {
  const { units } = usePrefs()
  const [drops, setDrops] = useState<number | null>(30)
  const [taps, setTaps] = useState<number[]>([])
  const [counted, setCounted] = useState<{ drops: number; seconds: number } | null>(null)
  const flow = counted ? flowFromDropsLH(counted.drops, counted.seconds) : null
  const ok = drops !== null && drops >= 0 && drops <= 400
  const day = ok ? litresPerDayFromDrops(drops) : null
  const tap = () => {
    const now = Date.now()
    const kept = [...taps.filter((at) => now - at < 30_000), now]
    setTaps(kept)
    const first = kept[0] as number
    setCounted(kept.length >= 3 ? { drops: kept.length - 1, seconds: (now - first) / 1000 } : null)
    if (kept.length >= 3) setDrops(Math.round(((kept.length - 1) / (now - first)) * 60_000))
  }
  return (
    <>
      <div className="grid grid-cols-2 items-start gap-3">
        <QuantityInput
          label={t('benchCalculators.drops')}
          quantity="count"
          base={drops}
          error={drops !== null && !ok ? t('benchCalculators.expected0To400Faster') : undefined}
          onChange={setDrops}
        />
        <Button
          onPointerDown={tap}
          onClick={(event) => event.detail === 0 && tap()}
          className="mt-6 text-lg active:bg-band"
        >
          {t('benchCalculators.tapAtEachDrop', { taps: taps.length > 0 ? ` (${taps.length})` : '' })}
        </Button>
      </div>
      <Result
        figure={day ? `${figure(units, 'volume', day.lo)} – ${figure(units, 'volume', day.hi)}` : '–'}
        unit={t('benchCalculators.aDay', { unit: unitOf(units, 'volume').unit })}
        range={
          day
            ? t('benchCalculators.withAMiddlingDropA', {
                volume: withUnit(units, 'volume', day.value),
                hourly: withUnit(units, 'hourly', day.value / 24),
              })
            : undefined
        }
        also={day ? otherUnits(units, 'volume', day.lo, day.hi) : undefined}
      >
        {flow &&
          `${t('benchCalculators.countedDropsTo', { drops: counted?.drops ?? 0, hourly: figure(units, 'hourly', flow.lo), hourly2: withUnit(units, 'hourly', flow.hi) })} `}
        {t('benchCalculators.aHoldOfHalfAn')}
      </Result>
    </>
  )
}

export function WindingCalculator() {
  const { units } = usePrefs()
  const [volts, setVolts] = useState<'120' | '230'>('120')
  const [ohm, setOhm] = useState<number | null>(16)
  const [celsius, setCelsius] = useState<number | null>(60)
  const ok = ohm !== null && ohm > 0 && celsius !== null && celsius >= -60 && celsius <= 250
  const cold = ok ? windingOhmAt(ohm, celsius, 20) : null
  const band = PUMP_WINDING_BANDS[Number(volts) as SupplyVolts]
  const inside = cold !== null && cold >= band.wide[0] && cold <= band.wide[1]
  return (
    <>
      <Choice label={t('ui.supply')} value={volts} options={VOLTS} onChange={setVolts} />
      <div className="grid grid-cols-2 gap-3">
        <QuantityInput label={t('benchCalculators.measured')} quantity="ohm" base={ohm} onChange={setOhm} />
        <QuantityInput
          label={t('benchCalculators.windingAt')}
          quantity="temperature"
          base={celsius}
          error={
            celsius !== null && !(celsius >= -60 && celsius <= 250)
              ? t('benchCalculators.expected60To250C')
              : undefined
          }
          onChange={setCelsius}
        />
      </div>
      <Result
        figure={cold === null ? '–' : numberText(cold, 1)}
        unit={t('benchCalculators.at', { temperature: withUnit(units, 'temperature', 20) })}
        tone={cold === null ? 'plain' : inside ? 'good' : 'watch'}
        range={t('benchCalculators.usualForADrainPump', {
          usual: band.usual[0],
          usual2: band.usual[1],
          wide: band.wide[0],
          wide2: band.wide[1],
        })}
      >
        {cold === null
          ? null
          : inside
            ? t('benchCalculators.inTheBandOhmsAlone')
            : cold > band.wide[1]
              ? t('benchCalculators.aboveTheBandTowardsAn')
              : t('benchCalculators.belowTheBandTowardsA')}
      </Result>
    </>
  )
}

export function VoltageCalculator() {
  const [nominal, setNominal] = useState<'120' | '230'>('120')
  const [volts, setVolts] = useState<number | null>(118)
  const ok = volts !== null && volts >= 0 && volts <= 1000
  const nominalV = Number(nominal) as SupplyVolts
  const judged = ok ? judgeVoltage(volts, nominalV) : null
  const words = {
    low: t('benchCalculators.low'),
    within: t('benchCalculators.within'),
    high: t('benchCalculators.high'),
    none: t('benchCalculators.dead'),
  }
  return (
    <>
      <Notice tone="stop" className="p-3 leading-snug">
        {t('benchCalculators.liveChecksOnlyBySomeone')}
      </Notice>
      <Choice label={t('benchCalculators.nominal')} value={nominal} options={VOLTS} onChange={setNominal} />
      <QuantityInput
        label={t('benchCalculators.measured')}
        quantity="volt"
        base={volts}
        error={volts !== null && !ok ? t('benchCalculators.expected0To1000V') : undefined}
        onChange={setVolts}
      />
      <Result
        figure={judged ? words[judged.verdict] : '–'}
        unit={judged ? `${judged.offPercent > 0 ? '+' : ''}${numberText(judged.offPercent, 1)} %` : ''}
        tone={judged === null ? 'plain' : judged.verdict === 'within' ? 'good' : 'watch'}
        range={
          judged
            ? t('benchCalculators.expectedToV', {
                loV: judged.loV,
                hiV: judged.hiV,
                source: t(`supply.source.${nominalV}`),
              })
            : undefined
        }
      >
        {judged?.verdict === 'low' && t('benchCalculators.aPumpOnLowVoltage')}
        {judged?.verdict === 'none' && t('benchCalculators.noVoltageOutletFuseResidual')}
      </Result>
    </>
  )
}
