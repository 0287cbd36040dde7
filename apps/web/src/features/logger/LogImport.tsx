import {
  cellsOf,
  dayOrMonth,
  guessForm,
  guessRun,
  type LogForm,
  litresFromUsGallons,
  type ReadLog,
  TIME_FORMS,
  type TimeForm,
  type VisitAnswer,
} from '@brendik/core'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { type ReactNode, useEffect, useRef, useState } from 'react'
import type { NamedFile } from '../../lib/handedOver.ts'
import { usePrefs } from '../../lib/prefs.ts'
import { t, tOf } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Notice } from '../../ui/Notice.tsx'
import { Problem } from '../../ui/Problem.tsx'
import { QuantityInput } from '../../ui/QuantityInput.tsx'
import { Brought, takeFile, tryFile } from '../bringIn/index.ts'
import { FigureField } from './FigureField.tsx'
import { LogColumns } from './LogColumns.tsx'
import { LogPlot } from './LogPlot.tsx'
import { LogRunChoice } from './LogRunChoice.tsx'
import { LogSays } from './LogSays.tsx'
import { type LogRun, logDocument } from './logDocument.ts'
import { keepMapping, type Mapping, mappingFor } from './mappings.ts'
import { headOf, readLog } from './openLog.ts'

type Settings = Omit<Mapping, 'name' | 'form'>
/** A log while somebody puts right how it is read. */
interface Opened {
  file: NamedFile
  lines: string[]
  form: LogForm
  settings: Settings
  /** The mapping it was opened by; null = guessed. */
  by: string | null
}

/** Readings of somebody's logger become a run of the visit: how the file is written is guessed, shown, put right, and remembered. */
export function LogImport({ visit }: { visit: VisitAnswer }) {
  const [opened, setOpened] = useState<Opened | null>(null)
  const [beginsMs, setBeginsMs] = useState(visit.dueAtMs)
  const [problem, setProblem] = useState<string | null>(null)
  const open = async (file: File | undefined) => {
    if (!file) return
    setProblem(null)
    setOpened(null)
    const lines = await headOf(file).catch(() => [])
    const guess = guessForm(lines)
    if (!guess) {
      setProblem(t('log.noTable', { name: file.name }))
      return
    }
    const known = mappingFor(guess)
    const usual: Settings = {
      waterTempC: visit.site.spec.waterTempC,
      zeroMm: 0,
      pulsesPerL: 450,
      sampleS: 1,
      aheadS: 0,
    }
    setOpened({
      file: { file, name: file.name },
      lines,
      form: known ? { ...known.form, headerLines: guess.headerLines } : guess,
      settings: known ? { ...usual, ...settingsOf(known), waterTempC: usual.waterTempC } : usual,
      by: known?.name ?? null,
    })
  }
  return (
    <div className="grid max-w-[60rem] grid-cols-[minmax(0,1fr)] content-start gap-6">
      <div className="grid gap-3">
        <p className="max-w-[60ch] text-lg leading-snug">{t('log.hint')}</p>
        <label className="inline-flex min-h-12 w-fit cursor-pointer items-center border border-ink bg-face px-5 font-semibold focus-within:outline-2">
          {opened ? t('bring.another') : t('bring.choose')}
          <input
            type="file"
            accept=".csv,.txt,.tsv,.log,.dat,text/csv,text/plain"
            aria-label={t('log.file')}
            className="sr-only"
            onChange={(event) => {
              void open(event.target.files?.[0])
              event.target.value = ''
            }}
          />
        </label>
      </div>
      {problem && (
        <Notice tone="stop" alert>
          {problem}
        </Notice>
      )}
      {opened && (
        <OpenedLog
          key={opened.file.name}
          opened={opened}
          visit={visit}
          beginsMs={beginsMs}
          onChange={setOpened}
          onBegins={setBeginsMs}
        />
      )}
    </div>
  )
}
const settingsOf = ({ waterTempC, zeroMm, pulsesPerL, sampleS, aheadS }: Mapping): Settings => ({
  waterTempC,
  zeroMm,
  pulsesPerL,
  sampleS,
  aheadS,
})

/** What a log comes to while it is read, and again after each change. */
function useLog({ file, form, settings }: Opened, beginsMs: number) {
  const [log, setLog] = useState<ReadLog | null>(null)
  const [share, setShare] = useState<number | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const stop = useRef<() => void>(() => {})
  useEffect(() => {
    // Somebody types a figure: not every digit of it is worth a million rows.
    const timer = setTimeout(() => {
      const day = new Date(beginsMs)
      const reading = {
        form,
        ...settings,
        beginsMs,
        day: { year: day.getFullYear(), month: day.getMonth() + 1, day: day.getDate() },
      }
      setShare(0)
      setProblem(null)
      // What was said of its progress before it was stopped may come in after.
      let going = true
      const run = readLog(file.file, reading, (part) => going && setShare(part))
      stop.current = () => {
        going = false
        run.stop()
        setShare(null)
      }
      run.result.then(
        (found) => {
          setLog(found)
          setShare(null)
        },
        (error: Error) => {
          setProblem(error.message)
          setShare(null)
        },
      )
    }, 300)
    return () => {
      clearTimeout(timer)
      stop.current()
    }
  }, [file, form, settings, beginsMs])
  return { log, share, problem, stop: () => stop.current() }
}

