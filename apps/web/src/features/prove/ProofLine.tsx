import { Link } from 'react-router'
import { t } from '../../lib/words.ts'
import type { Space } from '../visit/index.ts'
import { useProof } from './useProof.ts'

const TONE = { proven: 'text-good', failed: 'text-stop', open: 'text-watch', 'nothing-done': '' } as const

/** How the repair stands, in a line that leads to what proves it; a visit that was closed without says what to watch. */
export function ProofLine({ space }: { space: Space }) {
  const { points, outcome } = useProof(space)
  if (points.length === 0) return null
  return (
    <p className="pb-4 leading-snug">
      <Link
        to={`/visits/${space.visit.id}/prove`}
        className={`inline-flex min-h-12 items-center font-semibold underline underline-offset-4 ${TONE[outcome]}`}
      >
        {t('prove.line', { outcome, open: points.filter(({ state }) => state === 'open').length })}
      </Link>
      {space.visit.closedAtMs !== null && outcome !== 'proven' && (
        <span className="block text-soft">{t('prove.closedUnproven')}</span>
      )}
    </p>
  )
}
