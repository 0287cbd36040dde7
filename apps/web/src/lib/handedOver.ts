/** A file that somebody chose, dropped or handed over. */
export interface NamedFile {
  file: Blob
  name: string
}

/** Where the worker leaves a file that another app handed over. */
const SHARED = { cache: 'handed-over', at: '/handed-over' } as const
/** A file that another app handed over, once; null = none. */
export async function sharedFile(): Promise<NamedFile | null> {
  if (typeof caches === 'undefined') return null
  const kept = await caches.open(SHARED.cache)
  const found = await kept.match(SHARED.at)
  if (!found) return null
  await kept.delete(SHARED.at)
  return { file: await found.blob(), name: decodeURIComponent(found.headers.get('x-name') ?? '') }
}
/** Keeps what another app hands over until the page asks for it. */
export async function keepShared(form: FormData): Promise<void> {
  const file = form.get('file')
  if (!(file instanceof File)) return
  const kept = await caches.open(SHARED.cache)
  await kept.put(SHARED.at, new Response(file, { headers: { 'x-name': encodeURIComponent(file.name) } }))
}
