import { Link } from 'react-router'
import { paperNow } from '../../lib/paper.ts'
import { t } from '../../lib/words.ts'
import { useWho } from '../door/index.ts'
import { Archive } from './Archive.tsx'

/** A workshop's records are its own: all of them, in tables that others read. The browser writes them to disk as they come. */
export function TakeOut() {
  const { role } = useWho()
  return (
    <section aria-label={t('table.records')}>
      <h2 className="plate pb-1 text-2xl">{t('table.records')}</h2>
      <p className="pb-2 text-soft">{t('table.allHint')}</p>
      <div className="flex flex-wrap gap-x-8">
        <a
          href={`/api/tables.zip?${new URLSearchParams(paperNow())}`}
          download
          className="inline-flex min-h-12 items-center text-water underline underline-offset-4"
        >
          {t('table.all')}
        </a>
        <Link
          to="/bring-in"
          className="inline-flex min-h-12 items-center text-water underline underline-offset-4"
        >
          {t('bring.title')}
        </Link>
        <Link
          to="/interface"
          className="inline-flex min-h-12 items-center text-water underline underline-offset-4"
        >
          {t('interface.title')}
        </Link>
      </div>
      {role === 'owner' && <Archive />}
    </section>
  )
}
