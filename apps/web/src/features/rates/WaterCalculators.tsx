import {
  drainFlowAtHeightLMin,
  expectedRun,
  indicatedByDomeMm,
  levelFromPressureMm,
  type RunPlan,
  STANDPIPE_ABOVE_WEIR_MM,
  stallHeightMm,
  tapedTub,
  tubLevelMm,
  tubTopMm,
  tubVolumeL,
  USUAL_HOSE_END_MM,
  waterPressureKpa,
} from '@brendik/core'
import { useMemo, useState } from 'react'
import { usePrefs } from '../../lib/prefs.ts'
import { estimateText } from '../../lib/time.ts'
import { figure, unitOf, withUnit } from '../../lib/units.ts'
import { Choice } from '../../ui/Choice.tsx'
import { QuantityInput } from '../../ui/QuantityInput.tsx'
import { BucketFields } from './BucketFields.tsx'
import { otherUnits } from './bothUnits.ts'
import type { Subject } from './calculatorInputs.ts'
import { Result } from './Result.tsx'

const positive = (value: number | null): value is number =>
  value !== null && Number.isFinite(value) && value > 0

export function BucketCalculator() {
  const { units } = usePrefs()
  const [flow, setFlow] = useState<number | null>(null)
  return (
    <>
      <BucketFields onFlow={setFlow} />
      <Result
        figure={figure(units, 'flow', flow)}
        unit={unitOf(units, 'flow').unit}
        also={flow === null ? undefined : otherUnits(units, 'flow', flow)}
      >
        {flow !== null &&
          (flow < 12
            ? 'A tap that gives less than 12 L/min (3.2 gpm) into a bucket is itself worth a look.'
            : 'At a tap this is enough for an inlet valve: look further down the line.')}
      </Result>
    </>
  )
}

const planOf = (subject: Subject, change: Partial<RunPlan>): RunPlan => ({
  kind: 'fill',
  machine: subject.machine,
  site: subject.site,
  taps: ['cold'],
  throttled: false,
  hoseEndMm: null,
  startLevelMm: 0,
  endLevelMm: null,
  laundry: 'none',
  laundryKg: 0,
  ...change,
})

/** The expected run, or why there is none. */
function tryRun(plan: RunPlan) {
  try {
    return { run: expectedRun(plan, { samples: 400, cells: 12 }), problem: null }
  } catch (error) {
    if (error instanceof RangeError) return { run: null, problem: error.message }
    throw error
  }
}

export function FillTimeCalculator({ subject }: { subject: Subject }) {
  const { units } = usePrefs()
  const [kpa, setKpa] = useState<number | null>(subject.site.supplyKpa.cold ?? 300)
  const [rated, setRated] = useState<number | null>(subject.machine.valve.ratedLMin)
  const [toMm, setToMm] = useState<number | null>(subject.machine.fillLevelMm ?? 110)
  const { run, problem } = useMemo(
    () =>
      tryRun(
        planOf(
          {
            ...subject,
            machine: { ...subject.machine, valve: { ...subject.machine.valve, ratedLMin: rated } },
            site: { ...subject.site, supplyKpa: { cold: kpa, hot: kpa } },
          },
          { endLevelMm: toMm },
        ),
      ),
    [subject, kpa, rated, toMm],
  )
  return (
    <>
      <div className="grid grid-cols-2 gap-3 md:grid-cols-3">
        <QuantityInput
          label="Supply"
          quantity="pressure"
          base={kpa}
          hint="Gauge on the tap"
          onChange={setKpa}
        />
        <QuantityInput
          label="Valve rated"
          quantity="flow"
          base={rated}
          hint="Empty = its family’s"
          onChange={setRated}
        />
        <QuantityInput label="Fill to" quantity="level" base={toMm} onChange={setToMm} />
      </div>
      <Result
        figure={run ? estimateText(run.timeS.mid) : '–'}
        unit="to fill"
        range={
          run
            ? `${estimateText(run.timeS.lo)} to ${estimateText(run.timeS.hi)} for nine of ten sound inlets, at ${figure(units, 'flow', run.flowLMin.lo)} to ${withUnit(units, 'flow', run.flowLMin.hi)}`
            : (problem ?? undefined)
        }
        also={run ? otherUnits(units, 'flow', run.flowLMin.lo, run.flowLMin.hi) : undefined}
      >
        {kpa !== null && kpa < 138
          ? 'Below 138 kPa (20 psi) the valve may trickle, and may not seal when told to close (common practice, no published source).'
          : kpa !== null && kpa > 827
            ? 'Above 827 kPa (120 psi) the supply needs reducing (common practice, no published source); local code says from where on.'
            : 'At good pressure a screen must be nearly blocked before it slows the fill: a slow fill is then more often the valve or a nearly shut tap.'}
      </Result>
    </>
  )
}

