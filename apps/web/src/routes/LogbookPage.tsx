import type { LogbookLine } from '@brendik/core'
import { useInfiniteQuery } from '@tanstack/react-query'
import { useDeferredValue, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { logbookQuery } from '../api/queries.ts'
import { usePrefs } from '../lib/prefs.ts'
import { dateText } from '../lib/time.ts'
import { t, tOf } from '../lib/words.ts'
import { Button } from '../ui/Button.tsx'
import { TopBar } from '../ui/TopBar.tsx'
import { checkWord, observedText } from '../words/observedText.ts'
import { KIND_WORD } from '../words/runText.ts'

/** Every visit ever made, found by any word of it, newest first. */
export function LogbookPage() {
  const [params, setParams] = useSearchParams()
  // The field is its own master: the address follows it, and may lag behind quick typing.
  const [words, setWords] = useState(params.get('words') ?? '')
  const asked = useDeferredValue(words)
  const { data, error, isPending, hasNextPage, fetchNextPage, isFetchingNextPage } = useInfiniteQuery(
    logbookQuery(asked),
  )
  const lines = data?.pages.flatMap((page) => page.lines) ?? []
  return (
    <div className="flex h-full flex-col">
      <TopBar title={t('ui.logbook')}>
        <h1 className="truncate font-semibold">{t('ui.logbook')}</h1>
      </TopBar>
      <search className="border-b border-line bg-face px-4 py-3 md:px-[148px]">
        <label htmlFor="words" className="block text-sm text-soft">
          {t('logbookPage.customerPlaceMachineComplaintFinding')}
        </label>
        <input
          id="words"
          type="search"
          autoComplete="off"
          maxLength={200}
          value={words}
          onChange={(event) => {
            setWords(event.target.value)
            setParams(event.target.value ? { words: event.target.value } : {}, { replace: true })
          }}
          className="mt-1 min-h-14 w-full border border-ink bg-face px-3 text-2xl text-ink"
        />
      </search>
      {error && (
        <p role="alert" className="border-b border-watch bg-watch-face px-5 py-3">
          {error.message}
        </p>
      )}
      <main className="min-h-0 flex-1 overflow-y-auto px-4 md:px-[148px]">
        <p role="status" className="sr-only">
          {isPending
            ? t('logbookPage.searching')
            : t('logbookPage.orMoreVisits', { lines: lines.length, hasNextPage: hasNextPage ? 'yes' : 'no' })}
        </p>
        {data && lines.length === 0 && (
          <p className="py-8 text-xl">
            {words ? t('logbookPage.noVisitHasAllOf', { words }) : t('logbookPage.noVisitsYet')}{' '}
            <span className="text-soft">{words && t('logbookPage.theBeginningOfAWord')}</span>
          </p>
        )}
        <ol>
          {lines.map((line) => (
            <Line key={line.id} line={line} />
          ))}
        </ol>
        {hasNextPage && (
          <Button
            disabled={isFetchingNextPage}
            size="tall"
            className="my-4 w-full"
            onClick={() => fetchNextPage()}
          >
            {t('logbookPage.olderVisits')}
          </Button>
        )}
      </main>
    </div>
  )
}

function Line({ line }: { line: LogbookLine }) {
  const { units } = usePrefs()
  const findings = line.findings.filter((f) => f.check !== 'complaint').slice(-4)
  const complaints = line.findings.filter((f) => f.check === 'complaint').map((f) => observedText(f, units))
  return (
    <li className="border-b border-line">
      <Link
        to={`/visits/${line.id}`}
        className="grid grid-cols-[5.4rem_1fr] gap-x-4 py-3.5 md:grid-cols-[9rem_1fr_minmax(14rem,19rem)]"
      >
        <span className="leading-tight">
          <span className="small-figure block text-2xl">{dateText(line.dueAtMs, 'day')}</span>
          <span className="text-soft">{dateText(line.dueAtMs, 'year')}</span>
        </span>
        <span className="min-w-0">
          <span className="plate block text-lg leading-tight">{line.siteName}</span>
          <span className="block text-soft">
            {line.machineLabel}
            {line.customerName && ` · ${line.customerName}`}
          </span>
          {(line.complaint || complaints.length > 0) && (
            <span className="mt-0.5 block leading-snug">{line.complaint || complaints.join(', ')}</span>
          )}
        </span>
        <span className="col-start-2 mt-1 text-sm leading-snug md:col-start-3 md:mt-0">
          {line.runs.length > 0 && (
            <span className="block">
              {line.runs
                .slice(-4)
                .map(
                  (run) =>
                    `${KIND_WORD[run.kind]} ${run.verdict ? tOf(`verdict.${run.verdict}`, run.verdict) : t('logbookPage.notJudged')}`,
                )
                .join(', ')}
            </span>
          )}
          {findings.map((f) => (
            <span key={`${f.check} ${f.tap} ${f.value}`} className="block text-soft">
              {checkWord(f)}: {observedText(f, units)}
            </span>
          ))}
          {line.closedAtMs === null && <span className="block text-watch">{t('ui.open')}</span>}
        </span>
      </Link>
    </li>
  )
}