function OpenedLog({
  opened,
  visit,
  beginsMs,
  onChange,
  onBegins,
}: {
  opened: Opened
  visit: VisitAnswer
  beginsMs: number
  onChange: (opened: Opened) => void
  onBegins: (ms: number) => void
}) {
  const { form, lines, settings } = opened
  const { log, share, problem, stop } = useLog(opened, beginsMs)
  const set = (part: Partial<Settings>) => onChange({ ...opened, settings: { ...settings, ...part } })
  return (
    <>
      <Part title={opened.by ? t('log.asBefore', { name: opened.by }) : t('log.columns')}>
        <LogColumns form={form} lines={lines} onChange={(next) => onChange({ ...opened, form: next })} />
        <Written
          opened={opened}
          settings={settings}
          beginsMs={beginsMs}
          onChange={onChange}
          set={set}
          onBegins={onBegins}
        />
      </Part>
      {share !== null && (
        <p role="status" className="flex items-center gap-6 text-soft">
          {t('log.reading', { percent: Math.round(share * 100) })}
          <Button look="word" onClick={stop}>
            {t('log.stop')}
          </Button>
        </p>
      )}
      {problem && <Notice tone="stop">{problem}</Notice>}
      {log &&
        (log.atMs.length > 0 ? (
          <LogAsRun log={log} opened={opened} visit={visit} />
        ) : (
          <Notice tone="stop">{t('log.nothing')}</Notice>
        ))}
    </>
  )
}

/** How times and figures are written, as far as the columns ask for it. */
function Written({
  opened,
  settings,
  beginsMs,
  onChange,
  set,
  onBegins,
}: {
  opened: Opened
  settings: Settings
  beginsMs: number
  onChange: (opened: Opened) => void
  set: (part: Partial<Settings>) => void
  onBegins: (ms: number) => void
}) {
  const { form, lines } = opened
  // Makers say it by what their customers count in.
  const perL = usePrefs().units === 'us' ? litresFromUsGallons(1) : 1
  const has = (...roles: string[]) => form.columns.some(({ role }) => roles.includes(role))
  const at = form.columns.findIndex(({ role }) => role === 'instant')
  const cells = lines.slice(form.headerLines).map((line) => cellsOf(line, form.delimiter)[at] ?? '')
  const asks = at < 0 || form.time === 'clock'
  return (
    <div className="grid items-start gap-x-6 gap-y-3 pt-4 md:grid-cols-3">
      <Pick
        label={t('log.decimal')}
        value={form.decimal}
        options={[
          ['.', t('log.point')],
          [',', t('log.comma')],
        ]}
        onChange={(decimal) => onChange({ ...opened, form: { ...form, decimal: decimal as '.' | ',' } })}
      />
      {at >= 0 && (
        <Pick
          label={t('log.timeForm')}
          value={form.time ?? 'iso'}
          options={TIME_FORMS.map((one) => [one, tOf(`log.form.${one}`, one)])}
          onChange={(time) => onChange({ ...opened, form: { ...form, time: time as TimeForm } })}
        />
      )}
      {asks && <Begins ms={beginsMs} onChange={onBegins} />}
      {at >= 0 && (
        <FigureField
          label={t('log.ahead')}
          unit="s"
          value={settings.aheadS}
          onChange={(aheadS) => set({ aheadS })}
        />
      )}
      {has('sample') && (
        <FigureField
          label={t('log.sampleS')}
          unit="s"
          value={settings.sampleS}
          least={1e-4}
          onChange={(sampleS) => set({ sampleS })}
        />
      )}
      {has('pressure') && (
        <>
          <QuantityInput
            label={t('log.waterTemp')}
            quantity="temperature"
            base={settings.waterTempC}
            onChange={(c) => c !== null && c >= 0 && c <= 95 && set({ waterTempC: c })}
          />
          <QuantityInput
            label={t('log.zero')}
            quantity="level"
            base={settings.zeroMm}
            onChange={(mm) => mm !== null && Number.isFinite(mm) && set({ zeroMm: mm })}
          />
        </>
      )}
      {has('pulses', 'counter') && (
        <FigureField
          label={t('log.pulsesPer')}
          unit=""
          value={Number((settings.pulsesPerL * perL).toPrecision(8))}
          least={1e-3}
          onChange={(pulses) => set({ pulsesPerL: pulses / perL })}
        />
      )}
      {(form.time === 'day-first' || form.time === 'month-first') && dayOrMonth(cells) && (
        <Notice tone="watch" className="p-3 md:col-span-3">
          {t('log.dayOrMonth', { example: cells.find((cell) => cell !== '') ?? '' })}
        </Notice>
      )}
    </div>
  )
}

