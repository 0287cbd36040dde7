import { type MachineSpec, PUMP_COLUMNS, PUMP_ROUTES, PUMP_ROWS } from '@brendik/core'
import { t } from '../../lib/words.ts'
import { Field } from '../../ui/Field.tsx'
import type { MachineFields } from './machineFields.ts'

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

const WALL_WORD = { corrugated: t('machineForm.corrugated'), smooth: t('machineForm.smooth') } as const
const TAPS_WORD = {
  'cold+hot': t('machineForm.coldAndHot'),
  cold: t('machineForm.coldOnly'),
  hot: t('machineForm.hotOnly'),
} as const

/** How the machine is built: hose wall, way to its pump, taps. */
export function BuildFields({ spec, set }: Omit<MachineFields, 'at'>) {
  const built = (change: Partial<NonNullable<MachineSpec['construction']>>) =>
    set({
      construction: {
        pumpRoute: spec.construction?.pumpRoute ?? null,
        pumpRow: spec.construction?.pumpRow ?? null,
        pumpColumn: spec.construction?.pumpColumn ?? null,
        ...change,
      },
    })
  const asFound = { empty: t('machineForm.asUsualInItsFamily'), hint: t('machineForm.asFoundOnThisMachine') }
  return (
    <>
      <Choice
        label={t('ui.drainHoseWall')}
        value={spec.drainHose.wall}
        words={WALL_WORD}
        onChange={(wall) => set({ drainHose: { ...spec.drainHose, wall: wall ?? 'corrugated' } })}
      />
      <Choice
        {...asFound}
        label={t('ui.wayToThePump')}
        value={spec.construction?.pumpRoute ?? null}
        words={ROUTE_WORD}
        order={PUMP_ROUTES}
        onChange={(pumpRoute) => built({ pumpRoute })}
      />
      <Choice
        {...asFound}
        label={t('ui.pumpFrontToRear')}
        value={spec.construction?.pumpRow ?? null}
        words={ROW_WORD}
        order={PUMP_ROWS}
        onChange={(pumpRow) => built({ pumpRow })}
      />
      <Choice
        {...asFound}
        label={t('ui.pumpLeftToRight')}
        value={spec.construction?.pumpColumn ?? null}
        words={COLUMN_WORD}
        order={PUMP_COLUMNS}
        onChange={(pumpColumn) => built({ pumpColumn })}
      />
      <Choice
        label={t('ui.inletTaps')}
        value={spec.valve.taps.join('+') as keyof typeof TAPS_WORD}
        words={TAPS_WORD}
        onChange={(taps) =>
          set({
            valve: { ...spec.valve, taps: (taps ?? 'cold').split('+') as MachineSpec['valve']['taps'] },
          })
        }
      />
    </>
  )
}

/** One of a few words; with `empty`, none of them may be chosen too. */
function Choice<K extends string>({
  label,
  hint,
  value,
  words,
  order = Object.keys(words) as K[],
  empty,
  onChange,
}: {
  label: string
  hint?: string
  value: K | null
  words: Record<K, string>
  order?: readonly K[]
  empty?: string
  onChange: (value: K | null) => void
}) {
  return (
    <Field label={label} hint={hint}>
      {(props) => (
        <select
          {...props}
          value={value ?? ''}
          onChange={(event) => onChange(order.find((id) => id === event.target.value) ?? null)}
        >
          {empty !== undefined && <option value="">{empty}</option>}
          {order.map((id) => (
            <option key={id} value={id}>
              {words[id]}
            </option>
          ))}
        </select>
      )}
    </Field>
  )
}
