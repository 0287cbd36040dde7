import type { Paper } from '@brendik/core'
import { prefsNow } from './prefs.ts'

/** The page as it is shown here: in this language and these units, dated where this device is. */
export function paperNow(): Paper {
  const { language, units } = prefsNow()
  return {
    language: language === 'es' ? 'es' : 'en',
    units,
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  }
}