export function DrainTimeCalculator({ subject }: { subject: Subject }) {
  const { units } = usePrefs()
  const [endMm, setEndMm] = useState<number | null>(subject.site.standpipeHeightMm ?? 900)
  const [headM, setHeadM] = useState<number | null>(subject.machine.pump.shutoffHeadM)
  const [fromMm, setFromMm] = useState<number | null>(subject.machine.fillLevelMm ?? 110)
  const { run, problem } = useMemo(
    () =>
      tryRun(
        planOf(
          {
            ...subject,
            machine: { ...subject.machine, pump: { ...subject.machine.pump, shutoffHeadM: headM } },
          },
          { kind: 'drain', taps: [], hoseEndMm: endMm, startLevelMm: fromMm ?? Number.NaN },
        ),
      ),
    [subject, endMm, headM, fromMm],
  )
  const never = run !== null && !Number.isFinite(run.timeS.mid)
  return (
    <>
      <div className="grid grid-cols-2 gap-3 md:grid-cols-3">
        <QuantityInput label="Hose end above floor" quantity="height" base={endMm} onChange={setEndMm} />
        <QuantityInput
          label="Pump lifts"
          quantity="head"
          base={headM}
          hint="Empty = its family’s"
          onChange={setHeadM}
        />
        <QuantityInput label="From level" quantity="level" base={fromMm} onChange={setFromMm} />
      </div>
      <Result
        figure={run ? (never ? 'Never' : estimateText(run.timeS.mid)) : '–'}
        unit={never ? 'empty at this height' : 'to the first air'}
        tone={never ? 'watch' : 'plain'}
        range={
          run && !never
            ? `${estimateText(run.timeS.lo)} to ${Number.isFinite(run.timeS.hi) ? estimateText(run.timeS.hi) : 'never'} for nine of ten sound machines, at ${figure(units, 'flow', run.flowLMin.lo)} to ${withUnit(units, 'flow', run.flowLMin.hi)}`
            : (problem ?? undefined)
        }
        also={run && !never ? otherUnits(units, 'flow', run.flowLMin.lo, run.flowLMin.hi) : undefined}
      />
    </>
  )
}

/** 110 mL on 20 cm²: a usual air dome. Estimate. */
const USUAL_DOME_MM = 55

export function LevelCalculator({ subject }: { subject: Subject }) {
  const { units } = usePrefs()
  const tub = tapedTub(subject.machine)
  const [from, setFrom] = useState<'level' | 'volume' | 'waterPressure'>('level')
  const [base, setBase] = useState<number | null>(subject.machine.fillLevelMm ?? 110)
  const top = tubTopMm(tub)
  const celsius = subject.site.waterTempC
  const asLevel = (value: number) => {
    if (from === 'level') return value
    if (from === 'waterPressure') return levelFromPressureMm(value, celsius)
    return value <= tubVolumeL(tub, top) && value >= 0 ? tubLevelMm(tub, value) : Number.NaN
  }
  const level = base !== null && Number.isFinite(base) ? asLevel(base) : Number.NaN
  const inside = level >= -20 && level <= top
  const litres = inside ? tubVolumeL(tub, level) : null
  const kpa = inside ? waterPressureKpa(Math.max(0, level), celsius) : null
  return (
    <>
      <Choice
        label="Start from"
        value={from}
        options={[
          { value: 'level', text: 'Level' },
          { value: 'volume', text: 'Volume' },
          { value: 'waterPressure', text: 'Pressure' },
        ]}
        onChange={(next) => {
          setFrom(next)
          setBase(next === 'level' ? Math.round(level) : next === 'volume' ? litres : kpa)
        }}
      />
      <QuantityInput
        label={
          {
            level: 'Level above the port',
            volume: 'Water in the tub',
            waterPressure: 'Pressure at the port',
          }[from]
        }
        quantity={from}
        base={base}
        error={
          base !== null && !inside
            ? `expected inside this tub: up to ${withUnit(units, 'level', top)}, ${withUnit(units, 'volume', tubVolumeL(tub, top))}`
            : undefined
        }
        onChange={setBase}
      />
      <Result
        figure={figure(units, 'volume', litres)}
        unit={unitOf(units, 'volume').unit}
        range={
          inside
            ? `stand ${withUnit(units, 'level', level)} above the port and press ${withUnit(units, 'waterPressure', kpa)} on the sensor`
            : undefined
        }
        also={
          litres === null || kpa === null
            ? undefined
            : [
                otherUnits(units, 'volume', litres),
                otherUnits(units, 'level', level),
                otherUnits(units, 'waterPressure', kpa),
              ].join(', ')
        }
      >
        Basket, ribs and laundry make the true volume uncertain by about 3 %. A sensor on a usual air dome
        shows {withUnit(units, 'level', inside ? indicatedByDomeMm(level, USUAL_DOME_MM) : null)}, since its
        trapped air gives way a little.
      </Result>
    </>
  )
}

