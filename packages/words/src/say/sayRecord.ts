import {
  actsOfEntries,
  followUpsOf,
  type RunDetail,
  type Said,
  STAGE_IDS,
  saidOf,
  type VisitAnswer,
  type VisitProof,
} from '@brendik/core'
import type { MessageId, Words } from '../words.ts'
import { KIND_ID, STAGE_NAME_ID } from './names.ts'
import { sayCheck, sayObserved } from './sayLook.ts'
import { sayPoint } from './sayReport.ts'
import { sayRun } from './sayRun.ts'
import { actWords } from './sayVisit.ts'

/** What was read in a run: those by hand each, of those streamed only how many. */
export interface RunReadings {
  byHand: readonly { tS: number; mm: number }[]
  streamed: number
}
/** Everything of a visit that goes into its file. */
export interface RecordFacts {
  visit: VisitAnswer
  said: ReadonlyMap<string, Said>
  proof: VisitProof
  /** By run. */
  readings: ReadonlyMap<string, RunReadings>
}
export interface RecordLine {
  name: string
  text: string
}
/** The full record of a visit in words, in its order. */
export interface RecordText {
  title: string
  parts: { title: string; lines: RecordLine[] }[]
  /** By run: its name, what it says, and what was read. */
  runsTitle: string
  runs: { id: string; name: string; says: string; read: string }[]
  after: { title: string; lines: RecordLine[] }[]
  photosTitle: string
}

/** What the full record says: everything that was said, timed, seen and done, with when and by whom. @param time - An instant as it is written where the paper is read. */
export function sayRecord(
  words: Words,
  { visit, said, proof, readings }: RecordFacts,
  time: (atMs: number) => string,
): RecordText {
  const { machine, site } = visit
  const { make, model, serial, builtYear } = machine.record
  const line = (name: string, text: string) => (text.trim() === '' ? [] : [{ name, text: text.trim() }])
  const part = (title: string, lines: RecordLine[]) => (lines.length === 0 ? [] : [{ title, lines }])
  const stages = STAGE_IDS.flatMap((stage) => {
    const text = (topic: string) => {
      const value = saidOf(said, `${topic}:${stage}`)
      return typeof value === 'string' ? value : ''
    }
    return line(words.t(STAGE_NAME_ID[stage]), [text('result'), text('note')].filter(Boolean).join('. '))
  })
  return {
    title: words.t('record.title'),
    parts: [
      ...part(words.t('record.machine'), [
        ...line(words.t('record.machine'), machine.spec.label),
        ...line(
          words.t('record.plate'),
          [make, model, serial, builtYear === null ? '' : String(builtYear)].filter(Boolean).join(', '),
        ),
        ...line(words.t('record.place'), site.name),
        ...line(words.t('record.customer'), site.customer?.name ?? ''),
        ...line(words.t('record.complaint'), visit.complaint),
      ]),
      ...part(words.t('record.stages'), stages),
      ...part(
        words.t('record.done'),
        actsOfEntries(visit.entries).map((act) => ({
          name: `${time(act.atMs)}, ${act.by}`,
          text: upperFirst(actWords(words, act)),
        })),
      ),
    ],
    runsTitle: words.t('record.runs'),
    runs: visit.runs
      .filter(({ startedAtMs }) => startedAtMs !== null)
      .map((run) => ({
        id: run.id,
        name: `${words.t(KIND_ID[run.kind])}, ${time(run.startedAtMs ?? 0)}`,
        says: run.analysis ? sayRun(words, run.analysis.saying) : words.t('record.notAnalysed'),
        read: sayReadings(words, run, readings.get(run.id)),
      })),
    after: [
      ...part(
        words.t('record.looks'),
        visit.observations.map((look) => ({
          name: `${time(look.atMs)}, ${look.by}`,
          text: `${sayCheck(words, look)}: ${sayObserved(words, look)}`,
        })),
      ),
      ...part(
        words.t('prove.points'),
        proof.points.map((point) => ({
          name: words.t('prove.pointState', { state: point.state }),
          text: point.waived
            ? `${sayPoint(words, point)}. ${words.t('prove.waivedBy', { name: point.waived.by, reason: point.waived.reason })}`
            : sayPoint(words, point),
        })),
      ),
      ...part(
        words.t('follow.followUps'),
        followUpsOf(visit.entries).map(({ kind, dueAtMs, note, done }) => ({
          name: time(dueAtMs),
          text: [
            words.t('follow.kind', { kind }),
            note,
            done ? words.t('follow.doneBy', { date: time(done.atMs), by: done.by }) : '',
          ]
            .filter(Boolean)
            .join('. '),
        })),
      ),
    ],
    photosTitle: words.t('record.photos'),
  }
}

const upperFirst = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

/** The place that a photo of a repair shows, by its key `<job>:<step>`; empty = no such step. */
export function sayPhotoPlace(words: Words, key: string): string {
  const id = `step.${key.split(':')[1]}`
  return words.has(id) ? (words.t(id as MessageId).split('\n')[0] ?? '') : ''
}

/** Readings by hand each with its time, streamed ones by their number. */
function sayReadings(words: Words, run: RunDetail, read: RunReadings | undefined): string {
  const hand = (read?.byHand ?? [])
    .map(({ tS, mm }) => `${words.number(tS, 0)} s ${words.withUnit('level', mm)}`)
    .join('; ')
  return [
    run.hoseEndMm === null
      ? ''
      : words.t('record.hoseEnd', { height: words.withUnit('height', run.hoseEndMm) }),
    read && read.streamed > 0
      ? words.t('record.streamed', {
          n: read.streamed,
          named: run.instrumentLabel === null ? 'no' : 'yes',
          by: run.instrumentLabel ?? '',
        })
      : '',
    hand === '' ? '' : words.t('record.byHand', { readings: hand }),
  ]
    .filter(Boolean)
    .join(' ')
}
