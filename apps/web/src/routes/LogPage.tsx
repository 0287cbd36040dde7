import { useQuery } from '@tanstack/react-query'
import { Link, useParams } from 'react-router'
import { visitQuery } from '../api/queries.ts'
import { LogImport } from '../features/logger/index.ts'
import { t } from '../lib/words.ts'
import { Message } from '../ui/Message.tsx'
import { Scroll } from '../ui/Scroll.tsx'
import { TopBar } from '../ui/TopBar.tsx'

/** Readings of a logger become a run of this visit. */
export function LogPage() {
  const { visitId = '' } = useParams()
  const visit = useQuery(visitQuery(visitId))
  if (visit.error) return <Message problem>{visit.error.message}</Message>
  if (!visit.data) return <Message>{t('log.opening')}</Message>
  return (
    <div className="flex h-full flex-col">
      <TopBar title={t('log.title')}>
        <h1 className="truncate font-semibold">
          {t('log.title')}, {visit.data.site.name}
        </h1>
      </TopBar>
      <main className="min-h-0 flex-1">
        <Scroll label={t('log.title')} className="h-full overflow-y-auto px-4 py-5 md:px-[148px]">
          <LogImport visit={visit.data} />
          <Link
            to={`/visits/${visitId}`}
            className="mt-6 inline-flex min-h-12 items-center text-water underline underline-offset-4"
          >
            {t('ui.backToTheVisit')}
          </Link>
        </Scroll>
      </main>
    </div>
  )
}
