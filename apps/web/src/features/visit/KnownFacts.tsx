import type { VisitAnswer } from '@brendik/core'
import { Link } from 'react-router'
import { usePrefs } from '../../lib/prefs.ts'
import { figure, withUnit } from '../../lib/units.ts'
import { InPlace } from '../rates/index.ts'

/** What is known of machine and place; what is missing is said, since it widens every band. */
export function KnownFacts({ visit }: { visit: VisitAnswer }) {
  const { units } = usePrefs()
  const { spec } = visit.machine
  const site = visit.site.spec
  const rows: [string, string][] = [
    [
      spec.tub.assumed ? 'Tub, assumed' : 'Tub',
      `${figure(units, 'level', spec.tub.diameterMm)} × ${withUnit(units, 'level', spec.tub.depthMm)}`,
    ],
    ['Fills to', withUnit(units, 'level', spec.fillLevelMm)],
    [
      'Valve rated',
      spec.valve.ratedLMin === null ? 'not read' : withUnit(units, 'flow', spec.valve.ratedLMin),
    ],
    [
      'Pump head',
      spec.pump.shutoffHeadM === null ? 'not read' : withUnit(units, 'head', spec.pump.shutoffHeadM),
    ],
    [
      'Drain hose',
      `${figure(units, 'height', spec.drainHose.boreMm)} × ${withUnit(units, 'length', spec.drainHose.lengthM)}`,
    ],
  ]
  const place: [string, string][] = [
    [
      'Supply, cold',
      site.supplyKpa.cold === null ? 'not gauged' : withUnit(units, 'pressure', site.supplyKpa.cold),
    ],
    [
      'Supply, hot',
      site.supplyKpa.hot === null ? 'not gauged' : withUnit(units, 'pressure', site.supplyKpa.hot),
    ],
    [
      'Standpipe',
      site.standpipeHeightMm === null ? 'not measured' : withUnit(units, 'height', site.standpipeHeightMm),
    ],
    [
      'Level port',
      site.portHeightMm === null ? 'not measured' : withUnit(units, 'height', site.portHeightMm),
    ],
  ]
  return (
    <div className="grid gap-6">
      <section aria-label="Work out">
        <h2 className="font-semibold">Work out</h2>
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
          Change
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
