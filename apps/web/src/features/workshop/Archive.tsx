import type { ArchiveAnswer } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { archiveQuery, postArchive } from '../../api/queries.ts'
import { useAct } from '../../api/useAct.ts'
import { newId } from '../../lib/newId.ts'
import { dateText } from '../../lib/time.ts'
import { numberText, t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Problem } from '../../ui/Problem.tsx'

/** The whole workshop in one file: written by the server first, then taken. */
export function Archive() {
  const { data } = useQuery(archiveQuery)
  const making = useAct(() => postArchive(newId()), [archiveQuery])
  const archive = data?.archive ?? null
  const begin = (label: string) => (
    <Button
      className="px-4"
      disabled={making.isPending || archive?.state === 'writing'}
      onClick={() => making.mutate(undefined)}
    >
      {label}
    </Button>
  )
  return (
    <div className="pt-3">
      <p className="pb-2 text-soft">{t('table.archiveSays')}</p>
      <Problem of={[making]} />
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
        {archive?.state === 'ready' ? (
          <>
            <a
              href={`/api/archive/${archive.id}/workshop.tar`}
              download
              className="inline-flex min-h-12 items-center border border-ink bg-face px-4 font-semibold"
            >
              {t('table.archiveTake', { megabytes: megabytesOf(archive) })}
            </a>
            {begin(t('table.archiveNew'))}
          </>
        ) : (
          begin(t('table.archive'))
        )}
      </div>
      <p role="status" className="pt-2">
        {archive && says(archive)}
      </p>
    </div>
  )
}

function says(archive: ArchiveAnswer): string {
  if (archive.state === 'failed') return t('table.archiveFailed')
  if (archive.state === 'writing' || archive.untilMs === null)
    return t('table.archiveWriting', { rows: archive.rows, megabytes: megabytesOf(archive) })
  return t('table.archiveIs', {
    made: dateText(archive.atMs, 'dayTime'),
    until: dateText(archive.untilMs, 'time'),
  })
}
const megabytesOf = ({ bytes }: ArchiveAnswer) => numberText(bytes / 1e6, bytes < 10e6 ? 1 : 0)
