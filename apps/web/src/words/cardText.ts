import type {
  CautionId,
  CheckId,
  FaultId,
  PartId,
  PlannedStop,
  PlannedTry,
  ProtocolId,
  ProtocolStep,
} from '@brendik/core'
import { sayFault } from '@brendik/words/lean'
import { t, tLines, tOf, words } from '../lib/words.ts'

export const checkName = (id: CheckId): string => t(`check.${id}`)
export const partName = (id: PartId): string => t(`part.${id}`)
export const faultName = (id: FaultId): string => t(`fault.${id}`)
/** A fault by itself. */
export const faultTitle = (id: FaultId): string => sayFault(words(), id)
export const cautionText = (id: CautionId): string => t(`caution.${id}`)

/** What is done to which part, or to two of them. */
export function actText({
  act,
  part,
  also,
}: Pick<PlannedTry, 'act' | 'part'> & Partial<Pick<PlannedStop, 'also'>>): string {
  if (part === null) return t('weigh.closeUp')
  if (!also?.part) return t('weigh.actOnPart', { act, part: partName(part) })
  if (also.act === act)
    return t('weigh.actOnPart', { act, part: `${partName(part)} + ${partName(also.part)}` })
  return t('weigh.bothActs', { one: actText({ act, part }), other: actText(also) })
}

/** How a look is made, and what is normal; empty where there is nothing to explain. */
export const howText = (id: CheckId): string => tOf(`how.${id}`, '')

/** An outcome of a choice; the value itself where the table has none. */
export function outcomeWord(check: string, value: string, as = value): string {
  return tOf(`check.${check}.${as}`, value)
}
/** What an outcome means, where that is not plain. */
export function outcomeMeans(check: string, value: string, as = value): string | null {
  const id = `check.${check}.${as}.means`
  return words().has(id) ? tOf(id, '') : null
}

export const protocolName = (id: ProtocolId): string => t(`protocol.${id}`)

/** The words of one step of a protocol: its title, what to do, what comes before it, and when to stop. */
export function stepText(protocol: ProtocolId, { id }: Pick<ProtocolStep, 'id'>) {
  const own = `protocol.${protocol}.${id}`
  return {
    title: tOf(own, id),
    act: tOf(`${own}.act`, ''),
    first: tOf(`${own}.first`, '').split('\n').filter(Boolean),
  }
}

/** What a protocol needs, one thing a line. */
export const protocolNeeds = (id: ProtocolId): string[] => tLines(`protocol.${id}.needs`)
