import { useQuery } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { learnedQuery } from '../api/queries.ts'
import { useWho } from '../features/door/index.ts'
import {
  ChecksWorth,
  FirstSuspect,
  OwnChancesTable,
  SaidAndCame,
  ShowedParts,
  ToCarry,
} from '../features/learned/index.ts'
import { OwnRecordsList } from '../features/ownRecords/index.ts'
import { t } from '../lib/words.ts'
import { Problem } from '../ui/Problem.tsx'
import { Scroll } from '../ui/Scroll.tsx'
import { TopBar } from '../ui/TopBar.tsx'

/** What turned out to be true over all visits: how good the diagnoses were, and what they make of the next one. */
export function LearnedPage() {
  const who = useWho()
  const read = useQuery(learnedQuery)
  const learned = read.data
  return (
    <div className="flex h-full flex-col">
      <TopBar title={t('learned.learned')}>
        <h1 className="truncate font-semibold">{t('learned.learned')}</h1>
      </TopBar>
      <main className="min-h-0 flex-1">
        <Scroll
          label={t('learned.learned')}
          className="grid h-full content-start gap-8 overflow-y-auto px-4 py-5 md:grid-cols-2 md:gap-x-12 md:px-[148px]"
        >
          <Problem of={[read]} />
          {learned && (
            <>
              <div className="grid content-start gap-8">
                <Part title={t('learned.firstSuspect')}>
                  <FirstSuspect learned={learned} />
                </Part>
                {learned.reliability && (
                  <Part title={t('learned.calibration')}>
                    <SaidAndCame reliability={learned.reliability} />
                  </Part>
                )}
                <Part title={t('truths.truths')}>
                  <ShowedParts showed={learned.showed} />
                </Part>
              </div>
              <div className="grid content-start gap-8">
                <Part title={t('learned.chances')}>
                  <OwnChancesTable learned={learned} owner={who.role === 'owner'} />
                </Part>
                <Part title={t('ownRecords.ownRecords')}>
                  <OwnRecordsList owner={who.role === 'owner'} />
                </Part>
                {learned.carry.length > 0 && (
                  <Part title={t('learned.carryTitle')}>
                    <ToCarry carry={learned.carry} />
                  </Part>
                )}
                {learned.checks.length > 0 && (
                  <Part title={t('learned.checks')}>
                    <ChecksWorth checks={learned.checks} />
                  </Part>
                )}
              </div>
            </>
          )}
        </Scroll>
      </main>
    </div>
  )
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title}>
      <h2 className="plate pb-2 text-2xl">{title}</h2>
      {children}
    </section>
  )
}