function Begins({ ms, onChange }: { ms: number; onChange: (ms: number) => void }) {
  const two = (n: number) => String(n).padStart(2, '0')
  const at = new Date(ms)
  const text = `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}T${two(at.getHours())}:${two(at.getMinutes())}:${two(at.getSeconds())}`
  return (
    <label className="grid gap-1 text-sm text-soft">
      {t('log.begins')}
      <input
        type="datetime-local"
        step="1"
        value={text}
        className="min-h-12 border border-line bg-face px-3 text-lg text-ink"
        onChange={(event) => {
          const next = new Date(event.target.value).getTime()
          if (Number.isFinite(next)) onChange(next)
        }}
      />
    </label>
  )
}

function Pick({
  label,
  value,
  options,
  onChange,
}: {
  label: string
  value: string
  options: readonly (readonly [string, string])[]
  onChange: (value: string) => void
}) {
  return (
    <label className="grid gap-1 text-sm text-soft">
      {label}
      <select
        className="min-h-12 border border-line bg-face px-2 text-base text-ink"
        value={value}
        onChange={(event) => onChange(event.target.value)}
      >
        {options.map(([id, text]) => (
          <option key={id} value={id}>
            {text}
          </option>
        ))}
      </select>
    </label>
  )
}

/** A log that was read: drawn, made a run of, tried and taken in. */
function LogAsRun({ log, opened, visit }: { log: ReadLog; opened: Opened; visit: VisitAnswer }) {
  const client = useQueryClient()
  const first = log.atMs[0] ?? 0
  const spanS = ((log.atMs.at(-1) ?? first) - first) / 1000
  const guessed = (): LogRun => ({
    ...guessRun(log),
    taps: visit.machine.spec.valve.taps.slice(0, 1),
    hoseEndMm: visit.site.spec.standpipeHeightMm,
  })
  const [run, setRun] = useState<LogRun>(guessed)
  const [name, setName] = useState(opened.by ?? opened.file.name.replace(/\.[^.]*$/, ''))
  // Read otherwise, another part of it is the run.
  const [of, setOf] = useState(log)
  if (of !== log) {
    setOf(log)
    setRun({ ...guessed(), hoseEndMm: run.hoseEndMm, taps: run.taps })
  }
  const document = () => {
    const made = logDocument(visit, log, run)
    if (!made) throw new Error(t('log.nothingWithin'))
    return { file: new Blob([JSON.stringify(made)], { type: 'application/json' }), name }
  }
  const look = useMutation({ mutationFn: async () => tryFile(document()) })
  const take = useMutation({
    mutationFn: async (digest: string) => takeFile(document(), digest),
    onSuccess: async ({ stored }) => {
      if (!stored) return
      keepMapping({ name: name.trim() || opened.file.name, form: opened.form, ...opened.settings })
      await client.invalidateQueries()
    },
  })
  // What was tried was of the log as it was read then.
  const { reset: forgetLook } = look
  const { reset: forgetTake } = take
  // biome-ignore lint/correctness/useExhaustiveDependencies: the log is what it is about
  useEffect(() => {
    forgetLook()
    forgetTake()
  }, [log, forgetLook, forgetTake])
  const change = (next: LogRun) => {
    look.reset()
    take.reset()
    setRun(next)
  }
  const shown = take.data ?? look.data
  const fresh = (shown?.counts.new ?? 0) > 0
  return (
    <>
      <Part title={t('log.read')}>
        <LogSays log={log} />
        <LogPlot log={log} beginS={run.beginS} endS={run.endS} />
      </Part>
      <Part title={t('log.asRun')}>
        <LogRunChoice run={run} spanS={spanS} taps={visit.machine.spec.valve.taps} onChange={change} />
        <label className="grid max-w-96 gap-1 pt-3 text-sm text-soft">
          {t('log.name')}
          <input
            className="min-h-12 border border-line bg-face px-3 text-lg text-ink"
            maxLength={100}
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
        </label>
      </Part>
      <Problem of={[look, take]} />
      {shown && <Brought brought={shown} />}
      {shown?.stored ? (
        <Notice tone="note" alert>
          {t('log.taken')}
        </Notice>
      ) : shown && shown.problems.length === 0 && !fresh ? (
        <Notice tone="note">{t('log.here')}</Notice>
      ) : shown && shown.problems.length === 0 ? (
        <Button look="solid" size="wide" disabled={take.isPending} onClick={() => take.mutate(shown.digest)}>
          {t('bring.take')}
        </Button>
      ) : (
        <Button look="solid" size="wide" disabled={look.isPending} onClick={() => look.mutate()}>
          {t('log.try')}
        </Button>
      )}
    </>
  )
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title}>
      <h2 className="plate pb-2 text-2xl">{title}</h2>
      {children}
    </section>
  )
}
