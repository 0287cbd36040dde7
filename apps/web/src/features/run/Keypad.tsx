import { type EntryQuestion, type MachineSpec, questionEntry } from '@brendik/core'
import { decimalMark } from '@brendik/words/lean'
import { useCallback, useRef, useState } from 'react'
import { usePrefs } from '../../lib/prefs.ts'
import { steadyAtMs } from '../../lib/steadyClock.ts'
import { clockParts } from '../../lib/time.ts'
import { unitOf } from '../../lib/units.ts'
import { t, words } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Choice } from '../../ui/Choice.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { KeyGrid } from './KeyGrid.tsx'
import { SlipQuestion } from './SlipQuestion.tsx'
import { usePadKeys, useTyped } from './useTyped.ts'

export type EntryKind = 'level' | 'flow'
export type LevelBy = 'ruler' | 'indicated'

/** A typed entry; `atMs` is when its first key was touched. */
export interface Entry {
  kind: EntryKind
  /** mm or L/min. */
  base: number
  by: LevelBy
  atMs: number
}

interface KeypadProps {
  kind: EntryKind
  /** A digit that opened the pad, with its instant. */
  firstKey: { key: string; atMs: number } | null
  /** The instant an entry belongs to, where it is not now: the level at the start, typed in afterwards. */
  fixedAtMs?: number | null
  by: LevelBy
  startedAtMs: number
  machine: MachineSpec
  /** The level that is due about now, for the question about slips. */
  dueMm: number | null
  onBy: (by: LevelBy) => void
  /** Records the entry and answers its id. */
  onEntry: (entry: Entry) => string
  onCorrect: (entryId: string, levelMm: number) => void
  onTakeBack: (entryId: string) => void
  /** What must stay in reach while typing: each with its name. */
  urgent: readonly { name: string; onPress: (atMs: number) => void }[]
  /** @param typed - What was typed and not entered, kept for the next time; null = done or thrown away. */
  onClose: (typed: { key: string; atMs: number } | null) => void
}

/**
 * A keypad for wet fingers. The instant of an entry is that of its first key: reading the ruler and touching the key is one act,
 * typing the rest is not.
 */
export function Keypad(props: KeypadProps) {
  const {
    kind,
    firstKey,
    fixedAtMs = null,
    by,
    startedAtMs,
    machine,
    dueMm,
    onBy,
    onEntry,
    onCorrect,
    onTakeBack,
    urgent,
    onClose,
  } = props
  const { units } = usePrefs()
  const { unit, read } = unitOf(units, kind)
  const { typed, touchedAtMs, press, put, back } = useTyped(firstKey)
  const atMs = fixedAtMs ?? touchedAtMs
  const [asked, setAsked] = useState<{ question: EntryQuestion; entryId: string; text: string } | null>(null)
  const done = () => onClose(null)
  // What is asked about has been entered: it is not waiting to be typed on.
  const leave = () =>
    onClose(asked || typed === '' || touchedAtMs === null ? null : { key: typed, atMs: touchedAtMs })

  const mark = decimalMark(words().locale)
  const value = typed === '' || typed === '.' ? null : Number(typed)

  const enter = useCallback(() => {
    if (value === null || atMs === null) return
    const base = read(value)
    const entryId = onEntry({ kind, base, by, atMs })
    const question =
      kind === 'level'
        ? questionEntry(
            machine,
            {
              asLevelMm: base,
              ifVolumeL: unitOf(units, 'volume').read(value),
              ifOtherLengthMm: unitOf(units === 'us' ? 'metric' : 'us', 'level').read(value),
            },
            dueMm,
          )
        : null
    if (question) setAsked({ question, entryId, text: `${typed.replace('.', mark)} ${unit}` })
    else onClose(null)
  }, [value, atMs, read, onEntry, kind, by, machine, units, dueMm, typed, mark, unit, onClose])

  usePadKeys(asked === null, { press, back, enter })
  const clock = atMs === null ? null : clockParts((atMs - startedAtMs) / 1000)
  return (
    <Sheet
      open
      title={
        fixedAtMs !== null
          ? t('keypad.levelAboveThePortRead')
          : kind === 'level'
            ? t('ui.levelAboveThePort')
            : t('ui.flow')
      }
      onClose={leave}
    >
      {asked ? (
        <SlipQuestion
          asked={asked}
          onUse={(mm) => onCorrect(asked.entryId, mm)}
          onTakeBack={() => onTakeBack(asked.entryId)}
          onClose={done}
        />
      ) : (
        <div className="short:grid short:grid-cols-2 short:gap-x-4">
          <div>
            <Typed kind={kind} unit={unit} shown={typed.replace('.', mark)} clock={clock} onText={put} />
            {urgent.length > 0 && (
              <div className="mt-3 flex gap-3">
                {urgent.map(({ name, onPress }) => (
                  <Urgent key={name} name={name} onPress={onPress} />
                ))}
              </div>
            )}
            {kind === 'level' && (
              <div className="mt-3">
                <Choice
                  label={t('keypad.readFrom')}
                  value={by}
                  options={[
                    { value: 'ruler', text: t('keypad.rulerInTheTub') },
                    { value: 'indicated', text: t('keypad.machineDisplay') },
                  ]}
                  onChange={onBy}
                />
              </div>
            )}
          </div>
          <div>
            <KeyGrid mark={mark} onKey={press} onBack={back} />
            <div className="mt-3 grid grid-cols-[1fr_2fr] gap-3">
              <Button onClick={done} size="big" className="short:min-h-12">
                {t('ui.cancel')}
              </Button>
              <Button
                disabled={value === null}
                onClick={enter}
                look="solid"
                size="big"
                className="short:min-h-12"
              >
                {t('keypad.enter')}
              </Button>
            </div>
          </div>
        </div>
      )}
    </Sheet>
  )
}

/** What has been typed, and since when it counts. */
function Typed({
  kind,
  unit,
  shown,
  clock,
  onText,
}: {
  kind: EntryKind
  unit: string
  shown: string
  clock: ReturnType<typeof clockParts> | null
  onText: (text: string) => void
}) {
  return (
    <div className="mt-1 flex items-baseline justify-between border-b-2 border-ink pb-1">
      <input
        inputMode="none"
        autoComplete="off"
        aria-label={kind === 'level' ? t('ui.level') : t('ui.flow')}
        value={shown}
        // Spoken or pasted figures come here; their instant is that of the first of them.
        onChange={(event) => onText(event.target.value)}
        className="figure min-h-16 w-full min-w-0 bg-transparent text-7xl outline-none short:min-h-12 short:text-5xl"
      />
      <span className="shrink-0 text-right text-base text-soft">
        {unit}
        <br />
        <span className={clock ? 'text-ink' : ''}>
          {clock
            ? t('keypad.takenAt', { main: clock.main, tenth: clock.tenth })
            : t('keypad.timedAtTheFirstKey')}
        </span>
      </span>
    </div>
  )
}

/** A press that counts from the moment of the touch. */
function Urgent({ name, onPress }: { name: string; onPress: (atMs: number) => void }) {
  const touched = useRef<number | null>(null)
  return (
    <Button
      onPointerDown={(event) => {
        touched.current = steadyAtMs(event)
      }}
      onClick={(event) => onPress(touched.current ?? steadyAtMs(event))}
      look="strong"
      className="flex-1 px-3 text-lg"
    >
      {name}
    </Button>
  )
}
