import {
  FAMILY_IDS,
  type FamilyId,
  familyDefaults,
  figureOf,
  isHorizontal,
  type MachineSpec,
  machineSpecSchema,
  PUMP_COLUMNS,
  PUMP_ROUTES,
  PUMP_ROWS,
  tapedTub,
  tubProblems,
  tubTopMm,
  tubVolumeL,
} from '@brendik/core'
import { useState } from 'react'
import * as v from 'valibot'
import { usePrefs } from '../../lib/prefs.ts'
import { withUnit } from '../../lib/units.ts'
import { read, t } from '../../lib/words.ts'
import { Field } from '../../ui/Field.tsx'
import { QuantityInput } from '../../ui/QuantityInput.tsx'
import { FAMILY_WORD } from '../../words/familyWord.ts'

const ROUTE_WORD = {
  flap: t('machineForm.serviceFlap'),
  lower: t('machineForm.lowerPanel'),
  front: t('machineForm.wholeFront'),
  rear: t('machineForm.rearPanel'),
  side: t('machineForm.sidePanel'),
  below: t('machineForm.fromBelowTipped'),
} as const
const ROW_WORD = {
  front: t('machineForm.front'),
  centre: t('machineForm.middle'),
  rear: t('machineForm.rear'),
} as const
const COLUMN_WORD = {
  left: t('machineForm.left'),
  centre: t('machineForm.middle'),
  right: t('machineForm.right'),
} as const

/** The first problem of each field by its path, and of the tub as a whole. */
export function machineProblems(spec: MachineSpec): Record<string, string> {
  const result = v.safeParse(machineSpecSchema, spec)
  const problems: Record<string, string> = {}
  for (const issue of result.issues ?? []) problems[v.getDotPath(issue) ?? ''] ??= read(issue.message)
  if (result.success) {
    for (const { field, problem } of tubProblems(tapedTub(spec))) problems[`tub.${field}`] ??= read(problem)
    if (spec.fillLevelMm !== null && spec.fillLevelMm > tubTopMm(tapedTub(spec)))
      problems.fillLevelMm = t('machineForm.expectedInsideTheTubAt', {
        top: figureOf('level', tubTopMm(tapedTub(spec))),
        level: figureOf('level', spec.fillLevelMm),
      })
  }
  return problems
}

