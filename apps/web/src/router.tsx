import type { QueryClient } from '@tanstack/react-query'
import type { ComponentType } from 'react'
import { createBrowserRouter, type LoaderFunctionArgs } from 'react-router'
import { machineQuery, ownOrderQuery, ownTimesQuery, pricesQuery, visitQuery } from './api/queries.ts'
import { Door } from './features/door/index.ts'
import { loadJobWords, loadPageWords } from './lib/loadWords.ts'
import { DayPage } from './routes/DayPage.tsx'
import { FailurePage } from './routes/FailurePage.tsx'

/** A page, once its words are there: some are read as its code is. */
const page = (load: () => Promise<ComponentType>) => async () => {
  await loadPageWords()
  return { Component: await load() }
}

/** Every address of the app; all but the day are loaded when they are first gone to. */
export const makeRouter = (client: QueryClient) => {
  /** What a page will read is asked for while its code is still on the way; the page says what became of it. */
  const ahead =
    (ask: (id: string) => Promise<void>, key: string) =>
    ({ params }: LoaderFunctionArgs) => {
      void ask(params[key] ?? '')
      return null
    }
  const visit = ahead(async (id) => {
    await Promise.all([
      client.prefetchQuery(visitQuery(id)),
      client.prefetchQuery(ownTimesQuery),
      client.prefetchQuery(ownOrderQuery),
      client.prefetchQuery(pricesQuery),
    ])
  }, 'visitId')
  const machine = ahead((id) => client.prefetchQuery(machineQuery(id)), 'machineId')
  return createBrowserRouter([
    {
      errorElement: <FailurePage />,
      children: [
        {
          path: '/join/:token',
          lazy: page(async () => (await import('./routes/InvitationPage.tsx')).InvitationPage),
        },
        {
          path: '/shared/:token',
          lazy: page(async () => (await import('./routes/SharedPage.tsx')).SharedPage),
        },
        {
          path: '/recover',
          lazy: page(async () => (await import('./routes/RecoverPage.tsx')).RecoverPage),
        },
        {
          element: <Door />,
          children: [
            { path: '/', element: <DayPage /> },
            {
              path: '/visits/new',
              lazy: page(async () => (await import('./routes/NewVisitPage.tsx')).NewVisitPage),
            },
            {
              path: '/visits/:visitId',
              loader: visit,
              lazy: page(async () => (await import('./routes/VisitSpace.tsx')).VisitSpace),
              children: [
                {
                  index: true,
                  lazy: page(async () => (await import('./routes/VisitPage.tsx')).VisitPage),
                },
                {
                  path: 'weigh',
                  lazy: page(async () => (await import('./routes/WeighPage.tsx')).WeighPage),
                },
                {
                  path: 'decide',
                  lazy: page(async () => (await import('./routes/DecidePage.tsx')).DecidePage),
                },
                {
                  path: 'repair',
                  lazy: page(async () => {
                    // Its words are a table of their own.
                    await loadJobWords()
                    return (await import('./routes/RepairPage.tsx')).RepairPage
                  }),
                },
                {
                  path: 'prove',
                  lazy: page(async () => (await import('./routes/ProvePage.tsx')).ProvePage),
                },
                {
                  path: 'report',
                  lazy: page(async () => (await import('./routes/ReportPage.tsx')).ReportPage),
                },
                {
                  path: ':stageId',
                  lazy: page(async () => (await import('./routes/StagePage.tsx')).StagePage),
                },
              ],
            },
            {
              path: '/visits/:visitId/compare',
              loader: visit,
              lazy: page(async () => (await import('./routes/ComparePage.tsx')).ComparePage),
            },
            {
              path: '/visits/:visitId/log',
              loader: visit,
              lazy: page(async () => (await import('./routes/LogPage.tsx')).LogPage),
            },
            {
              path: '/visits/:visitId/protocols/:protocolId',
              loader: visit,
              lazy: page(async () => (await import('./routes/ProtocolPage.tsx')).ProtocolPage),
            },
            {
              path: '/rates',
              lazy: page(async () => (await import('./routes/RatesPage.tsx')).RatesPage),
            },
            {
              path: '/catalogue',
              lazy: page(async () => (await import('./routes/CataloguePage.tsx')).CataloguePage),
            },
            {
              path: '/logbook',
              lazy: page(async () => (await import('./routes/LogbookPage.tsx')).LogbookPage),
            },
            {
              path: '/interface',
              lazy: page(async () => (await import('./routes/InterfacePage.tsx')).InterfacePage),
            },
            {
              path: '/bring-in',
              lazy: page(async () => (await import('./routes/BringInPage.tsx')).BringInPage),
            },
            {
              path: '/learned',
              lazy: page(async () => (await import('./routes/LearnedPage.tsx')).LearnedPage),
            },
            {
              path: '/own-records/:key',
              lazy: page(async () => (await import('./routes/OwnModelPage.tsx')).OwnModelPage),
            },
            {
              path: '/workshop',
              lazy: page(async () => (await import('./routes/WorkshopPage.tsx')).WorkshopPage),
            },
            {
              path: '/machines/:machineId',
              loader: machine,
              lazy: page(async () => (await import('./routes/MachinePage.tsx')).MachinePage),
            },
            {
              path: '/machines/:machineId/change',
              lazy: page(async () => (await import('./routes/ChangeMachinePage.tsx')).ChangeMachinePage),
            },
            {
              path: '/sites/:siteId',
              lazy: page(async () => (await import('./routes/SitePage.tsx')).SitePage),
            },
            {
              path: '/runs/:runId',
              lazy: page(async () => (await import('./routes/RunPage.tsx')).RunPage),
            },
            {
              path: '*',
              lazy: page(async () => (await import('./routes/NotFoundPage.tsx')).NotFoundPage),
            },
          ],
        },
      ],
    },
  ])
}
