import type { VisitAnswer } from '@brendik/core'
import { Link } from 'react-router'
import { usePrefs } from '../../lib/prefs.ts'
import { figure, withUnit } from '../../lib/units.ts'
import { t } from '../../lib/words.ts'
import { InPlace } from '../rates/index.ts'

/** What is known of machine and place; what is missing is said, since it widens every band. */
export function KnownFacts({ visit }: { visit: VisitAnswer }) {
  const { units } = usePrefs()
  const { spec } = visit.machine
  const site = visit.site.spec
  const rows: [string, string][] = [
    [
      spec.tub.assumed ? t('knownFacts.tubAssumed') : t('ui.tub'),
      `${figure(units, 'level', spec.tub.diameterMm)} × ${withUnit(units, 'level', spec.tub.depthMm)}`,
    ],
    [t('knownFacts.fillsTo'), withUnit(units, 'level', spec.fillLevelMm)],
    [
      t('ui.valveRated'),
      spec.valve.ratedLMin === null ? t('ui.notRead') : withUnit(units, 'flow', spec.valve.ratedLMin),
    ],
    [
      t('ui.pumpHead'),
      spec.pump.shutoffHeadM === null ? t('ui.notRead') : withUnit(units, 'head', spec.pump.shutoffHeadM),
    ],
    [
      t('knownFacts.drainHose'),
      `${figure(units, 'height', spec.drainHose.boreMm)} × ${withUnit(units, 'length', spec.drainHose.lengthM)}`,
    ],
  ]
  const place: [string, string][] = [
    [
      t('knownFacts.supplyCold'),
      site.supplyKpa.cold === null
        ? t('knownFacts.notGauged')
        : withUnit(units, 'pressure', site.supplyKpa.cold),
    ],
    [
      t('knownFacts.supplyHot'),
      site.supplyKpa.hot === null
        ? t('knownFacts.notGauged')
        : withUnit(units, 'pressure', site.supplyKpa.hot),
    ],
    [
      t('ui.standpipe'),
      site.standpipeHeightMm === null
        ? t('knownFacts.notMeasured')
        : withUnit(units, 'height', site.standpipeHeightMm),
    ],
    [
      t('knownFacts.levelPort'),
      site.portHeightMm === null ? t('knownFacts.notMeasured') : withUnit(units, 'height', site.portHeightMm),
    ],
  ]
  return (
    <div className="grid gap-6">
      <section aria-label={t('ui.workOut')}>
        <h2 className="font-semibold">{t('ui.workOut')}</h2>
        <InPlace ids={['litres', 'standpipe']} machine={spec} site={site} />
      </section>
      <KnownList
        title={spec.label}
        to={`/machines/${visit.machine.id}`}
        edit={`/machines/${visit.machine.id}/change?back=/visits/${visit.id}`}
        rows={rows}
      />
      <KnownList
        title={visit.site.name}
        edit={`/sites/${visit.site.id}?back=/visits/${visit.id}`}
        rows={place}
      />
    </div>
  )
}

function KnownList({
  title,
  to,
  edit,
  rows,
}: {
  title: string
  /** Page of the thing itself. */
  to?: string
  edit: string
  rows: [string, string][]
}) {
  return (
    <section>
      <div className="flex items-baseline justify-between gap-3">
        <h2 className="font-semibold">
          {to ? (
            <Link to={to} className="flex min-h-12 items-center underline underline-offset-4">
              {title}
            </Link>
          ) : (
            title
          )}
        </h2>
        <Link
          to={edit}
          className="flex min-h-12 items-center px-2 text-sm text-water underline underline-offset-4"
        >
          {t('ui.change')}
        </Link>
      </div>
      <dl>
        {rows.map(([name, value]) => (
          <div key={name} className="flex justify-between border-t border-hair py-2">
            <dt className="text-soft">{name}</dt>
            <dd className={value.startsWith('not ') ? 'text-watch' : 'font-medium'}>{value}</dd>
          </div>
        ))}
      </dl>
    </section>
  )
}
