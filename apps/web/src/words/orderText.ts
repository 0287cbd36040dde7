import { CHECK_IDS, type CheckId, type OrderEntry, RUN_KINDS } from '@brendik/core'
import { t } from '../lib/words.ts'
import { checkName } from './cardText.ts'
import { kindMessage } from './runText.ts'

/** Named by their place alone, where they stand under a heading. */
const VOLTS: readonly CheckId[] = ['pump.voltage', 'valve.voltage', 'board.pump-pin']

/** A place of an order of checks by its name: a check, a timed run, or the watched phases. */
export function orderEntryName(entry: OrderEntry): string {
  const check = CHECK_IDS.find((id) => id === entry)
  if (check)
    return VOLTS.includes(check) ? t('ownOrder.volts', { where: checkName(check) }) : checkName(check)
  const kind = RUN_KINDS.find((one) => entry === `run:${one}`)
  return kind ? t('ui.timeA', { kind: kindMessage(kind) }) : t('ownOrder.watchedPhases')
}
