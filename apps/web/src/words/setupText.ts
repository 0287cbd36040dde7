import { type ExpectedRun, plannedEndMm, type RunPlan } from '@brendik/core'
import { estimateText } from '../lib/time.ts'
import { type UnitSystem, withUnit } from '../lib/units.ts'
import { t } from '../lib/words.ts'
import { kindMessage } from './runText.ts'

/** The expected run in a sentence, for healthy machines that all, mostly or seldom get there. */
export function expectation(plan: RunPlan, expected: ExpectedRun, units: UnitSystem): string {
  const { lo, mid, hi } = expected.timeS
  const to = plan.kind === 'fill' ? withUnit(units, 'level', plannedEndMm(plan)) : t('setupText.theFirstAir')
  const run = t('setupText.fromTo', {
    kind: kindMessage(plan.kind),
    level: withUnit(units, 'level', plan.startLevelMm),
    to,
  })
  if (Number.isFinite(hi))
    return t('setupText.nineOfTenHealthyMachines', { run, time: estimateText(lo), time2: estimateText(hi) })
  if (Number.isFinite(mid)) return t('setupText.halfOfTheHealthyMachines', { run, time: estimateText(mid) })
  return t('setupText.mostHealthyPumpsOfThis', { run })
}

const ASSUMED_TUB = t('setupText.theDrumsSizeIsAssumed')

/** What would narrow the band most, in one sentence. */
export function bandAdvice(plan: RunPlan): string {
  if (plan.kind === 'fill') {
    const unread = plan.taps.some((tap) => plan.site.supplyKpa[tap] === null)
    if (plan.machine.valve.ratedLMin === null) return t('setupText.theValvesRatedFlowIs')
    if (plan.machine.tub.assumed) return ASSUMED_TUB
    return unread ? t('setupText.theSupplyIsNotGauged') : t('setupText.valveAndSupplyAreKnown')
  }
  if (plan.machine.pump.shutoffHeadM === null) return t('setupText.thePumpsHeadIsNot')
  if (plan.hoseEndMm === null) return t('setupText.theHeightOfTheHose')
  if (plan.site.portHeightMm === null) return t('setupText.theHeightOfTheLevel')
  if (plan.machine.tub.assumed) return ASSUMED_TUB
  return t('setupText.pumpHeightsAndHoseAre')
}
