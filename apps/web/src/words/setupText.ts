import { type ExpectedRun, plannedEndMm, type RunPlan } from '@brendik/core'
import { estimateText } from '../lib/time.ts'
import { type UnitSystem, withUnit } from '../lib/units.ts'
import { KIND_WORD } from './runText.ts'

/** The expected run in a sentence, for healthy machines that all, mostly or seldom get there. */
export function expectation(plan: RunPlan, expected: ExpectedRun, units: UnitSystem): string {
  const { lo, mid, hi } = expected.timeS
  const to = plan.kind === 'fill' ? withUnit(units, 'level', plannedEndMm(plan)) : 'the first air'
  const run = `${KIND_WORD[plan.kind]} from ${withUnit(units, 'level', plan.startLevelMm)} to ${to}`
  if (Number.isFinite(hi))
    return `${run}: nine of ten healthy machines take ${estimateText(lo)} to ${estimateText(hi)}.`
  if (Number.isFinite(mid))
    return `${run}: half of the healthy machines take ${estimateText(mid)} or less, and some never lift the water that high.`
  return `${run}: most healthy pumps of this kind do not lift water that high. Lower the hose end, or measure its height.`
}

const ASSUMED_TUB = 'The drum’s size is assumed from its family: a tape inside it narrows the band.'

/** What would narrow the band most, in one sentence. */
export function bandAdvice(plan: RunPlan): string {
  if (plan.kind === 'fill') {
    const unread = plan.taps.some((tap) => plan.site.supplyKpa[tap] === null)
    if (plan.machine.valve.ratedLMin === null)
      return 'The valve’s rated flow is not known: read it off the valve to narrow the band.'
    if (plan.machine.tub.assumed) return ASSUMED_TUB
    return unread
      ? 'The supply is not gauged: a gauge on the tap narrows the band.'
      : 'Valve and supply are known: the band is as narrow as it gets.'
  }
  if (plan.machine.pump.shutoffHeadM === null)
    return 'The pump’s head is not known: its plate or tech sheet narrows the band most.'
  if (plan.hoseEndMm === null) return 'The height of the hose end is guessed: measure it to narrow the band.'
  if (plan.site.portHeightMm === null)
    return 'The height of the level port above the floor is guessed: measure it to narrow the band.'
  if (plan.machine.tub.assumed) return ASSUMED_TUB
  return 'Pump, heights and hose are known: the band is as narrow as it gets.'
}
