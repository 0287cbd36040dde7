import { modelName, type OwnRecords, type RunPlan, recordsKey, type VisitAnswer } from '@brendik/core'
import { Link } from 'react-router'
import { estimateText } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'
import { Choice } from '../../ui/Choice.tsx'
import { boundText } from '../../words/setupText.ts'
import { useRests } from './RestsOn.tsx'

/** Whether the run is expected by own records of machines like this one, what they rest on, and what would be expected without. */
export function OwnRecordsChoice({
  own,
  visit,
  plan,
  onPlan,
}: {
  own: OwnRecords
  visit: VisitAnswer
  plan: RunPlan
  onPlan: (plan: RunPlan) => void
}) {
  const usual = useRests(plan)?.usual
  return (
    <section aria-label={t('ownRecords.ownRecords')} className="col-span-full border-t border-hair py-3">
      <Choice
        label={t('ownRecords.expectedBy')}
        value={plan.own ? 'own' : 'usual'}
        options={[
          { value: 'own', text: t('ownRecords.ownRecords') },
          { value: 'usual', text: t('ownRecords.usual') },
        ]}
        onChange={(value) => onPlan({ ...plan, own: value === 'own' ? own : undefined })}
      />
      <p className="pt-2 text-sm leading-5 text-soft">
        {t('ownRecords.restsOn', { of: own.of, machines: own.machines, runs: own.runs })}{' '}
        {usual && t('ownRecords.without', { lo: estimateText(usual.lo), hi: boundText(usual.hi) })}
      </p>
      <Link
        to={`/own-records/${keyOf(visit, own)}`}
        className="flex min-h-12 items-center text-water underline underline-offset-4"
      >
        {t('ownRecords.see')}
      </Link>
    </section>
  )
}

/** Where the records of machines like a visit's are looked into. */
function keyOf({ machine }: VisitAnswer, own: OwnRecords): string {
  const { family } = machine.spec
  const name = modelName(machine.record.make, machine.record.model)
  return encodeURIComponent(
    own.of === 'family' || !name ? recordsKey.family(family) : recordsKey.model(family, name),
  )
}
