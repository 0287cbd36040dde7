import { isHorizontal, litresInside, type StateField } from '@brendik/core'
import { useState } from 'react'
import { usePrefs } from '../../lib/prefs.ts'
import { withUnit } from '../../lib/units.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { QuantityInput } from '../../ui/QuantityInput.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import type { StateCellId } from '../../words/stateText.ts'
import { CELL_NAME, FIELDS_OF, HOSE_WORD } from '../../words/stateText.ts'
import { Conflict } from './Conflict.tsx'
import type { Space } from './space.ts'

type Option = readonly [value: string, text: string]
const WORDS: Partial<Record<StateField, { name: string; options: readonly Option[] }>> = {
  mains: {
    name: t('ui.mains'),
    options: [
      ['unplugged', t('ui.unplugged')],
      ['plugged', t('stateSheet.pluggedIn')],
    ],
  },
  'tap-cold': {
    name: t('stateSheet.coldTap'),
    options: [
      ['shut', t('stateSheet.shut')],
      ['open', t('stateSheet.open')],
    ],
  },
  'tap-hot': {
    name: t('stateSheet.hotTap'),
    options: [
      ['shut', t('stateSheet.shut')],
      ['open', t('stateSheet.open')],
    ],
  },
  panels: {
    name: t('ui.panels'),
    options: [
      ['closed', t('stateSheet.allOn')],
      ['open', t('stateSheet.oneIsOff')],
    ],
  },
  tilt: {
    name: t('stateSheet.theMachineStands'),
    options: [
      ['upright', t('stateSheet.upright')],
      ['tipped', t('stateSheet.tipped')],
    ],
  },
  cap: {
    name: t('ui.filterCap'),
    options: [
      ['shut', t('stateSheet.shutAtItsStop')],
      ['open', t('stateSheet.open')],
    ],
  },
  competent: {
    name: t('stateSheet.liveMeasuringHereIsDone'),
    options: [
      ['yes', t('stateSheet.yesByMe')],
      ['no', t('stateSheet.no')],
    ],
  },
  lock: {
    name: t('stateSheet.lidOrDoor'),
    options: [
      ['free', t('stateSheet.opens')],
      ['locked', t('stateSheet.locked')],
      ['bypassed', t('stateSheet.itsLockIsBridgedFor')],
    ],
  },
  'pump-connector': {
    name: t('stateSheet.thePumpsOwnConnector'),
    options: [
      ['on', t('stateSheet.onItRunsWhenCommanded')],
      ['off', t('stateSheet.offNothingCanRunIt')],
    ],
  },
  'hose-end': {
    name: t('stateSheet.drainHoseEnd'),
    options: [
      ['standpipe', HOSE_WORD.standpipe],
      ['lifted', HOSE_WORD.lifted],
      ['low', HOSE_WORD.low],
      ['below-tub', HOSE_WORD['below-tub']],
    ],
  },
  contain: {
    name: t('ui.whatCatchesTheWater'),
    options: [
      ['none', t('stateSheet.nothing')],
      ['tray', t('stateSheet.trayOrBuckets')],
      ['wet-vac', t('ui.wetVacuum')],
      ['floor-drain', t('stateSheet.floorDrain')],
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
        <Button onClick={onClose} size="tall">
          {fields.length === 1 ? t('ui.back') : t('ui.done2')}
        </Button>
      </div>
    </Sheet>
  )
}

/** Ways to free a lock with water behind it. Common practice, no published source. */
const FREE_LOCK = t('stateSheet.unpluggedALockLetsGo')

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
        label={t('stateSheet.itHolds')}
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
        {t('stateSheet.itDidNotRun')}
      </SheetChoice>
      <NumberField label={t('stateSheet.orItRanUntilNow')} quantity="count" base={null} onSet={set} />
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
        {t('stateSheet.emptyWhatCouldBeGot')}
      </SheetChoice>
      <SheetChoice on={space.state.water.kind === 'to-the-lip'} onPress={() => onSet('to-the-lip')}>
        {isHorizontal(machine.family) ? t('stateSheet.upToTheDoorsLip') : t('stateSheet.upToTheRim')}
      </SheetChoice>
      <SheetChoice on={space.state.water.kind === 'unknown'} onPress={() => onSet('unknown')}>
        {t('ui.notKnown')}
      </SheetChoice>
      <QuantityInput
        label={t('stateSheet.orTheLevelAboveThe')}
        quantity="level"
        base={levelMm}
        onChange={setLevelMm}
      />
      <Button disabled={!known} onClick={() => known && onSet(Math.round(levelMm))} look="solid" size="tall">
        {known
          ? t('stateSheet.keepInside', {
              volume: withUnit(units, 'volume', litresInside(machine, { kind: 'level', levelMm })),
            })
          : t('stateSheet.keepTheLevel')}
      </Button>
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
      <Button disabled={!good} onClick={() => good && onSet(value)} look="solid" size="tall">
        {t('ui.keep')}
      </Button>
    </div>
  )
}
