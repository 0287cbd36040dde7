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
import { read, t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
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
          (flow < 12 ? t('waterCalculators.aTapThatGivesLess') : t('waterCalculators.atATapThisIs'))}
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
    if (error instanceof RangeError) return { run: null, problem: read(error.message) }
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
          label={t('ui.supply')}
          quantity="pressure"
          base={kpa}
          hint={t('waterCalculators.gaugeOnTheTap')}
          onChange={setKpa}
        />
        <QuantityInput
          label={t('ui.valveRated')}
          quantity="flow"
          base={rated}
          hint={t('waterCalculators.emptyItsFamilys')}
          onChange={setRated}
        />
        <QuantityInput label={t('ui.fillTo')} quantity="level" base={toMm} onChange={setToMm} />
      </div>
      <Result
        figure={run ? estimateText(run.timeS.mid) : '–'}
        unit={t('waterCalculators.toFill')}
        range={
          run
            ? t('waterCalculators.toForNineOfTen', {
                time: estimateText(run.timeS.lo),
                time2: estimateText(run.timeS.hi),
                flow: figure(units, 'flow', run.flowLMin.lo),
                flow2: withUnit(units, 'flow', run.flowLMin.hi),
              })
            : (problem ?? undefined)
        }
        also={run ? otherUnits(units, 'flow', run.flowLMin.lo, run.flowLMin.hi) : undefined}
      >
        {kpa !== null && kpa < 138
          ? t('waterCalculators.below138Kpa20Psi')
          : kpa !== null && kpa > 827
            ? t('waterCalculators.above827Kpa120Psi')
            : t('waterCalculators.atGoodPressureAScreen')}
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
        <QuantityInput label={t('ui.hoseEndAboveFloor')} quantity="height" base={endMm} onChange={setEndMm} />
        <QuantityInput
          label={t('ui.pumpLifts')}
          quantity="head"
          base={headM}
          hint={t('waterCalculators.emptyItsFamilys')}
          onChange={setHeadM}
        />
        <QuantityInput
          label={t('waterCalculators.fromLevel')}
          quantity="level"
          base={fromMm}
          onChange={setFromMm}
        />
      </div>
      <Result
        figure={run ? (never ? t('ui.never') : estimateText(run.timeS.mid)) : '–'}
        unit={never ? t('ui.emptyAtThisHeight') : t('waterCalculators.toTheFirstAir')}
        tone={never ? 'watch' : 'plain'}
        range={
          run && !never
            ? t('waterCalculators.toForNineOfTen2', {
                time: estimateText(run.timeS.lo),
                number: Number.isFinite(run.timeS.hi) ? estimateText(run.timeS.hi) : t('common.never'),
                flow: figure(units, 'flow', run.flowLMin.lo),
                flow2: withUnit(units, 'flow', run.flowLMin.hi),
              })
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
        label={t('waterCalculators.startFrom')}
        value={from}
        options={[
          { value: 'level', text: t('ui.level') },
          { value: 'volume', text: t('waterCalculators.volume') },
          { value: 'waterPressure', text: t('waterCalculators.pressure') },
        ]}
        onChange={(next) => {
          setFrom(next)
          setBase(next === 'level' ? Math.round(level) : next === 'volume' ? litres : kpa)
        }}
      />
      <QuantityInput
        label={
          {
            level: t('ui.levelAboveThePort'),
            volume: t('waterCalculators.waterInTheTub'),
            waterPressure: t('waterCalculators.pressureAtThePort'),
          }[from]
        }
        quantity={from}
        base={base}
        error={
          base !== null && !inside
            ? t('waterCalculators.expectedInsideThisTubUp', {
                level: withUnit(units, 'level', top),
                volume: withUnit(units, 'volume', tubVolumeL(tub, top)),
              })
            : undefined
        }
        onChange={setBase}
      />
      <Result
        figure={figure(units, 'volume', litres)}
        unit={unitOf(units, 'volume').unit}
        range={
          inside
            ? t('waterCalculators.standAboveThePortAnd', {
                level: withUnit(units, 'level', level),
                waterPressure: withUnit(units, 'waterPressure', kpa),
              })
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
        {t('waterCalculators.basketRibsAndLaundryMake', {
          level: withUnit(units, 'level', inside ? indicatedByDomeMm(level, USUAL_DOME_MM) : null),
        })}
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
          label={t('ui.levelAboveThePort')}
          quantity="level"
          base={level}
          error={
            level !== null && !inside
              ? t('waterCalculators.expectedUpTo', { level: withUnit(units, 'level', top) })
              : undefined
          }
          onChange={setLevel}
        />
        <QuantityInput
          label={t('waterCalculators.bucketHolds')}
          quantity="volume"
          base={bucketL}
          onChange={setBucketL}
        />
      </div>
      <Button className="px-4 text-left" onClick={() => setLevel(Math.round(top))}>
        {t('waterCalculators.toTheLip', { level: withUnit(units, 'level', top) })}
      </Button>
      <Result
        figure={buckets === null ? '–' : String(Math.ceil(buckets))}
        unit={buckets !== null && buckets <= 1 ? t('waterCalculators.bucket') : t('waterCalculators.buckets')}
        range={
          litres === null
            ? undefined
            : t('waterCalculators.haveToComeOut', { volume: withUnit(units, 'volume', litres) })
        }
        also={litres === null ? undefined : otherUnits(units, 'volume', litres)}
        tone={litres !== null && litres > 5 ? 'watch' : 'plain'}
      >
        {t('waterCalculators.neverOpenAFilterCap')}
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
      <QuantityInput
        label={t('ui.hoseEndAboveFloor')}
        quantity="height"
        base={heightMm}
        onChange={setHeightMm}
      />
      <Result
        figure={share === null ? '–' : Math.round(100 * share).toString()}
        unit={t('waterCalculators.ofTheFlowAt', { height: withUnit(units, 'height', USUAL_HOSE_END_MM) })}
        tone={share !== null && share < 0.75 ? 'watch' : 'plain'}
        range={
          flow === null
            ? undefined
            : t('waterCalculators.aboutThisPumpNoLonger', {
                flow: withUnit(units, 'flow', flow),
                height: withUnit(units, 'height', stall),
              })
        }
        also={
          flow === null
            ? undefined
            : t('waterCalculators.stall', {
                flow: otherUnits(units, 'flow', flow) ?? '',
                height: otherUnits(units, 'height', stall) ?? '',
              })
        }
      >
        {t('waterCalculators.codesAskForToAbove', {
          height: withUnit(units, 'height', STANDPIPE_ABOVE_WEIR_MM.lo),
          height2: withUnit(units, 'height', STANDPIPE_ABOVE_WEIR_MM.hi),
          height3: withUnit(units, 'height', STANDPIPE_ABOVE_WEIR_MM.stricterHi),
        })}
      </Result>
    </>
  )
}
