import { CHECKS, FAULT_CARDS } from '@brendik/core'
import { Link, useSearchParams } from 'react-router'
import { CatalogueList, CheckView, FaultCardView } from '../features/catalogue/index.ts'
import { t } from '../lib/words.ts'
import { Scroll } from '../ui/Scroll.tsx'
import { TopBar } from '../ui/TopBar.tsx'

/** What is held of every fault and every check, with what each figure rests on: to be read, and questioned. */
export function CataloguePage() {
  const [params] = useSearchParams()
  const fault = FAULT_CARDS.find(({ id }) => id === params.get('fault'))
  const check = CHECKS.find(({ id }) => id === params.get('check'))
  const chosen = fault?.id ?? check?.id ?? null
  return (
    <div className="flex h-full flex-col">
      <TopBar title={t('catalogue.catalogue')}>
        <h1 className="truncate font-semibold">{t('catalogue.catalogue')}</h1>
      </TopBar>
      <div className="flex min-h-0 flex-1">
        <nav
          aria-label={t('catalogue.catalogue')}
          className={`min-h-0 w-full overflow-y-auto border-line bg-face px-4 py-3 md:w-[316px] md:shrink-0 md:border-r ${chosen ? 'max-md:hidden' : ''}`}
        >
          <CatalogueList kind={check ? 'check' : 'fault'} chosen={chosen} />
        </nav>
        <main className={`min-h-0 min-w-0 flex-1 ${chosen ? '' : 'max-md:hidden'}`}>
          <Scroll
            key={chosen ?? ''}
            label={t('catalogue.catalogue')}
            className="h-full overflow-y-auto px-4 pb-6 md:px-7"
          >
            <Link
              to="/catalogue"
              className="inline-flex min-h-12 items-center underline underline-offset-4 md:hidden"
            >
              {t('catalogue.back')}
            </Link>
            {check ? <CheckView id={check.id} /> : <FaultCardView card={fault ?? firstCard} />}
          </Scroll>
        </main>
      </div>
    </div>
  )
}

const [firstCard] = FAULT_CARDS as [(typeof FAULT_CARDS)[number], ...typeof FAULT_CARDS]
