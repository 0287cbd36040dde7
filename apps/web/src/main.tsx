import './index.css'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { setNonce } from 'get-nonce'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter } from 'react-router'
import { RouterProvider } from 'react-router/dom'
import { ApiError, readErrorsWith } from './api/client.ts'
import { Door } from './features/door/index.ts'
import { ComputeCell, NewVersionCell, WaitingCell } from './features/waiting/index.ts'
import { applyPrefs } from './lib/prefs.ts'
import { read } from './lib/words.ts'
import { openOutbox } from './outbox/outbox.ts'
import { startSender } from './outbox/sender.ts'
import { readWho } from './outbox/who.ts'
import { DayPage } from './routes/DayPage.tsx'
import { FailurePage } from './routes/FailurePage.tsx'
import { TopBarCells } from './ui/TopBar.tsx'

applyPrefs()
readErrorsWith(read)

// An open sheet holds the page behind it still by a style: the server lets that one in by its word.
setNonce(document.querySelector<HTMLMetaElement>('meta[name=style-nonce]')?.content ?? '')

const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 2000,
      // Asked even without network: the service worker may answer, and if not, the screen must say so.
      networkMode: 'always',
      // Only a server that is away is worth asking again by itself.
      retry: (count, error) =>
        count < 2 && error instanceof ApiError && (error.status === 0 || error.status >= 500),
    },
  },
})

const router = createBrowserRouter([
  {
    errorElement: <FailurePage />,
    children: [
      {
        path: '/join/:token',
        lazy: async () => ({ Component: (await import('./routes/InvitationPage.tsx')).InvitationPage }),
      },
      {
        path: '/recover',
        lazy: async () => ({ Component: (await import('./routes/RecoverPage.tsx')).RecoverPage }),
      },
      {
        element: <Door />,
        children: [
          { path: '/', element: <DayPage /> },
          {
            path: '/visits/new',
            lazy: async () => ({ Component: (await import('./routes/NewVisitPage.tsx')).NewVisitPage }),
          },
          {
            path: '/visits/:visitId',
            lazy: async () => ({ Component: (await import('./routes/VisitSpace.tsx')).VisitSpace }),
            children: [
              {
                index: true,
                lazy: async () => ({ Component: (await import('./routes/VisitPage.tsx')).VisitPage }),
              },
              {
                path: ':stageId',
                lazy: async () => ({ Component: (await import('./routes/StagePage.tsx')).StagePage }),
              },
            ],
          },
          {
            path: '/visits/:visitId/compare',
            lazy: async () => ({ Component: (await import('./routes/ComparePage.tsx')).ComparePage }),
          },
          {
            path: '/visits/:visitId/protocols/:protocolId',
            lazy: async () => ({ Component: (await import('./routes/ProtocolPage.tsx')).ProtocolPage }),
          },
          {
            path: '/rates',
            lazy: async () => ({ Component: (await import('./routes/RatesPage.tsx')).RatesPage }),
          },
          {
            path: '/logbook',
            lazy: async () => ({ Component: (await import('./routes/LogbookPage.tsx')).LogbookPage }),
          },
          {
            path: '/workshop',
            lazy: async () => ({ Component: (await import('./routes/WorkshopPage.tsx')).WorkshopPage }),
          },
          {
            path: '/machines/:machineId',
            lazy: async () => ({ Component: (await import('./routes/MachinePage.tsx')).MachinePage }),
          },
          {
            path: '/machines/:machineId/change',
            lazy: async () => ({
              Component: (await import('./routes/ChangeMachinePage.tsx')).ChangeMachinePage,
            }),
          },
          {
            path: '/sites/:siteId',
            lazy: async () => ({ Component: (await import('./routes/SitePage.tsx')).SitePage }),
          },
          {
            path: '/runs/:runId',
            lazy: async () => ({ Component: (await import('./routes/RunPage.tsx')).RunPage }),
          },
          {
            path: '*',
            lazy: async () => ({ Component: (await import('./routes/NotFoundPage.tsx')).NotFoundPage }),
          },
        ],
      },
    ],
  },
])

const cells = (
  <>
    <ComputeCell />
    <NewVersionCell />
    <WaitingCell />
  </>
)
const root = document.getElementById('root')
if (!root) throw new Error('index.html has no #root')
// Who was here last decides what is shown while the server is not reached.
await readWho()
openOutbox()
startSender()
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={queryClient}>
      <TopBarCells value={cells}>
        <RouterProvider router={router} />
      </TopBarCells>
    </QueryClientProvider>
  </StrictMode>,
)