/** A machine as a tape and its plate tell it. */
export function MachineForm({
  spec,
  problems,
  onChange,
}: {
  spec: MachineSpec
  problems: Record<string, string>
  onChange: (spec: MachineSpec) => void
}) {
  const { units } = usePrefs()
  const [touched, setTouched] = useState(false)
  const set = (change: Partial<MachineSpec>) => {
    setTouched(true)
    onChange({ ...spec, ...change })
  }
  const nan = (value: number | null) => value ?? Number.NaN
  const horizontal = isHorizontal(spec.family)
  const sound = Object.keys(problems).every((key) => !key.startsWith('tub'))
  const at = (path: string) => (touched ? problems[path] : undefined)
  return (
    <div className="grid grid-cols-2 gap-x-4 gap-y-1 md:grid-cols-4">
      <div className="col-span-2">
        <Field label={t('machineForm.makeAndModelAsYou')} error={at('label')}>
          {(props) => (
            <input {...props} value={spec.label} onChange={(event) => set({ label: event.target.value })} />
          )}
        </Field>
      </div>
      <div className="col-span-2">
        <Field label={t('ui.family')}>
          {(props) => (
            <select
              {...props}
              value={spec.family}
              onChange={(event) =>
                set({ ...familyDefaults(event.target.value as FamilyId), label: spec.label })
              }
            >
              {FAMILY_IDS.map((id) => (
                <option key={id} value={id}>
                  {FAMILY_WORD[id]}
                </option>
              ))}
            </select>
          )}
        </Field>
      </div>
      <QuantityInput
        label={t('ui.tubDiameterInside')}
        quantity="level"
        base={spec.tub.diameterMm}
        error={at('tub.diameterMm')}
        onChange={(mm) => set({ tub: { ...spec.tub, diameterMm: nan(mm) } })}
      />
      <QuantityInput
        label={horizontal ? t('machineForm.drumLengthFrontToBack') : t('machineForm.tubWallHeight')}
        quantity="level"
        base={spec.tub.depthMm}
        error={at('tub.depthMm')}
        onChange={(mm) => set({ tub: { ...spec.tub, depthMm: nan(mm) } })}
      />
      <QuantityInput
        label={t('ui.sumpBelowTheFloor')}
        quantity="volume"
        base={spec.tub.sumpL}
        error={at('tub.sumpL')}
        onChange={(l) => set({ tub: { ...spec.tub, sumpL: nan(l) } })}
      />
      <QuantityInput
        label={t('ui.floorAboveLevelPort')}
        quantity="level"
        base={spec.tub.floorMm}
        hint={t('machineForm.lowestDrumWall')}
        error={at('tub.floorMm')}
        onChange={(mm) => set({ tub: { ...spec.tub, floorMm: nan(mm) } })}
      />
      <label className="col-span-full flex min-h-12 cursor-pointer items-center gap-3">
        <input
          type="checkbox"
          className="size-6 shrink-0 accent-current"
          checked={spec.tub.assumed ?? false}
          onChange={(event) => set({ tub: { ...spec.tub, assumed: event.target.checked } })}
        />
        <span>
          {t('machineForm.notMeasuredTheseAreThe')}{' '}
          <span className="text-soft">{t('machineForm.runsAreThenJudgedWith')}</span>
        </span>
      </label>
      <p className="col-span-full border-y border-hair py-3 text-soft">
        {sound && spec.fillLevelMm !== null && !problems.fillLevelMm
          ? t('machineForm.atThisTubHolds', {
              level: withUnit(units, 'level', spec.fillLevelMm),
              volume: withUnit(units, 'volume', tubVolumeL(tapedTub(spec), spec.fillLevelMm)),
            })
          : t('machineForm.theTubsSizeTurnsLevels')}
      </p>
      <QuantityInput
        label={t('ui.closesTheValveAt')}
        quantity="level"
        base={spec.fillLevelMm}
        hint={t('machineForm.emptyNotKnown')}
        error={at('fillLevelMm')}
        onChange={(mm) => set({ fillLevelMm: mm })}
      />
      <QuantityInput
        label={t('ui.valveRatedFlow')}
        quantity="flow"
        base={spec.valve.ratedLMin}
        hint={t('machineForm.onTheValveEmptyNot')}
        error={at('valve.ratedLMin')}
        onChange={(q) => set({ valve: { ...spec.valve, ratedLMin: q } })}
      />
      <QuantityInput
        label={t('ui.pumpShutOffHead')}
        quantity="head"
        base={spec.pump.shutoffHeadM}
        hint={t('machineForm.plateOrTechSheetEmpty')}
        error={at('pump.shutoffHeadM')}
        onChange={(m) => set({ pump: { ...spec.pump, shutoffHeadM: m } })}
      />
      <QuantityInput
        label={t('ui.pumpFreeFlow')}
        quantity="flow"
        base={spec.pump.freeFlowLMin}
        hint={t('machineForm.emptyNotRead')}
        error={at('pump.freeFlowLMin')}
        onChange={(q) => set({ pump: { ...spec.pump, freeFlowLMin: q } })}
      />
      <QuantityInput
        label={t('ui.drainHoseBore')}
        quantity="height"
        base={spec.drainHose.boreMm}
        error={at('drainHose.boreMm')}
        onChange={(mm) => set({ drainHose: { ...spec.drainHose, boreMm: nan(mm) } })}
      />
      <QuantityInput
        label={t('ui.drainHoseLength')}
        quantity="length"
        base={spec.drainHose.lengthM}
        error={at('drainHose.lengthM')}
        onChange={(m) => set({ drainHose: { ...spec.drainHose, lengthM: nan(m) } })}
      />
      <Field label={t('ui.drainHoseWall')}>
        {(props) => (
          <select
            {...props}
            value={spec.drainHose.wall}
            onChange={(event) =>
              set({ drainHose: { ...spec.drainHose, wall: event.target.value as 'corrugated' | 'smooth' } })
            }
          >
            <option value="corrugated">{t('machineForm.corrugated')}</option>
            <option value="smooth">{t('machineForm.smooth')}</option>
          </select>
        )}
      </Field>
      {(
        [
          [t('ui.wayToThePump'), 'pumpRoute', PUMP_ROUTES, ROUTE_WORD],
          [t('ui.pumpFrontToRear'), 'pumpRow', PUMP_ROWS, ROW_WORD],
          [t('ui.pumpLeftToRight'), 'pumpColumn', PUMP_COLUMNS, COLUMN_WORD],
        ] as const
      ).map(([label, key, values, words]) => (
        <Field key={key} label={label} hint={t('machineForm.asFoundOnThisMachine')}>
          {(props) => (
            <select
              {...props}
              value={spec.construction?.[key] ?? ''}
              onChange={(event) =>
                set({
                  construction: {
                    pumpRoute: spec.construction?.pumpRoute ?? null,
                    pumpRow: spec.construction?.pumpRow ?? null,
                    pumpColumn: spec.construction?.pumpColumn ?? null,
                    [key]: event.target.value === '' ? null : event.target.value,
                  },
                })
              }
            >
              <option value="">{t('machineForm.asUsualInItsFamily')}</option>
              {values.map((value) => (
                <option key={value} value={value}>
                  {words[value as keyof typeof words]}
                </option>
              ))}
            </select>
          )}
        </Field>
      ))}
      <Field label={t('ui.inletTaps')}>
        {(props) => (
          <select
            {...props}
            value={spec.valve.taps.join('+')}
            onChange={(event) =>
              set({
                valve: { ...spec.valve, taps: event.target.value.split('+') as MachineSpec['valve']['taps'] },
              })
            }
          >
            <option value="cold+hot">{t('machineForm.coldAndHot')}</option>
            <option value="cold">{t('machineForm.coldOnly')}</option>
            <option value="hot">{t('machineForm.hotOnly')}</option>
          </select>
        )}
      </Field>
    </div>
  )
}
