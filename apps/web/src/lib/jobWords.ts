import { addTable } from '@brendik/words/lean'
import { prefsNow } from './prefs.ts'

/** The words of repair jobs, in the language that the page was opened in: they are many, and one page reads them. */
export async function loadJobWords(): Promise<void> {
  if (prefsNow().language === 'es') addTable('es', (await import('@brendik/words/es-jobs')).JOBS)
  else addTable('en', (await import('@brendik/words/jobs')).JOBS)
}
