import { guessRun, type ReadLog, type VisitAnswer } from '@brendik/core'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Notice } from '../../ui/Notice.tsx'
import { Problem } from '../../ui/Problem.tsx'
import { Brought, takeFile, tryFile } from '../bringIn/index.ts'
import { LogPart } from './LogPart.tsx'
import { LogPlot } from './LogPlot.tsx'
import { LogRunChoice } from './LogRunChoice.tsx'
import { LogSays } from './LogSays.tsx'
import { type LogRun, logDocument } from './logDocument.ts'
import { keepMapping } from './mappings.ts'
import type { Opened } from './openedLog.ts'

/** A log that was read: drawn, made a run of, tried and taken in. */
export function LogAsRun({ log, opened, visit }: { log: ReadLog; opened: Opened; visit: VisitAnswer }) {
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
      <LogPart title={t('log.read')}>
        <LogSays log={log} />
        <LogPlot log={log} beginS={run.beginS} endS={run.endS} />
      </LogPart>
      <LogPart title={t('log.asRun')}>
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
      </LogPart>
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
