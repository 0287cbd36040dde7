import { isHorizontal, litresInside, type StateField } from '@brendik/core'
import { useState } from 'react'
import { usePrefs } from '../../lib/prefs.ts'
import { withUnit } from '../../lib/units.ts'
import { QuantityInput } from '../../ui/QuantityInput.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import type { StateCellId } from '../../words/stateText.ts'
import { CELL_NAME, FIELDS_OF, HOSE_WORD } from '../../words/stateText.ts'
import { Conflict } from './Conflict.tsx'
import type { Space } from './space.ts'

type Option = readonly [value: string, text: string]
const WORDS: Partial<Record<StateField, { name: string; options: readonly Option[] }>> = {
  mains: {
    name: 'Mains',
    options: [
      ['unplugged', 'Unplugged'],
      ['plugged', 'Plugged in'],
    ],
  },
  'tap-cold': {
    name: 'Cold tap',
    options: [
      ['shut', 'Shut'],
      ['open', 'Open'],
    ],
  },
  'tap-hot': {
    name: 'Hot tap',
    options: [
      ['shut', 'Shut'],
      ['open', 'Open'],
    ],
  },
  panels: {
    name: 'Panels',
    options: [
      ['closed', 'All on'],
      ['open', 'One is off'],
    ],
  },
  tilt: {
    name: 'The machine stands',
    options: [
      ['upright', 'Upright'],
      ['tipped', 'Tipped'],
    ],
  },
  cap: {
    name: 'Filter cap',
    options: [
      ['shut', 'Shut, at its stop'],
      ['open', 'Open'],
    ],
  },
  competent: {
    name: 'Live measuring here is done by someone competent for it',
    options: [
      ['yes', 'Yes, by me'],
      ['no', 'No'],
    ],
  },
  lock: {
    name: 'Lid or door',
    options: [
      ['free', 'Opens'],
      ['locked', 'Locked'],
      ['bypassed', 'Its lock is bridged for a test'],
    ],
  },
  'pump-connector': {
    name: 'The pump’s own connector',
    options: [
      ['on', 'On: it runs when commanded'],
      ['off', 'Off: nothing can run it'],
    ],
  },
  'hose-end': {
    name: 'Drain hose end',
    options: [
      ['standpipe', HOSE_WORD.standpipe],
      ['lifted', HOSE_WORD.lifted],
      ['low', HOSE_WORD.low],
      ['below-tub', HOSE_WORD['below-tub']],
    ],
  },
  contain: {
    name: 'What catches the water',
    options: [
      ['none', 'Nothing'],
      ['tray', 'Tray or buckets'],
      ['wet-vac', 'Wet vacuum'],
      ['floor-drain', 'Floor drain'],
    ],
  },
}

/** Sets one part of the machine's state. What is said here is what every gate goes by. */
export function StateSheet({
  space,
  cell,
  onClose,
}: {
  space: Space
  cell: StateCellId
  onClose: () => void
}) {
  const fields = FIELDS_OF[cell].filter(
    (field) =>
      !field.startsWith('tap-') || space.visit.machine.spec.valve.taps.some((tap) => field === `tap-${tap}`),
  )
  return (
    <Sheet open title={CELL_NAME[cell]} onClose={onClose}>
      <div className="mt-3 grid gap-5">
        {fields.map((field) => (
          <div key={field} className="grid gap-2">
            <Conflict space={space} topic={`state:${field}`} />
            <FieldOf space={space} field={field} onDone={fields.length === 1 ? onClose : () => {}} />
          </div>
        ))}
        <button
          type="button"
          onClick={onClose}
          className="min-h-14 cursor-pointer border border-line text-lg"
        >
          {fields.length === 1 ? 'Back' : 'Done'}
        </button>
      </div>
    </Sheet>
  )
}

/** Ways to free a lock with water behind it. Common practice, no published source. */
const FREE_LOCK =
  'Unplugged, a lock lets go after about two minutes; a front door has an emergency pull behind the service flap or under the top. A top is freed by its own screws: hold it, a loose top falls back on the console. Water above a door’s lip comes out with it.'

