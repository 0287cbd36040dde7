import { Link } from 'react-router'
import { CustomerPage } from '../features/report/index.ts'
import { useSpace } from '../features/visit/index.ts'
import { t } from '../lib/words.ts'
import { Action, ActionBar } from '../ui/ActionBar.tsx'
import { Scroll } from '../ui/Scroll.tsx'

/** The page that the customer gets: read here, printed, or kept as a PDF by the browser. */
export function ReportPage() {
  const space = useSpace()
  return (
    <>
      <main className="min-h-0 flex-1">
        <Scroll label={t('report.report')} className="h-full overflow-y-auto">
          <CustomerPage space={space} />
        </Scroll>
      </main>
      <ActionBar>
        <Action
          weight="main"
          name={t('report.print')}
          hint={t('report.printHint')}
          onPress={() => window.print()}
        />
        <Link
          to={`/visits/${space.visit.id}/prove`}
          className="flex min-h-16 flex-1 flex-col justify-center px-4 text-lg font-semibold md:px-5"
        >
          {t('prove.prove')}
        </Link>
        <Link
          to={`/visits/${space.visit.id}`}
          className="flex min-h-16 flex-1 flex-col justify-center px-4 text-lg font-semibold max-md:hidden md:px-5"
        >
          {t('ui.theWholeVisit')}
        </Link>
      </ActionBar>
    </>
  )
}
