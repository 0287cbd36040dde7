import type { PartId } from '../../machine/parts.ts'
import { CURES } from '../../reason/catalogue/cures.ts'
import type { FaultId } from '../../reason/catalogue/faultCard.ts'
import { faultCard } from '../../reason/catalogue/faultCards.ts'
import type { ActWord, VisitAct } from '../../reason/evidence/seen/acts.ts'
import { asFound } from '../../reason/weigh/asFound.ts'
import { type Reasons, reasonsOf } from '../../reason/weigh/reasons.ts'
import { type WeighedCase, weighVisit } from '../../reason/weigh/weighVisit.ts'

/** What was wrong with a machine as it was found. */
export interface WhatItWas extends Reasons {
  /** Null = nothing was. */
  fault: FaultId | null
  /** How likely it was by all that was found before anything was done. */
  present: number
  /** It is named for what was done: the machine was cured by it. */
  byCure: boolean
  /** It is named for what the old part showed when it was opened. */
  byOldPart: boolean
}

/**
 * What was wrong, by what was found before anything was done; where what was done cured the machine, the fault that it ends, whatever led before:
 * a hose that was cleared and with that the drain was not a worn pump.
 * What an old part showed counts before both.
 * @param cured - Whether the same run is another one since, and that of a sound machine. @param showed - Parts that showed, opened, what was thought.
 */
export function whatItWas(visit: WeighedCase, cured: boolean, showed: readonly PartId[] = []): WhatItWas {
  const weighed = weighVisit(asFound(visit))
  const present = [...weighed.belief.present].sort(([, a], [, b]) => b - a)
  const shown = present.find(([fault]) => showed.includes(faultCard(fault).part))
  const ended = cured ? present.find(([fault]) => visit.acts.some((act) => ends(act, fault))) : undefined
  const first = shown ?? ended ?? present[0]
  const none = weighed.belief.share.get('none') ?? 0
  if (!first || (!shown && !ended && none > first[1]))
    return {
      fault: null,
      present: none,
      byCure: false,
      byOldPart: false,
      speaksFor: [],
      speaksAgainst: [],
    }
  const [fault, share] = first
  return {
    fault,
    present: share,
    byCure: ended !== undefined && (!shown || ended[0] === shown[0]),
    byOldPart: shown !== undefined,
    ...reasonsOf(weighed, visit.history, fault),
  }
}

const CURE_OF: Readonly<Record<ActWord, string | null>> = {
  cleaned: 'clean',
  cleared: 'clear',
  adjusted: 'adjust',
  replaced: 'replace',
  trial: 'replace',
  opened: null,
}
/** Whether an act ends a fault: on its part, by what ends it or with a new part. */
function ends({ what, part }: VisitAct, fault: FaultId): boolean {
  const { act, newPartMin } = CURES[fault]
  const word = CURE_OF[what]
  return faultCard(fault).part === part && (word === act || (word === 'replace' && newPartMin !== undefined))
}