export function LitresCalculator({ subject }: { subject: Subject }) {
  const { units } = usePrefs()
  const tub = tapedTub(subject.machine)
  const top = tubTopMm(tub)
  const [level, setLevel] = useState<number | null>(subject.machine.fillLevelMm ?? 110)
  const [bucketL, setBucketL] = useState<number | null>(10)
  const inside = level !== null && level <= top && level >= -20
  const litres = inside ? tubVolumeL(tub, level) : null
  const buckets = litres !== null && positive(bucketL) ? litres / bucketL : null
  return (
    <>
      <div className="grid grid-cols-2 gap-3">
        <QuantityInput
          label="Level above the port"
          quantity="level"
          base={level}
          error={level !== null && !inside ? `expected up to ${withUnit(units, 'level', top)}` : undefined}
          onChange={setLevel}
        />
        <QuantityInput label="Bucket holds" quantity="volume" base={bucketL} onChange={setBucketL} />
      </div>
      <button
        type="button"
        className="min-h-12 cursor-pointer border border-line px-4 text-left"
        onClick={() => setLevel(Math.round(top))}
      >
        To the lip: {withUnit(units, 'level', top)}
      </button>
      <Result
        figure={buckets === null ? '–' : String(Math.ceil(buckets))}
        unit={buckets !== null && buckets <= 1 ? 'bucket' : 'buckets'}
        range={litres === null ? undefined : `${withUnit(units, 'volume', litres)} have to come out`}
        also={litres === null ? undefined : otherUnits(units, 'volume', litres)}
        tone={litres !== null && litres > 5 ? 'watch' : 'plain'}
      >
        Never open a filter cap or pull a pump hose with this inside. A couple of cups stay behind in pump and
        hoses: tray and towel (common practice, no published source).
      </Result>
    </>
  )
}

export function StandpipeCalculator({ subject }: { subject: Subject }) {
  const { units } = usePrefs()
  const [heightMm, setHeightMm] = useState<number | null>(subject.site.standpipeHeightMm ?? 900)
  const { machine, site } = subject
  const level = machine.fillLevelMm ?? 110
  const flow = positive(heightMm) ? drainFlowAtHeightLMin(machine, site, heightMm, level / 2) : null
  const usual = drainFlowAtHeightLMin(machine, site, USUAL_HOSE_END_MM, level / 2)
  const share = flow === null ? null : flow / usual
  const stall = stallHeightMm(machine, site, level / 2)
  return (
    <>
      <QuantityInput label="Hose end above floor" quantity="height" base={heightMm} onChange={setHeightMm} />
      <Result
        figure={share === null ? '–' : Math.round(100 * share).toString()}
        unit={`% of the flow at ${withUnit(units, 'height', USUAL_HOSE_END_MM)}`}
        tone={share !== null && share < 0.75 ? 'watch' : 'plain'}
        range={
          flow === null
            ? undefined
            : `about ${withUnit(units, 'flow', flow)}; this pump no longer lifts at ${withUnit(units, 'height', stall)}`
        }
        also={
          flow === null
            ? undefined
            : `${otherUnits(units, 'flow', flow)}, stall ${otherUnits(units, 'height', stall)}`
        }
      >
        Codes ask for {withUnit(units, 'height', STANDPIPE_ABOVE_WEIR_MM.lo)} to{' '}
        {withUnit(units, 'height', STANDPIPE_ABOVE_WEIR_MM.hi)} above the weir of the trap, some at most{' '}
        {withUnit(units, 'height', STANDPIPE_ABOVE_WEIR_MM.stricterHi)}. A hose end below the water in the tub
        siphons.
      </Result>
    </>
  )
}
