import { STAGE_IDS, saidOf } from '@brendik/core'
import { usePrefs } from '../../lib/prefs.ts'
import { dateText } from '../../lib/time.ts'
import { STAGE_NAME, stageLine, statusOf } from '../../words/stageText.ts'
import { CELL_NAME, cellText, STRIP_CELLS } from '../../words/stateText.ts'
import type { Space } from './space.ts'

/** What a sheet of paper has to say of a visit beside what its page shows: whose machine, when, how it was left, and each stage with its note. */
export function PrintedHead({ space }: { space: Space }) {
  const { units } = usePrefs()
  const { visit, said, state } = space
  const spec = visit.machine.spec
  return (
    <div className="hidden pb-4 print:block">
      <p className="text-xl font-semibold">{visit.site.name}</p>
      <p>
        {spec.label}, {dateText(visit.dueAtMs, 'longDateTime')}
        {visit.site.customer ? `, ${visit.site.customer.name}` : ''}
      </p>
      <p className="pt-2">
        {STRIP_CELLS.map(
          (cell) => `${CELL_NAME[cell]}: ${cellText(cell, spec, state, units, Date.now())}`,
        ).join('; ')}
      </p>
      <ul className="pt-2">
        {STAGE_IDS.filter((stage) => statusOf(said, stage) !== 'open' || saidOf(said, `note:${stage}`)).map(
          (stage) => (
            <li key={stage}>
              {STAGE_NAME[stage]}: {stageLine(said, stage)}
              {saidOf(said, `note:${stage}`) ? `. ${String(saidOf(said, `note:${stage}`))}` : ''}
            </li>
          ),
        )}
      </ul>
    </div>
  )
}
