import {
  drainFlowAtHeightLMin,
  STANDPIPE_ABOVE_WEIR_MM,
  stallHeightMm,
  USUAL_HOSE_END_MM,
} from '@brendik/core'
import { Link } from 'react-router'
import { usePrefs } from '../../lib/prefs.ts'
import { withUnit } from '../../lib/units.ts'
import { t } from '../../lib/words.ts'
import type { Space } from '../visit/index.ts'
import { CheckList } from './CheckList.tsx'

/** What is seen without a tool: hoses, pipe, taps, screens, foam. */
export function OutsideStage({ space }: { space: Space }) {
  return (
    <CheckList
      space={space}
      which={(check) => check.stage === 'outside'}
      verdictOf={(check) => {
        if (check.id === 'standpipe.height') return <StandpipeSays space={space} />
        if (check.id === 'supply.gauge') return <GaugeSays space={space} />
        return null
      }}
    />
  )
}

/** The height measured, against what a sound pump of this machine lifts. */
function StandpipeSays({ space }: { space: Space }) {
  const { units } = usePrefs()
  const { visit } = space
  const machine = visit.machine.spec
  const measured = visit.observations.findLast((o) => o.check === 'standpipe.height')?.value
  if (typeof measured !== 'number') return null
  const level = machine.fillLevelMm ?? 100
  const flow = drainFlowAtHeightLMin(machine, visit.site.spec, measured, level)
  const usual = drainFlowAtHeightLMin(machine, visit.site.spec, USUAL_HOSE_END_MM, level)
  const stall = stallHeightMm(machine, visit.site.spec, 0)
  const tooHigh = measured > stall * 0.8
  const differs = visit.site.spec.standpipeHeightMm !== measured
  return (
    <>
      <p className={`leading-snug ${tooHigh ? 'font-semibold text-watch' : ''}`}>
        {t('outsideStage.aSoundPumpGivesThere', {
          flow: withUnit(units, 'flow', flow),
          value: Math.round((100 * flow) / usual),
          height: withUnit(units, 'height', USUAL_HOSE_END_MM),
          height2: withUnit(units, 'height', stall),
        })}
        {tooHigh && ` ${t('outsideStage.tooHighSlowWithEverything')}`}
      </p>
      <p className="text-sm text-soft">
        {t('outsideStage.codesFromMemoryToAbove', {
          height: withUnit(units, 'height', STANDPIPE_ABOVE_WEIR_MM.lo),
          height2: withUnit(units, 'height', STANDPIPE_ABOVE_WEIR_MM.hi),
        })}
      </p>
      {differs && (
        <p className="text-sm">
          {t('outsideStage.thePlacesRecordSays', {
            standpipeHeightMm:
              visit.site.spec.standpipeHeightMm === null
                ? t('ui.nothing')
                : withUnit(units, 'height', visit.site.spec.standpipeHeightMm),
          })}{' '}
          <Link
            to={`/sites/${visit.site.id}?back=/visits/${visit.id}/outside`}
            className="inline-flex min-h-12 items-center text-water underline underline-offset-4"
          >
            {t('outsideStage.changeIt')}
          </Link>
        </p>
      )}
    </>
  )
}

/** Supply pressures that a valve is made for, kPa: 20–120 psi. Common practice, no published source. */
const SUPPLY_KPA = { lo: 138, hi: 827 } as const

function GaugeSays({ space }: { space: Space }) {
  const { units } = usePrefs()
  const low = space.visit.observations.filter(
    (o) =>
      o.check === 'supply.gauge' &&
      typeof o.value === 'number' &&
      (o.value < SUPPLY_KPA.lo || o.value > SUPPLY_KPA.hi),
  )
  if (low.length === 0) return null
  return (
    <p className="leading-snug font-semibold text-watch">
      {t('outsideStage.outsideToBelowItA', {
        pressure: withUnit(units, 'pressure', SUPPLY_KPA.lo),
        pressure2: withUnit(units, 'pressure', SUPPLY_KPA.hi),
      })}
    </p>
  )
}
