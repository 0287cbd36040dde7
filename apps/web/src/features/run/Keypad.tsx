import { type EntryQuestion, type MachineSpec, questionEntry } from '@brendik/core'
import { decimalMark } from '@brendik/words'
import { Delete } from 'lucide-react'
import { useCallback, useEffect, useRef, useState } from 'react'
import { usePrefs } from '../../lib/prefs.ts'
import { steadyNowMs } from '../../lib/steadyClock.ts'
import { clockParts } from '../../lib/time.ts'
import { unitOf, withUnit } from '../../lib/units.ts'
import { t, words } from '../../lib/words.ts'
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

/** As on a phone, since it lies in the hand. */
const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '.', '0'] as const
const MOST_KEYS = 7

/**
 * A keypad for wet fingers. The instant of an entry is that of its first key: reading the ruler and touching the key is one act,
 * typing the rest is not.
 */
export function Keypad({
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
}: {
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
}) {
  const { units } = usePrefs()
  const { unit, read } = unitOf(units, kind)
  const [typed, setTyped] = useState(firstKey?.key ?? '')
  const [touchedAtMs, setAtMs] = useState<number | null>(firstKey?.atMs ?? null)
  const atMs = fixedAtMs ?? touchedAtMs
  const [asked, setAsked] = useState<{ question: EntryQuestion; entryId: string; text: string } | null>(null)
  const field = useRef<HTMLInputElement>(null)
  const done = () => onClose(null)
  // What is asked about has been entered: it is not waiting to be typed on.
  const leave = () =>
    onClose(asked || typed === '' || touchedAtMs === null ? null : { key: typed, atMs: touchedAtMs })

  const press = useCallback((key: string, pressedAtMs: number) => {
    setAtMs((first) => first ?? pressedAtMs)
    setTyped((text) => (text.length >= MOST_KEYS || (key === '.' && text.includes('.')) ? text : text + key))
  }, [])
  const put = (text: string) => {
    const figures = /\d+(?:[.,]\d*)?|[.,]\d+/.exec(text)?.[0].replace(',', '.').slice(0, MOST_KEYS) ?? ''
    if (figures !== '') setAtMs((first) => first ?? steadyNowMs())
    setTyped(figures)
  }
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

  useEffect(() => {
    if (asked) return
    const onKey = (event: KeyboardEvent) => {
      if (/^[0-9.,]$/.test(event.key)) press(event.key === ',' ? '.' : event.key, steadyNowMs())
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
        <Question
          asked={asked}
          onUse={(mm) => onCorrect(asked.entryId, mm)}
          onTakeBack={() => onTakeBack(asked.entryId)}
          onClose={done}
        />
      ) : (
        <div className="short:grid short:grid-cols-2 short:gap-x-4">
          <div>
            <div className="mt-1 flex items-baseline justify-between border-b-2 border-ink pb-1">
              <input
                ref={field}
                inputMode="none"
                autoComplete="off"
                aria-label={kind === 'level' ? t('ui.level') : t('ui.flow')}
                value={typed.replace('.', mark)}
                // Spoken or pasted figures come here; their instant is that of the first of them.
                onChange={(event) => put(event.target.value)}
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
            <div className="mt-3 grid grid-cols-3 gap-px border border-line bg-line">
              {KEYS.map((key) => (
                <button
                  key={key}
                  type="button"
                  // The touch itself is the instant, not the lifting of the finger.
                  onPointerDown={(event) => {
                    event.preventDefault()
                    press(key, steadyNowMs())
                  }}
                  onClick={(event) => event.detail === 0 && press(key, steadyNowMs())}
                  className="small-figure h-16 cursor-pointer bg-face text-3xl active:bg-band short:h-12"
                >
                  {key === '.' ? mark : key}
                </button>
              ))}
              <button
                type="button"
                aria-label={t('keypad.deleteLastDigit')}
                onClick={() => setTyped((text) => text.slice(0, -1))}
                className="flex h-16 cursor-pointer items-center justify-center bg-face active:bg-band short:h-12"
              >
                <Delete size={28} aria-hidden="true" />
              </button>
            </div>
            <div className="mt-3 grid grid-cols-[1fr_2fr] gap-3">
              <button
                type="button"
                onClick={done}
                className="min-h-16 cursor-pointer border border-line text-lg short:min-h-12"
              >
                {t('ui.cancel')}
              </button>
              <button
                type="button"
                disabled={value === null}
                onClick={enter}
                className="min-h-16 cursor-pointer bg-ink text-xl font-semibold text-face disabled:opacity-40 short:min-h-12"
              >
                {t('keypad.enter')}
              </button>
            </div>
          </div>
        </div>
      )}
    </Sheet>
  )
}

/** A press that counts from the moment of the touch. */
function Urgent({ name, onPress }: { name: string; onPress: (atMs: number) => void }) {
  const touched = useRef<number | null>(null)
  return (
    <button
      type="button"
      onPointerDown={() => {
        touched.current = steadyNowMs()
      }}
      onClick={() => onPress(touched.current ?? steadyNowMs())}
      className="min-h-12 flex-1 cursor-pointer border border-ink px-3 text-lg font-semibold"
    >
      {name}
    </button>
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
    'above-tub': t('keypad.isAboveTheTopOf', { askedText: asked.text, due }),
    'volume-for-level': t('keypad.doesNotFitAboutIs', { askedText: asked.text, due, volume }),
    'other-unit': t('keypad.doesNotFitAboutIs2', { askedText: asked.text, due, other }),
    'far-off': t('keypad.isFarFromTheThat', { askedText: asked.text, due }),
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
            {t('keypad.use', { level: withUnit(units, 'level', suggestedMm) })}
          </button>
        )}
        <button
          type="button"
          onClick={onClose}
          className="min-h-16 cursor-pointer border border-line text-lg"
        >
          {t('keypad.keep', { askedText: asked.text })}
        </button>
        <button
          type="button"
          onClick={() => {
            onTakeBack()
            onClose()
          }}
          className="min-h-16 cursor-pointer border border-line text-lg"
        >
          {t('ui.takeItBack')}
        </button>
      </div>
    </div>
  )
}
