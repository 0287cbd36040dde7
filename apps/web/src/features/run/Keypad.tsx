import { type EntryQuestion, type MachineSpec, questionEntry } from '@brendik/core'
import { Delete } from 'lucide-react'
import { useCallback, useEffect, useRef, useState } from 'react'
import { usePrefs } from '../../lib/prefs.ts'
import { clockParts } from '../../lib/time.ts'
import { unitOf, withUnit } from '../../lib/units.ts'
import { Choice } from '../../ui/Choice.tsx'
import { Sheet } from '../../ui/Sheet.tsx'

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

const KEYS = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '.', '0'] as const
const MOST_KEYS = 7

/**
 * A keypad for wet fingers. The instant of an entry is that of its first key: reading the ruler and touching the key is one act,
 * typing the rest is not.
 */
export function Keypad({
  kind,
  firstKey,
  by,
  startedAtMs,
  machine,
  dueMm,
  onBy,
  onEntry,
  onCorrect,
  onTakeBack,
  onClose,
}: {
  kind: EntryKind
  /** A digit that opened the pad, with its instant. */
  firstKey: { key: string; atMs: number } | null
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
  onClose: () => void
}) {
  const { units } = usePrefs()
  const { unit, read } = unitOf(units, kind)
  const [typed, setTyped] = useState(firstKey?.key ?? '')
  const [atMs, setAtMs] = useState<number | null>(firstKey?.atMs ?? null)
  const [asked, setAsked] = useState<{ question: EntryQuestion; entryId: string; text: string } | null>(null)
  const field = useRef<HTMLOutputElement>(null)

  const press = useCallback((key: string, pressedAtMs: number) => {
    setAtMs((first) => first ?? pressedAtMs)
    setTyped((text) => (text.length >= MOST_KEYS || (key === '.' && text.includes('.')) ? text : text + key))
  }, [])
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
    if (question) setAsked({ question, entryId, text: `${typed} ${unit}` })
    else onClose()
  }, [value, atMs, read, onEntry, kind, by, machine, units, dueMm, typed, unit, onClose])

  useEffect(() => {
    if (asked) return
    const onKey = (event: KeyboardEvent) => {
      if (/^[0-9.,]$/.test(event.key)) press(event.key === ',' ? '.' : event.key, Date.now())
      else if (event.key === 'Backspace') setTyped((text) => text.slice(0, -1))
      else if (event.key === 'Enter') enter()
      else return
      event.preventDefault()
      event.stopPropagation()
    }
    window.addEventListener('keydown', onKey, true)
    return () => window.removeEventListener('keydown', onKey, true)
  }, [asked, press, enter])

  const clock = atMs === null ? null : clockParts((atMs - startedAtMs) / 1000)
  return (
    <Sheet open title={kind === 'level' ? 'Level above the port' : 'Flow'} onClose={onClose}>
      {asked ? (
        <Question
          asked={asked}
          onUse={(mm) => onCorrect(asked.entryId, mm)}
          onTakeBack={() => onTakeBack(asked.entryId)}
          onClose={onClose}
        />
      ) : (
        <>
          <output ref={field} className="mt-1 flex items-baseline justify-between border-b-2 border-ink pb-1">
            <span className="figure min-h-16 text-7xl">{typed || '\u00a0'}</span>
            <span className="text-right text-base text-soft">
              {unit}
              <br />
              <span className={clock ? 'text-ink' : ''}>
                {clock ? `taken at ${clock.main}.${clock.tenth}` : 'timed at the first key'}
              </span>
            </span>
          </output>
          {kind === 'level' && (
            <div className="mt-3">
              <Choice
                label="Read from"
                value={by}
                options={[
                  { value: 'ruler', text: 'Ruler in the tub' },
                  { value: 'indicated', text: 'Machine display' },
                ]}
                onChange={onBy}
              />
            </div>
          )}
          <div className="mt-3 grid grid-cols-3 gap-px border border-line bg-line">
            {KEYS.map((key) => (
              <button
                key={key}
                type="button"
                // The touch itself is the instant, not the lifting of the finger.
                onPointerDown={(event) => {
                  event.preventDefault()
                  press(key, Date.now())
                }}
                onClick={(event) => event.detail === 0 && press(key, Date.now())}
                className="small-figure h-16 cursor-pointer bg-face text-3xl active:bg-band"
              >
                {key}
              </button>
            ))}
            <button
              type="button"
              aria-label="Delete last digit"
              onClick={() => setTyped((text) => text.slice(0, -1))}
              className="flex h-16 cursor-pointer items-center justify-center bg-face active:bg-band"
            >
              <Delete size={28} aria-hidden="true" />
            </button>
          </div>
          <div className="mt-3 grid grid-cols-[1fr_2fr] gap-3">
            <button
              type="button"
              onClick={onClose}
              className="min-h-16 cursor-pointer border border-line text-lg"
            >
              Cancel
            </button>
            <button
              type="button"
              disabled={value === null}
              onClick={enter}
              className="min-h-16 cursor-pointer bg-ink text-xl font-semibold text-face disabled:opacity-40"
            >
              Enter
            </button>
          </div>
        </>
      )}
    </Sheet>
  )
}

/** The entry is recorded already; this only asks whether it should be put right. */
function Question({
  asked,
  onUse,
  onTakeBack,
  onClose,
}: {
  asked: { question: EntryQuestion; text: string }
  onUse: (mm: number) => void
  onTakeBack: () => void
  onClose: () => void
}) {
  const { units } = usePrefs()
  const { kind, dueMm, suggestedMm } = asked.question
  const due = withUnit(units, 'level', dueMm)
  const volume = units === 'us' ? 'gallons' : 'litres'
  const other = units === 'us' ? 'millimetres' : 'inches'
  const text = {
    'above-tub': `${asked.text} is above the top of this tub, ${due}.`,
    'volume-for-level': `${asked.text} does not fit: about ${due} is due now. Were those ${volume}?`,
    'other-unit': `${asked.text} does not fit: about ${due} is due now. Were those ${other}?`,
    'far-off': `${asked.text} is far from the ${due} that is due now.`,
  }[kind]
  return (
    <div role="alert">
      <p className="mt-4 border-l-4 border-watch bg-watch-face p-4 text-xl">{text}</p>
      <div className="mt-4 grid gap-3">
        {suggestedMm !== null && (
          <button
            type="button"
            onClick={() => {
              onUse(suggestedMm)
              onClose()
            }}
            className="min-h-16 cursor-pointer bg-ink text-xl font-semibold text-face"
          >
            Use {withUnit(units, 'level', suggestedMm)}
          </button>
        )}
        <button
          type="button"
          onClick={onClose}
          className="min-h-16 cursor-pointer border border-line text-lg"
        >
          Keep {asked.text}
        </button>
        <button
          type="button"
          onClick={() => {
            onTakeBack()
            onClose()
          }}
          className="min-h-16 cursor-pointer border border-line text-lg"
        >
          Take it back
        </button>
      </div>
    </div>
  )
}
