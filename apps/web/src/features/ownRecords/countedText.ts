import type { OwnRecordsLine } from '@brendik/core'
import { t } from '../../lib/words.ts'

/** How many machines and runs own records rest on, and how many runs are not used. */
export function countedText({ machines, runs, far }: OwnRecordsLine): string {
  const counted = t('ownRecords.counted', { machines, runs })
  return far > 0 ? `${counted}, ${t('ownRecords.far', { far })}` : counted
}
