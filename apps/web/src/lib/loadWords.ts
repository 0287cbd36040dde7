import { addTable } from '@brendik/words/lean'
import { prefsNow } from './prefs.ts'

/** The language that this page was opened in: another one is chosen for a page that is opened anew. */
const spanish = prefsNow().language === 'es'
let pages: Promise<void> | null = null

/** The words of all pages but the first; asked for once, again where that failed. */
export function loadPageWords(): Promise<void> {
  pages ??= readPageWords().catch((error) => {
    pages = null
    throw error
  })
  return pages
}
async function readPageWords(): Promise<void> {
  if (spanish) addTable('es', (await import('@brendik/words/es-pages')).PAGES)
  else addTable('en', (await import('@brendik/words/pages')).PAGES)
}

/** The words of repair jobs: they are many, and one page reads them. */
export async function loadJobWords(): Promise<void> {
  if (spanish) addTable('es', (await import('@brendik/words/es-jobs')).JOBS)
  else addTable('en', (await import('@brendik/words/jobs')).JOBS)
}
