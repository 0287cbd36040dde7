import { useQuery } from '@tanstack/react-query'
import { interfaceQuery } from '../api/queries.ts'
import { linesOf, OperationLine } from '../features/interface/index.ts'
import { t } from '../lib/words.ts'
import { Problem } from '../ui/Problem.tsx'
import { Scroll } from '../ui/Scroll.tsx'
import { TopBar } from '../ui/TopBar.tsx'

/** What programs can ask of the server, as it describes itself: for who builds a logger, or reads the records by a script. */
export function InterfacePage() {
  const read = useQuery(interfaceQuery)
  return (
    <div className="flex h-full flex-col">
      <TopBar title={t('interface.title')}>
        <h1 className="truncate font-semibold">{t('interface.title')}</h1>
      </TopBar>
      <main className="min-h-0 flex-1">
        <Scroll label={t('interface.title')} className="h-full overflow-y-auto px-4 py-5 md:px-[148px]">
          <Problem of={[read]} />
          {read.data && (
            <>
              <p className="max-w-[70ch] text-lg leading-snug">{read.data.info.description}</p>
              <a
                href="/api/openapi.json"
                download
                className="inline-flex min-h-12 items-center text-water underline underline-offset-4"
              >
                {t('interface.asFile')}
              </a>
              {read.data.tags.map(({ name, description }) => (
                <section key={name} aria-label={description} className="pt-6">
                  <h2 className="plate pb-2 text-2xl">{description}</h2>
                  {read.data &&
                    linesOf(read.data, name).map((line) => (
                      <OperationLine key={`${line.method} ${line.path}`} line={line} />
                    ))}
                </section>
              ))}
            </>
          )}
        </Scroll>
      </main>
    </div>
  )
}
