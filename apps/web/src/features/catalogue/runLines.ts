import type { CardFigure, CheckId, FaultCard } from '@brendik/core'
import { percent } from '../../lib/percent.ts'
import { numberText, t } from '../../lib/words.ts'
import { checkName } from '../../words/cardText.ts'

interface Line {
  of: CardFigure
  text: string
}

/** What a fault does to runs and meters, a line each. */
export function runLines({ drain, fill, sensing, circuit, stands }: FaultCard): Line[] {
  const lines: Line[] = []
  const add = (of: CardFigure, text: string) => lines.push({ of, text })
  const share = (of: CardFigure, chance: number | undefined, text: (share: string) => string) => {
    if (chance !== undefined) add(of, text(percent(chance)))
  }
  share('drain', drain?.none, (x) => t('catalogue.drainNone', { share: x }))
  share('drain', drain?.stops, (x) => t('catalogue.drainStops', { share: x }))
  share('drain', drain?.unsteady, (x) => t('catalogue.drainUnsteady', { share: x }))
  share('drain', drain?.slowing, (x) => t('catalogue.drainSlowing', { share: x }))
  share('drain', drain?.runsBack, (x) => t('catalogue.drainRunsBack', { share: x }))
  if (drain?.head)
    add('drain', t('catalogue.drainHead', { lo: percent(drain.head[0]), hi: percent(drain.head[1]) }))
  if (drain?.path)
    add(
      'drain',
      t('catalogue.drainPath', { lo: numberText(drain.path[0], 1), hi: numberText(drain.path[1], 0) }),
    )
  share('fill', fill?.none, (x) => t('catalogue.fillNone', { share: x }))
  share('fill', fill?.over, (x) => t('catalogue.fillOver', { share: x }))
  share('fill', fill?.meterLow, (x) => t('catalogue.fillMeterLow', { share: x }))
  if (fill?.loses) add('fill', t('catalogue.fillLoses'))
  share('sensing', sensing?.offset, (x) => t('catalogue.sensingOffset', { share: x }))
  share('sensing', sensing?.gain, (x) => t('catalogue.sensingGain', { share: x }))
  share('sensing', sensing?.lags, (x) => t('catalogue.sensingLags', { share: x }))
  share('sensing', sensing?.decays, (x) => t('catalogue.sensingDecays', { share: x }))
  if (stands) add('stands', t(stands === 'siphons' ? 'catalogue.siphons' : 'catalogue.seepsIn'))
  for (const [check, effect] of Object.entries(circuit ?? {})) {
    const name = checkName(check as CheckId)
    if (effect === 'open') add('circuit', t('catalogue.windingOpen', { check: name }))
    else if (effect === 'short') add('circuit', t('catalogue.windingShort', { check: name }))
    else if (effect === 'high') add('circuit', t('catalogue.windingHigh', { check: name }))
    else if (check === 'pump.runs-for')
      add('circuit', t('catalogue.runsFor', { check: name, seconds: effect }))
    else
      add(
        'circuit',
        t(check === 'insulation' ? 'catalogue.insulationLow' : 'catalogue.deadLine', {
          check: name,
          share: percent(effect),
        }),
      )
  }
  return lines
}
