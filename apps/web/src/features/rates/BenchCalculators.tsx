import {
  flowFromDropsLH,
  judgeVoltage,
  litresPerDayFromDrops,
  PUMP_WINDING_BANDS,
  SUPPLY_BANDS,
  type SupplyVolts,
  windingOhmAt,
} from '@brendik/core'
import { useState } from 'react'
import { usePrefs } from '../../lib/prefs.ts'
import { figure, unitOf, withUnit } from '../../lib/units.ts'
import { numberText } from '../../lib/words.ts'
import { Choice } from '../../ui/Choice.tsx'
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
          label="Drops"
          quantity="count"
          base={drops}
          error={drops !== null && !ok ? 'expected 0 to 400: faster drops run together' : undefined}
          onChange={setDrops}
        />
        <button
          type="button"
          onPointerDown={tap}
          onClick={(event) => event.detail === 0 && tap()}
          className="mt-6 min-h-12 cursor-pointer border border-line text-lg active:bg-band"
        >
          Tap at each drop{taps.length > 0 ? ` (${taps.length})` : ''}
        </button>
      </div>
      <Result
        figure={day ? `${figure(units, 'volume', day.lo)} – ${figure(units, 'volume', day.hi)}` : '–'}
        unit={`${unitOf(units, 'volume').unit} a day`}
        range={
          day
            ? `with a middling drop ${withUnit(units, 'volume', day.value)} a day, ${withUnit(units, 'hourly', day.value / 24)}`
            : undefined
        }
        also={day ? otherUnits(units, 'volume', day.lo, day.hi) : undefined}
      >
        {flow &&
          `Counted ${counted?.drops} drops: ${figure(units, 'hourly', flow.lo)} to ${withUnit(units, 'hourly', flow.hi)}. `}
        A hold of half an hour sees a loss from 2 L/h by hand: most drips are found by eye and paper, not by
        level.
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
      <Choice label="Supply" value={volts} options={VOLTS} onChange={setVolts} />
      <div className="grid grid-cols-2 gap-3">
        <QuantityInput label="Measured" quantity="ohm" base={ohm} onChange={setOhm} />
        <QuantityInput
          label="Winding at"
          quantity="temperature"
          base={celsius}
          error={
            celsius !== null && !(celsius >= -60 && celsius <= 250) ? 'expected -60 to 250 °C' : undefined
          }
          onChange={setCelsius}
        />
      </div>
      <Result
        figure={cold === null ? '–' : numberText(cold, 1)}
        unit={`Ω at ${withUnit(units, 'temperature', 20)}`}
        tone={cold === null ? 'plain' : inside ? 'good' : 'watch'}
        range={`usual for a drain pump ${band.usual[0]} to ${band.usual[1]} Ω, wide band ${band.wide[0]} to ${band.wide[1]} Ω`}
      >
        {cold === null
          ? null
          : inside
            ? 'In the band. Ohms alone do not clear a pump: one that starts and stops under load can read right.'
            : cold > band.wide[1]
              ? 'Above the band: towards an open winding, or a bad contact. Zero the leads and repeat at the terminals.'
              : 'Below the band: towards a shorted winding.'}
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
  const words = { low: 'Low', within: 'Within', high: 'High', none: 'Dead' }
  return (
    <>
      <p className="border-l-4 border-stop bg-stop-face p-3 leading-snug">
        Live checks only by someone competent, insulated probes, nobody touching metal; local code and
        licensed trades go first.
      </p>
      <Choice label="Nominal" value={nominal} options={VOLTS} onChange={setNominal} />
      <QuantityInput
        label="Measured"
        quantity="volt"
        base={volts}
        error={volts !== null && !ok ? 'expected 0 to 1000 V' : undefined}
        onChange={setVolts}
      />
      <Result
        figure={judged ? words[judged.verdict] : '–'}
        unit={judged ? `${judged.offPercent > 0 ? '+' : ''}${numberText(judged.offPercent, 1)} %` : ''}
        tone={judged === null ? 'plain' : judged.verdict === 'within' ? 'good' : 'watch'}
        range={
          judged ? `expected ${judged.loV} to ${judged.hiV} V (${SUPPLY_BANDS[nominalV].source})` : undefined
        }
      >
        {judged?.verdict === 'low' &&
          'A pump on low voltage is weak and runs hot: measure at the outlet under load.'}
        {judged?.verdict === 'none' && 'No voltage: outlet, fuse, residual current device, plug.'}
      </Result>
    </>
  )
}
