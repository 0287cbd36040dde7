import {
  type BandRests,
  type ExpectedRun,
  type FactId,
  type FigureFact,
  plannedEndMm,
  type RunPlan,
  type Spread,
} from '@brendik/core'
import { estimateText } from '../lib/time.ts'
import { type UnitSystem, withUnit } from '../lib/units.ts'
import { t, tOf } from '../lib/words.ts'
import { lowerFirst } from './firstLetter.ts'
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

/** Less than this share of the width is not worth going for it. */
const WORTH = 0.1

/** What would narrow the band most, in one sentence. */
export function bandAdvice({ now, facts }: BandRests): string {
  const width = ({ lo, hi }: Spread) => hi - lo
  const best = facts
    .flatMap(({ id, band }) => (band ? [{ id, band }] : []))
    .sort((a, b) => width(a.band) - width(b.band))[0]
  if (!best || !(width(best.band) < (1 - WORTH) * width(now))) return t('setupText.asNarrow')
  return t('setupText.narrowsMost', {
    what: lowerFirst(factName(best.id)),
    lo: estimateText(best.band.lo),
    hi: boundText(best.band.hi),
  })
}
/** A value that a run, or what is expected of it, rests on. */
export const factName = (id: FactId | FigureFact['id']): string => tOf(`restsOn.${id}`, id)
/** The end of a band that may never come. */
export const boundText = (s: number): string => (Number.isFinite(s) ? estimateText(s) : t('ui.never'))
