import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { setNonce } from 'get-nonce'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { HotkeysProvider } from 'react-hotkeys-hook'
import { RouterProvider } from 'react-router/dom'
import { ApiError, readErrorsWith } from './api/client.ts'
import { ComputeCell, NewVersionCell, WaitingCell } from './features/waiting/index.ts'
import { applyPrefs } from './lib/prefs.ts'
import { read } from './lib/words.ts'
import { openOutbox } from './outbox/outbox.ts'
import { startSender } from './outbox/sender.ts'
import { readWho } from './outbox/who.ts'
import { makeRouter } from './router.tsx'
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
// A page begins with what waits on the device: shown a moment later, what was just said would first look as if it had not been.
await openOutbox()
startSender()
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={queryClient}>
      <HotkeysProvider initiallyActiveScopes={['page']}>
        <TopBarCells value={cells}>
          <RouterProvider router={makeRouter(queryClient)} />
        </TopBarCells>
      </HotkeysProvider>
    </QueryClientProvider>
  </StrictMode>,
)
