import { type FamilyId, familyDefaults, type OwnRecords, type RunPlan, type Spread } from '@brendik/core'
import { estimateText } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'
import { kindMessage } from '../../words/runText.ts'
import { boundText } from '../../words/setupText.ts'
import { useExpected } from '../run/index.ts'

/** What is expected of the next machine like these, of which nothing was measured: with own records, and without. */
export function ExpectedWith({
  family,
  records,
  kind,
}: {
  family: FamilyId
  records: OwnRecords | null
  kind: 'fill' | 'drain'
}) {
  const plan = nextPlan(family, kind)
  const { run: usual } = useExpected(plan)
  const { run: own } = useExpected(records && { ...plan, own: records })
  if (!usual) return null
  const text = ({ lo, hi }: Spread) => t('common.range', { from: estimateText(lo), to: boundText(hi) })
  return (
    <p className="flex flex-wrap items-baseline gap-x-4 pb-2">
      {own && <span className="figure text-4xl leading-none md:text-5xl">{text(own.timeS)}</span>}
      <span className="text-soft">
        {t('ownRecords.nextOne', {
          kind: kindMessage(kind),
          usual: text(usual.timeS),
          has: own ? 'yes' : 'no',
        })}
      </span>
    </p>
  )
}

function nextPlan(family: FamilyId, kind: 'fill' | 'drain'): RunPlan {
  const usual = familyDefaults(family)
  const level = usual.fillLevelMm ?? 100
  return {
    kind,
    machine: { ...usual, tub: { ...usual.tub, assumed: true } },
    site: {
      supplyKpa: { cold: null, hot: null },
      standpipeHeightMm: null,
      waterTempC: 15,
      portHeightMm: null,
    },
    taps: kind === 'fill' ? ['cold'] : [],
    throttled: false,
    hoseEndMm: null,
    startLevelMm: kind === 'fill' ? 0 : level,
    startFrom: 'read',
    endLevelMm: kind === 'fill' ? level : null,
    laundry: 'none',
    laundryKg: 0,
  }
}
