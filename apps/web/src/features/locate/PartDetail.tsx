import { type LeakView, ON_PUMP, type PartId, type PartVerdict } from '@brendik/core'
import { Link } from 'react-router'
import { percent } from '../../lib/percent.ts'
import { usePrefs } from '../../lib/prefs.ts'
import { figure, unitOf } from '../../lib/units.ts'
import { say, t } from '../../lib/words.ts'
import { faultName, partName } from '../../words/cardText.ts'
import { upperFirst } from '../../words/firstLetter.ts'

/** What is known of the chosen part, in a line or two. */
export function PartDetail({
  view,
  chosen,
  machineAt,
  onMeasure,
}: {
  view: LeakView
  chosen: PartId | null
  /** The page on which the construction of this machine is kept. */
  machineAt: string
  onMeasure: () => void
}) {
  const { units } = usePrefs()
  const part = view.parts.find((p) => p.id === chosen)
  const verdict = view.verdicts.find((v) => v.part.id === chosen)
  const suspects = view.suspects.filter((s) => s.part?.id === chosen)
  const mm = (value: number) => figure(units, 'level', value)
  return (
    <p aria-live="polite" className="min-h-12 border-t border-line bg-face px-4 py-1.5 leading-snug md:px-5">
      {part ? (
        <>
          <span className="font-semibold">{partName(part.id)}</span>
          {t('partDetail.toAsMeasuredMinOther', {
            mm: mm(part.bandMm[0]),
            mm2: mm(part.bandMm[1]),
            unit: unitOf(units, 'level').unit,
            measured: part.measured ? 'yes' : 'no',
            row: part.place.row,
            column: part.place.column,
            minutes: part.access.minutes > 0 ? 'yes' : 'no',
            what: upperFirst(t(`access.${part.access.by}`)),
            minutes2: part.access.minutes,
            verdict: verdict ? `${saidOf(verdict, view.found.height !== null)} ` : '',
          })}
          {suspects.map((s) => `${faultName(s.fault)} ${percent(s.present)}. `)}
          <button
            type="button"
            className="min-h-8 cursor-pointer underline underline-offset-4"
            onClick={onMeasure}
          >
            {part.measured ? t('ui.measureAgain') : t('partDetail.enterItsHeight')}
          </button>
          {ON_PUMP.includes(part.id) && (
            <>
              {' '}
              <Link to={machineAt} className="inline-flex min-h-8 items-center underline underline-offset-4">
                {t('partDetail.foundElsewhereOrReachedAnother')}
              </Link>
            </>
          )}
        </>
      ) : (
        <span className="text-soft">{t('partDetail.chooseAPartInThe')}</span>
      )}
    </p>
  )
}

/** What the height says of a part: ruled out where a height is known and lies elsewhere. */
function saidOf({ verdict, why }: PartVerdict, told: boolean): string {
  const out = verdict === 'cleared' || (verdict === 'above' && told)
  const words = say(why)
  return `${out ? t('partDetail.ruledOut', { words }) : upperFirst(words)}.`
}
