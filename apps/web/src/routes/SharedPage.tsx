import { useQuery } from '@tanstack/react-query'
import { useEffect } from 'react'
import { useParams } from 'react-router'
import { sharedQuery } from '../api/queries.ts'
import { LevelChart } from '../charts/LevelChart.tsx'
import { ReportSheet } from '../features/report/index.ts'
import { t } from '../lib/words.ts'
import { Message } from '../ui/Message.tsx'

/** What a customer reads by their link, without signing in: in the language and units in which it was made. */
export function SharedPage() {
  const { token = '' } = useParams()
  const { data, error } = useQuery(sharedQuery(token))
  const language = data?.language
  useEffect(() => {
    if (!language) return
    document.documentElement.lang = language
  }, [language])
  useEffect(() => {
    if (data) document.title = `${data.workshop}, ${data.siteName}`
  }, [data])
  if (!data) return <Message problem={error !== null}>{error?.message ?? t('report.report')}</Message>
  const { workshop, dated, siteName, units, text, chart } = data
  const trace = (name: string, points: { x: number; y: number }[], under: boolean) => ({
    name,
    points,
    rings: false,
    under,
  })
  return (
    <main className="h-full overflow-y-auto">
      <ReportSheet
        workshop={workshop}
        dated={dated}
        siteName={siteName}
        text={text}
        picture={
          chart && (
            <>
              <div className="relative mt-2 min-h-52 flex-1">
                <LevelChart
                  band={chart.band}
                  bandName={text.expected}
                  traces={[trace('before', chart.before, true), trace('after', chart.after, false)]}
                  marks={[]}
                  carriedOn={null}
                  nowS={null}
                  label={text.legend}
                  units={units}
                  zoom={null}
                />
              </div>
              <p className="pb-2 text-sm text-soft">{text.legend}</p>
            </>
          )
        }
      />
      <p className="mx-auto max-w-[80ch] px-5 pb-8 md:px-12 print:hidden">
        <a
          href={`/api/shared/${token}/report.pdf`}
          download
          className="inline-flex min-h-12 items-center font-semibold underline underline-offset-4"
        >
          {text.asPdf}
        </a>
      </p>
    </main>
  )
}