function FieldOf({ space, field, onDone }: { space: Space; field: StateField; onDone: () => void }) {
  const topic = `state:${field}`
  const words = WORDS[field]
  const now = effective(space, field)
  const set = (value: string | number) => {
    space.say(topic, value)
    onDone()
  }
  if (words)
    return (
      <fieldset>
        <legend className="pb-1 text-sm text-soft">{words.name}</legend>
        <div className="grid gap-2">
          {words.options.map(([value, text]) => (
            <SheetChoice key={value} on={now === value} onPress={() => set(value)}>
              {text}
            </SheetChoice>
          ))}
        </div>
        {field === 'lock' && <p className="pt-2 leading-snug text-soft">{FREE_LOCK}</p>}
      </fieldset>
    )
  if (field === 'water') return <WaterField space={space} onSet={set} />
  if (field === 'contain-l')
    return space.state.containment?.how === 'floor-drain' ? null : (
      <NumberField
        label="It holds"
        quantity="volume"
        base={
          typeof space.said.get(topic)?.latest.value === 'number'
            ? (space.said.get(topic)?.latest.value as number)
            : null
        }
        onSet={set}
      />
    )
  return (
    <div className="grid gap-2">
      <SheetChoice on={space.state.pump?.ranMin === 0} onPress={() => set(0)}>
        It did not run
      </SheetChoice>
      <NumberField label="Or it ran until now for, minutes" quantity="count" base={null} onSet={set} />
    </div>
  )
}

/** What holds now, from what was said or what a run tells. */
function effective({ state, said }: Space, field: StateField): unknown {
  if (field === 'tap-cold') return state.taps.cold
  if (field === 'tap-hot') return state.taps.hot
  if (field === 'hose-end') return state.hoseEnd
  if (field === 'competent') return state.competent ? 'yes' : said.get('state:competent')?.latest.value
  if (field === 'contain') return said.get('state:contain')?.latest.value
  if (field === 'pump-connector') return state.pumpConnector
  return field === 'mains' || field === 'panels' || field === 'tilt' || field === 'cap' || field === 'lock'
    ? state[field]
    : null
}

export function SheetChoice({
  on,
  onPress,
  children,
}: {
  on: boolean
  onPress: () => void
  children: string
}) {
  return (
    <button
      type="button"
      aria-pressed={on}
      onClick={onPress}
      className={`min-h-14 cursor-pointer border px-4 text-left text-lg ${on ? 'border-ink bg-ink font-semibold text-face' : 'border-line'}`}
    >
      {children}
    </button>
  )
}

function WaterField({ space, onSet }: { space: Space; onSet: (value: string | number) => void }) {
  const { units } = usePrefs()
  const machine = space.visit.machine.spec
  const [levelMm, setLevelMm] = useState<number | null>(
    space.state.water.kind === 'level' ? space.state.water.levelMm : null,
  )
  const known = levelMm !== null && Number.isFinite(levelMm) && levelMm >= 0 && levelMm <= 1500
  return (
    <div className="grid gap-2">
      <SheetChoice on={space.state.water.kind === 'empty'} onPress={() => onSet('empty')}>
        Empty: what could be got out is out
      </SheetChoice>
      <SheetChoice on={space.state.water.kind === 'to-the-lip'} onPress={() => onSet('to-the-lip')}>
        {isHorizontal(machine.family) ? 'Up to the door’s lip' : 'Up to the rim'}
      </SheetChoice>
      <SheetChoice on={space.state.water.kind === 'unknown'} onPress={() => onSet('unknown')}>
        Not known
      </SheetChoice>
      <QuantityInput
        label="Or the level above the port"
        quantity="level"
        base={levelMm}
        onChange={setLevelMm}
      />
      <button
        type="button"
        disabled={!known}
        onClick={() => known && onSet(Math.round(levelMm))}
        className="min-h-14 cursor-pointer bg-ink text-lg font-semibold text-face disabled:opacity-40"
      >
        {known
          ? `Keep: ${withUnit(units, 'volume', litresInside(machine, { kind: 'level', levelMm }))} inside`
          : 'Keep the level'}
      </button>
    </div>
  )
}

function NumberField({
  label,
  quantity,
  base,
  onSet,
}: {
  label: string
  quantity: 'volume' | 'count'
  base: number | null
  onSet: (value: number) => void
}) {
  const [value, setValue] = useState<number | null>(base)
  const good = value !== null && Number.isFinite(value) && value > 0
  return (
    <div className="grid gap-1">
      <QuantityInput label={label} quantity={quantity} base={value} onChange={setValue} />
      <button
        type="button"
        disabled={!good}
        onClick={() => good && onSet(value)}
        className="min-h-14 cursor-pointer bg-ink text-lg font-semibold text-face disabled:opacity-40"
      >
        Keep
      </button>
    </div>
  )
}
