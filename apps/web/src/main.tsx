import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { setDefaultOptions } from 'date-fns'
import { setNonce } from 'get-nonce'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { HotkeysProvider } from 'react-hotkeys-hook'
import { RouterProvider } from 'react-router/dom'
import { askAgain, readErrorsWith } from './api/client.ts'
import { ComputeCell, NewVersionCell, WaitingCell } from './features/waiting/index.ts'
import { applyPrefs } from './lib/prefs.ts'
import { read, words } from './lib/words.ts'
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
      retry: askAgain(2),
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

/** Opens the app, once its words are there. @throws {Error} If the page has nowhere to put it. */
export async function openApp(): Promise<void> {
  const root = document.getElementById('root')
  if (!root) throw new Error('index.html has no #root')
  // Names of months and days are the language's that the page is opened in; without them the rest still opens.
  if (words().language === 'es')
    await import('date-fns/locale/es').then(
      ({ es }) => setDefaultOptions({ locale: es }),
      () => {},
    )
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
}
