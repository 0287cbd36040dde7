import {
  FAMILY_IDS,
  type FamilyId,
  familyDefaults,
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
import { Field } from '../../ui/Field.tsx'
import { QuantityInput } from '../../ui/QuantityInput.tsx'
import { FAMILY_WORD } from '../../words/familyWord.ts'

const ROUTE_WORD = {
  flap: 'Service flap',
  lower: 'Lower panel',
  front: 'Whole front',
  rear: 'Rear panel',
  side: 'Side panel',
  below: 'From below, tipped',
} as const
const ROW_WORD = { front: 'Front', centre: 'Middle', rear: 'Rear' } as const
const COLUMN_WORD = { left: 'Left', centre: 'Middle', right: 'Right' } as const

/** The first problem of each field by its path, and of the tub as a whole. */
export function machineProblems(spec: MachineSpec): Record<string, string> {
  const result = v.safeParse(machineSpecSchema, spec)
  const problems: Record<string, string> = {}
  for (const issue of result.issues ?? []) problems[v.getDotPath(issue) ?? ''] ??= issue.message
  if (result.success) {
    const tub = tubProblems(tapedTub(spec))[0]
    if (tub) problems.tub = tub
    else if (spec.fillLevelMm !== null && spec.fillLevelMm > tubTopMm(tapedTub(spec)))
      problems.fillLevelMm = `expected inside the tub, at most ${Math.round(tubTopMm(tapedTub(spec)))} mm, got ${spec.fillLevelMm}`
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
        <Field label="Make and model, as you call it" error={at('label')}>
          {(props) => (
            <input {...props} value={spec.label} onChange={(event) => set({ label: event.target.value })} />
          )}
        </Field>
      </div>
      <div className="col-span-2">
        <Field label="Family">
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
        label="Tub diameter inside"
        quantity="level"
        base={spec.tub.diameterMm}
        error={at('tub.diameterMm')}
        onChange={(mm) => set({ tub: { ...spec.tub, diameterMm: nan(mm) } })}
      />
      <QuantityInput
        label={horizontal ? 'Drum length, front to back' : 'Tub wall height'}
        quantity="level"
        base={spec.tub.depthMm}
        error={at('tub.depthMm')}
        onChange={(mm) => set({ tub: { ...spec.tub, depthMm: nan(mm) } })}
      />
      <QuantityInput
        label="Sump below the floor"
        quantity="volume"
        base={spec.tub.sumpL}
        error={at('tub.sumpL')}
        onChange={(l) => set({ tub: { ...spec.tub, sumpL: nan(l) } })}
      />
      <QuantityInput
        label="Floor above level port"
        quantity="level"
        base={spec.tub.floorMm}
        hint="Lowest drum wall"
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
          Not measured: these are the usual sizes of its family.{' '}
          <span className="text-soft">Runs are then judged with wider bands.</span>
        </span>
      </label>
      <p
        className={`col-span-full border-y border-hair py-3 ${problems.tub ? 'text-stop' : 'text-soft'}`}
        role={problems.tub ? 'alert' : undefined}
      >
        {problems.tub ??
          (sound && spec.fillLevelMm !== null && !problems.fillLevelMm
            ? `At ${withUnit(units, 'level', spec.fillLevelMm)} this tub holds ${withUnit(units, 'volume', tubVolumeL(tapedTub(spec), spec.fillLevelMm))}.`
            : 'The tub’s size turns levels into litres: a tape inside the drum is worth its minute.')}
      </p>
      <QuantityInput
        label="Closes the valve at"
        quantity="level"
        base={spec.fillLevelMm}
        hint="Empty = not known"
        error={at('fillLevelMm')}
        onChange={(mm) => set({ fillLevelMm: mm })}
      />
      <QuantityInput
        label="Valve rated flow"
        quantity="flow"
        base={spec.valve.ratedLMin}
        hint="On the valve; empty = not read"
        error={at('valve.ratedLMin')}
        onChange={(q) => set({ valve: { ...spec.valve, ratedLMin: q } })}
      />
      <QuantityInput
        label="Pump shut-off head"
        quantity="head"
        base={spec.pump.shutoffHeadM}
        hint="Plate or tech sheet; empty = not read"
        error={at('pump.shutoffHeadM')}
        onChange={(m) => set({ pump: { ...spec.pump, shutoffHeadM: m } })}
      />
      <QuantityInput
        label="Pump free flow"
        quantity="flow"
        base={spec.pump.freeFlowLMin}
        hint="Empty = not read"
        error={at('pump.freeFlowLMin')}
        onChange={(q) => set({ pump: { ...spec.pump, freeFlowLMin: q } })}
      />
      <QuantityInput
        label="Drain hose bore"
        quantity="height"
        base={spec.drainHose.boreMm}
        error={at('drainHose.boreMm')}
        onChange={(mm) => set({ drainHose: { ...spec.drainHose, boreMm: nan(mm) } })}
      />
      <QuantityInput
        label="Drain hose length"
        quantity="length"
        base={spec.drainHose.lengthM}
        error={at('drainHose.lengthM')}
        onChange={(m) => set({ drainHose: { ...spec.drainHose, lengthM: nan(m) } })}
      />
      <Field label="Drain hose wall">
        {(props) => (
          <select
            {...props}
            value={spec.drainHose.wall}
            onChange={(event) =>
              set({ drainHose: { ...spec.drainHose, wall: event.target.value as 'corrugated' | 'smooth' } })
            }
          >
            <option value="corrugated">Corrugated</option>
            <option value="smooth">Smooth</option>
          </select>
        )}
      </Field>
      {(
        [
          ['Way to the pump', 'pumpRoute', PUMP_ROUTES, ROUTE_WORD],
          ['Pump, front to rear', 'pumpRow', PUMP_ROWS, ROW_WORD],
          ['Pump, left to right', 'pumpColumn', PUMP_COLUMNS, COLUMN_WORD],
        ] as const
      ).map(([label, key, values, words]) => (
        <Field key={key} label={label} hint="As found on this machine">
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
              <option value="">As usual in its family</option>
              {values.map((value) => (
                <option key={value} value={value}>
                  {words[value as keyof typeof words]}
                </option>
              ))}
            </select>
          )}
        </Field>
      ))}
      <Field label="Inlet taps">
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
            <option value="cold+hot">Cold and hot</option>
            <option value="cold">Cold only</option>
            <option value="hot">Hot only</option>
          </select>
        )}
      </Field>
    </div>
  )
}
