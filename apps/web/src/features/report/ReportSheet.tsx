import type { ReportText } from '@brendik/words/lean'
import type { ReactNode } from 'react'
import { Strokes } from './Strokes.tsx'

/** The customer's page as a sheet of paper: on the screen, in print, and behind its link. */
export function ReportSheet({
  workshop,
  dated,
  siteName,
  text: { headline, lead, ratio, rows, record, received, signed },
  picture,
  sign,
}: {
  workshop: string
  dated: string
  siteName: string
  text: ReportText
  picture?: ReactNode
  /** What stands over the line while nobody has signed. */
  sign?: ReactNode
}) {
  return (
    <article className="mx-auto max-w-[80ch] bg-face px-5 py-6 md:my-6 md:px-12 md:py-10 print:m-0 print:max-w-none print:bg-white print:p-0">
      <p className="flex flex-wrap items-baseline justify-between gap-x-6 border-b-2 border-ink pb-3">
        <span className="plate text-xl">{workshop}</span>
        <span className="text-soft">
          {dated} · {siteName}
        </span>
      </p>
      <h1 className="plate pt-7 text-3xl leading-tight md:text-[40px]">{headline}</h1>
      <p className="pt-2 text-lg leading-snug">{lead}</p>
      {(picture || ratio) && (
        <div className="grid gap-x-8 pt-4 md:grid-cols-[1fr_auto]">
          <div className="flex min-h-64 flex-col">{picture}</div>
          {ratio && (
            <div className="self-center">
              <p className="small-figure text-[72px] leading-none">
                {ratio.figure.slice(0, -1)}
                <span className="text-4xl text-soft">{ratio.figure.slice(-1)}</span>
              </p>
              <p className="plate text-xl">{ratio.says}</p>
              <p className="text-soft">{ratio.range}</p>
            </div>
          )}
        </div>
      )}
      <dl className="mt-6 border-t border-line">
        {rows.map(({ name, text }) => (
          <div key={name} className="grid gap-x-6 pt-4 leading-snug md:grid-cols-[150px_1fr]">
            <dt className="font-semibold">{name}</dt>
            <dd>{text}</dd>
          </div>
        ))}
      </dl>
      <div className="mt-10 flex items-end justify-between gap-6 border-t border-line pt-4 text-sm text-soft">
        <p>{record}</p>
        <div className="w-56 shrink-0 text-center">
          {signed ? <Strokes strokes={signed} className="w-full text-ink" /> : sign}
          <p className="border-t border-ink pt-1">{received}</p>
        </div>
      </div>
    </article>
  )
}
