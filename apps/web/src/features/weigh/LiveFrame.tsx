import { mayBeLive, observationsOf } from '@brendik/core'
import { Link } from 'react-router'
import { t } from '../../lib/words.ts'
import { Notice } from '../../ui/Notice.tsx'
import type { Space } from '../visit/index.ts'

/** What stands above everything else on a machine that trips the breaker, until it is measured against its frame. */
export function LiveFrame({ space: { visit } }: { space: Space }) {
  if (visit.closedAtMs !== null || !mayBeLive(observationsOf(visit))) return null
  return (
    <Notice tone="stop" className="px-3 py-2 leading-snug">
      {t('weigh.frameMayBeLive')}{' '}
      <Link
        to={`/visits/${visit.id}/electrical#check-earth.continuity`}
        className="inline-flex min-h-12 items-center font-semibold underline underline-offset-4"
      >
        {t('weigh.measureTheEarth')}
      </Link>
    </Notice>
  )
}
