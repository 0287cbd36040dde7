import type { DiagnosisReport, Message, RunReport, Saying, VisitReport } from '@brendik/core'
import type { Words } from '../words.ts'
import { sayAny } from './say.ts'
import { sayRests, sayRun } from './sayRun.ts'
import { sayVisit } from './sayVisit.ts'

type Worded<Report> = Omit<Report, 'not_identifiable'> & { not_identifiable: Record<string, string> }

/** One run's answer in the file format. */
export type RunAnswer = Worded<Omit<RunReport, 'saying' | 'rests' | 'notes'>> & {
  reason: string
  notes: string[]
}
/** A visit's answer in the file format. */
export interface VisitAnswer {
  runs: RunAnswer[]
  combined: Worded<Omit<VisitReport['combined'], 'says' | 'told'>> & { reason: string }
}
/** A diagnosis in the file format. */
export type DiagnosisAnswer = Omit<DiagnosisReport, 'next' | 'conflict' | 'stop'> & {
  stop: (NonNullable<DiagnosisReport['stop']> & { why: string }) | null
  conflict: { between: [string, string]; why: string } | null
  next: (Omit<DiagnosisReport['next'][number], 'why' | 'changes'> & { why: string; changes: string[] })[]
}

/** What a visit file says, in the file format, with its sentences. */
export function answerOfVisit(words: Words, report: VisitReport): VisitAnswer {
  const { says, told, ...combined } = report.combined
  const lines = sayVisit(words, says)
  return {
    runs: report.runs.map((run) => answerOfRun(words, run)),
    combined: {
      ...combined,
      not_identifiable: inWords(words, combined.not_identifiable),
      reason:
        lines.length > 0 ? lines.join(' ') : words.t(told ? 'visit.each-for-itself' : 'visit.none-judged'),
    },
  }
}

function answerOfRun(words: Words, { saying, rests, notes, ...run }: RunReport): RunAnswer {
  return {
    ...run,
    not_identifiable: inWords(words, run.not_identifiable),
    reason: [sayRun(words, saying), ...(rests ? [sayRests(words, saying.kind, rests)] : [])].join(' '),
    notes: notes.map((note) => words.say(note)),
  }
}

/** What a visit file says of the faults, in the file format, with its sentences. */
export function answerOfDiagnosis(words: Words, report: DiagnosisReport): DiagnosisAnswer {
  const { conflict, stop } = report
  return {
    ...report,
    stop: stop && { ...stop, why: words.t('stop.why', { share: words.percent(stop.probability) }) },
    conflict: conflict && { ...conflict, why: words.say(conflict.why) },
    next: report.next.map((look) => ({
      ...look,
      why: words.say(look.why),
      changes: look.changes.map((change) => words.say(change)),
    })),
  }
}

function inWords(words: Words, open: Record<string, Message | Saying>): Record<string, string> {
  return Object.fromEntries(Object.entries(open).map(([id, why]) => [id, sayAny(words, why)]))
}
