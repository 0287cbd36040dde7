import { guessForm, type ReadLog, type VisitAnswer } from '@brendik/core'
import { useEffect, useRef, useState } from 'react'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Notice } from '../../ui/Notice.tsx'
import { LogAsRun } from './LogAsRun.tsx'
import { LogColumns } from './LogColumns.tsx'
import { LogPart } from './LogPart.tsx'
import { LogWritten } from './LogWritten.tsx'
import { type Mapping, mappingFor } from './mappings.ts'
import type { Opened, Settings } from './openedLog.ts'
import { headOf, readLog } from './openLog.ts'

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
      <LogPart title={opened.by ? t('log.asBefore', { name: opened.by }) : t('log.columns')}>
        <LogColumns form={form} lines={lines} onChange={(next) => onChange({ ...opened, form: next })} />
        <LogWritten
          opened={opened}
          settings={settings}
          beginsMs={beginsMs}
          onChange={onChange}
          set={set}
          onBegins={onBegins}
        />
      </LogPart>
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
