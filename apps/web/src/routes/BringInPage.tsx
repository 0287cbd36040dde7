import { BringIn } from '../features/bringIn/index.ts'
import { t } from '../lib/words.ts'
import { Scroll } from '../ui/Scroll.tsx'
import { TopBar } from '../ui/TopBar.tsx'

/** A visit comes in as a file. */
export function BringInPage() {
  return (
    <div className="flex h-full flex-col">
      <TopBar title={t('bring.title')}>
        <h1 className="truncate font-semibold">{t('bring.title')}</h1>
      </TopBar>
      <main className="min-h-0 flex-1">
        <Scroll label={t('bring.title')} className="h-full overflow-y-auto px-4 py-5 md:px-[148px]">
          <BringIn />
        </Scroll>
      </main>
    </div>
  )
}
