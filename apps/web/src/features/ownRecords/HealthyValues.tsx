import {
  type FamilyId,
  type FigureKind,
  familyDefaults,
  familyScale,
  HEALTHY_IDS,
  type HealthyId,
  type OwnRecords,
  ownGaussian,
} from '@brendik/core'
import { usePrefs } from '../../lib/prefs.ts'
import { figure, withUnit } from '../../lib/units.ts'
import { numberText, t, tOf } from '../../lib/words.ts'
import { lowerFirst } from '../../words/firstLetter.ts'

const KIND: Record<HealthyId, FigureKind | null> = {
  diameter: 'level',
  depth: 'level',
  floor: 'level',
  head: 'head',
  'free-flow': 'flow',
  'pump-curve': null,
  path: null,
  port: 'height',
  rated: 'flow',
}
/** 5 and 95 % of a normal distribution. */
const NINETY = 1.645
/** Told less than so by own records, a value is as usual. */
const TOLD = 0.9

/** What own records say a healthy machine is made of, beside what is usual of its family. */
export function HealthyValues({ family, records }: { family: FamilyId; records: OwnRecords }) {
  const { units } = usePrefs()
  const scale = familyScale(familyDefaults(family))
  const { mean, cov } = ownGaussian(records)
  const text = (id: HealthyId, lo: number, hi: number) => {
    const kind = KIND[id]
    return kind
      ? t('common.range', { from: figure(units, kind, lo), to: withUnit(units, kind, hi) })
      : `${t('common.range', { from: numberText(lo, 2), to: numberText(hi, 2) })} ×`
  }
  const name = (id: HealthyId) => tOf(`restsOn.${id === 'diameter' ? 'tub' : id}`, id)
  const values = HEALTHY_IDS.map((id, i) => ({ id, own: Math.sqrt(cov[i]?.[i] ?? 1), mean: mean[i] ?? 0 }))
  const told = values.filter(({ own }) => own < TOLD).sort((a, b) => a.own - b.own)
  const rest = values.filter(({ own }) => own >= TOLD)
  return (
    <>
      <ul>
        {told.map(({ id, own, mean: off }) => {
          const { mid, sd } = scale[id]
          const middle = mid + sd * off
          return (
            <li key={id} className="border-t border-hair py-2 leading-tight">
              <span className="flex justify-between gap-3">
                <span>{name(id)}</span>
                <span className="shrink-0 font-semibold">
                  {text(id, middle - NINETY * own * sd, middle + NINETY * own * sd)}
                </span>
              </span>
              <span className="block text-sm text-soft">
                {t('ownRecords.usualOf', { range: text(id, mid - NINETY * sd, mid + NINETY * sd) })}
              </span>
            </li>
          )
        })}
      </ul>
      {rest.length > 0 && (
        <p className="border-t border-hair py-2 text-sm leading-snug text-soft">
          {t('ownRecords.onlyTogether', { values: rest.map(({ id }) => lowerFirst(name(id))).join(', ') })}
        </p>
      )}
    </>
  )
}
