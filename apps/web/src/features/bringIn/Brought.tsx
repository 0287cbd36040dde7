import {
  type BroughtAnswer,
  type BroughtPiece,
  CHECK_IDS,
  type PartId,
  type RunKind,
  type Tap,
  type VisitAct,
} from '@brendik/core'
import { actWords, KIND_ID, sayCheck, sayObserved } from '@brendik/words/lean'
import { dateText } from '../../lib/time.ts'
import { t, words } from '../../lib/words.ts'
import { Notice } from '../../ui/Notice.tsx'

/** What a file would do, or has done: what is new, what would be written over, and what keeps it from being taken. */
export function Brought({ brought }: { brought: BroughtAnswer }) {
  const { problems, pieces, counts, readAs, photosMissing, stored } = brought
  const of = (fate: BroughtPiece['fate']) => pieces.filter((piece) => piece.fate === fate)
  return (
    <>
      {brought.visitId !== null && (
        <header className="grid gap-1">
          <h2 className="plate text-2xl">
            {brought.machineLabel}, {brought.siteName}
          </h2>
          <p className="text-soft">
            {brought.dueAtMs !== null && dateText(brought.dueAtMs, 'dateTime')}
            {brought.complaint && ` · ${brought.complaint}`}
          </p>
          <p className="text-xl font-semibold">
            {t(stored ? 'bring.did' : 'bring.would', {
              fresh: counts.new,
              changed: counts.change,
              same: counts.same + counts.gone,
            })}
          </p>
        </header>
      )}
      {problems.length > 0 && <Refused problems={problems} />}
      {of('change').length > 0 && (
        <section aria-label={t('bring.change')}>
          <h3 className="pb-1 font-semibold">{t('bring.change')}</h3>
          <ul>
            {of('change').flatMap(({ kind, fields }) =>
              fields.map(({ path, was, now }) => (
                <li
                  key={`${kind} ${path}`}
                  className="grid gap-x-6 border-t border-hair py-2 md:grid-cols-[16rem_1fr]"
                >
                  <code className="break-words text-soft">{kind === 'visit' ? path : `${kind}.${path}`}</code>
                  <span className="min-w-0 break-words">
                    <del className="text-soft">{written(was)}</del> →{' '}
                    <ins className="no-underline">{written(now)}</ins>
                  </span>
                </li>
              )),
            )}
          </ul>
        </section>
      )}
      {counts.gone > 0 && <Notice tone="note">{t('bring.gone', { count: counts.gone })}</Notice>}
      {photosMissing > 0 && (
        <Notice tone="watch">{t('bring.photosMissing', { count: photosMissing })}</Notice>
      )}
      {readAs.length > 0 && (
        <Notice tone="watch" className="grid gap-1 p-3">
          <p className="font-semibold">{t('bring.readAs')}</p>
          <ul className="grid gap-1">
            {readAs.map(({ path, said, taken }) => (
              <li key={path} className="break-words">
                <code>{path}</code>: {written(said)} → {taken === null ? t('bring.leftOut') : written(taken)}
              </li>
            ))}
          </ul>
        </Notice>
      )}
    </>
  )
}

/** What is new, line by line. */
export function NewPieces({ pieces }: Pick<BroughtAnswer, 'pieces'>) {
  const fresh = pieces.filter(({ fate }) => fate === 'new')
  return fresh.length === 0 ? null : (
    <section aria-label={t('bring.new')}>
      <h3 className="pb-1 font-semibold">{t('bring.new')}</h3>
      <ul>
        {linesOf(fresh).map((line) => (
          <li key={line.key} className="border-t border-hair py-2 leading-snug">
            {line.text}
          </li>
        ))}
      </ul>
    </section>
  )
}

function Refused({ problems }: Pick<BroughtAnswer, 'problems'>) {
  return (
    <Notice tone="stop" alert className="grid gap-2 p-4">
      <p className="text-lg font-semibold">{t('bring.refused')}</p>
      <ul className="grid gap-2">
        {problems.map(({ path, line, column, problem }, n) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: the same line may be wrong twice
          <li key={n} className="break-words leading-snug">
            {line !== null && (
              <span className="font-semibold">{t('bring.line', { line, column: column ?? 1 })} </span>
            )}
            <code>{path}</code>
            {path && ': '}
            {problemText(problem)}
          </li>
        ))}
      </ul>
    </Notice>
  )
}

/** What a file lacks says what was expected and what came: both in the words of the format, which are the same in every language. */
function problemText(problem: string): string {
  if (problem === 'differs') return t('bring.differs')
  const parts = /^(?:[\w.-]+: )?expected (.*), got (.*)$/s.exec(problem)
  return parts ? t('bring.expected', { expected: parts[1] ?? '', got: parts[2] ?? '' }) : problem
}

function written(value: unknown): string {
  if (value === null || value === undefined || value === '') return '–'
  return typeof value === 'object' ? JSON.stringify(value) : String(value)
}

/** New pieces in words: what was timed, seen and done line by line, what was said and photographed by its number. */
function linesOf(pieces: readonly BroughtPiece[]): { key: string; text: string }[] {
  const counted = (kind: BroughtPiece['kind']) => pieces.filter((piece) => piece.kind === kind).length
  const [said, photos] = [counted('entry'), counted('photo')]
  return [
    ...pieces.flatMap((piece) => {
      const text = pieceText(piece)
      return text ? [{ key: `${piece.kind} ${piece.id}`, text }] : []
    }),
    ...(said > 0 ? [{ key: 'entries', text: t('bring.entries', { count: said }) }] : []),
    ...(photos > 0 ? [{ key: 'photos', text: t('bring.photos', { count: photos }) }] : []),
  ]
}

function pieceText({ kind, about }: BroughtPiece): string | null {
  const { check, value, tap, what, part, started_at: startedAt } = about
  switch (kind) {
    case 'machine':
      return t('bring.machine')
    case 'site':
      return t('bring.site')
    case 'visit':
      return t('bring.visit')
    case 'run':
      return t('bring.run', {
        kind: t(KIND_ID[about.kind as RunKind]),
        at: typeof startedAt === 'string' ? dateText(new Date(startedAt), 'dateTime') : '–',
      })
    case 'look': {
      const known = CHECK_IDS.find((id) => id === check)
      if (!known || typeof value === 'boolean' || value === null || value === undefined) return String(check)
      const look = { check: known, value, tap: (tap ?? null) as Tap | null, levelMm: null }
      return `${sayCheck(words(), look)}: ${sayObserved(words(), look)}`
    }
    case 'act':
      return actWords(words(), {
        what: what as VisitAct['what'],
        part: part as PartId,
        tap: (tap ?? undefined) as Tap | undefined,
        atMs: 0,
      })
    case 'entry':
    case 'photo':
      return null
  }
}
