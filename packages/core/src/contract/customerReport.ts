import type { ProofPoint } from '../guide/proof/proofPoints.ts'
import type { WhatItWas } from '../guide/proof/whatItWas.ts'
import { type Signature, signatureOf } from '../guide/signature.ts'
import type { RunKind } from '../measure/plan/runPlan.ts'
import type { Interval } from '../numeric/interval.ts'
import { type Agreed, agreedOf } from '../reason/economics/decideEntries.ts'
import { actsOfEntries } from '../reason/evidence/seen/actEntries.ts'
import type { VisitAct } from '../reason/evidence/seen/acts.ts'
import type { Said } from '../state/entries.ts'
import type { VisitAnswer } from './answers.ts'
import type { VisitProof } from './visitCase.ts'

/** What the customer's page says, as findings: codes and figures. */
export interface CustomerReport {
  dueAtMs: number
  siteName: string
  outcome: VisitProof['outcome']
  /** The run that says most, made before and after; null = there is none. */
  change: ReportChange | null
  /** Phases watched after the repair and found dry, as points of the proof name them. */
  dry: string[]
  failed: ProofPoint[]
  waived: ProofPoint[]
  open: ProofPoint[]
  /** Null = not reckoned yet. */
  wrong: WhatItWas | null
  acts: VisitAct[]
  agreed: Agreed | null
  signed: (Signature & { atMs: number }) | null
  runs: number
  looks: number
}
export interface ReportChange {
  kind: RunKind
  cured: boolean
  beforeId: string
  afterId: string
  /** How many times as fast; null = next to nothing came before. */
  ratio: Interval | null
  /** How long it took and takes, s; null where it never came to an end. */
  beforeS: number | null
  afterS: number | null
  /** What a sound machine takes, s. */
  soundS: { lo: number; hi: number } | null
  /** Of a run in which the water stands: what was lost before, L/h; null = it is a fill or drain. */
  lostLH: number | null
}

/** What the customer's page says of a visit. @param wrong - What was wrong, as it was reckoned from the visit. */
export function customerReport(
  visit: VisitAnswer,
  said: ReadonlyMap<string, Said>,
  proof: VisitProof,
  wrong: WhatItWas | null,
): CustomerReport {
  const acts = actsOfEntries(visit.entries)
  const pair = proof.runs.find(({ says }) => says === 'cured' || says === 'better')
  const state = (wanted: ProofPoint['state']) => proof.points.filter((point) => point.state === wanted)
  return {
    dueAtMs: visit.dueAtMs,
    siteName: visit.site.name,
    outcome: proof.outcome,
    change: pair ? changeOf(visit, pair) : null,
    dry: state('passed').flatMap(({ id }) => (id.startsWith('dry:') ? [id.slice('dry:'.length)] : [])),
    failed: state('failed'),
    waived: state('waived'),
    open: state('open'),
    wrong,
    acts,
    agreed: agreedOf(said),
    signed: signatureOf(said, acts),
    runs: visit.runs.filter(({ stoppedAtMs }) => stoppedAtMs !== null).length,
    looks: visit.observations.length,
  }
}

/** Whether the same run is another one since something was done, and that of a sound machine. */
export const isCured = ({ runs }: VisitProof): boolean => runs.some(({ says }) => says === 'cured')

function changeOf(visit: VisitAnswer, pair: VisitProof['runs'][number]): ReportChange {
  const { kind, says, beforeId, afterId, ratio, beforeLMin } = pair
  const flows = kind === 'fill' || kind === 'drain' || kind === 'siphon'
  const analysisOf = (id: string) => visit.runs.find((run) => run.id === id)?.analysis
  const [before, after] = [analysisOf(beforeId), analysisOf(afterId)]
  const sound = after?.expected?.timeS
  return {
    kind,
    cured: says === 'cured',
    beforeId,
    afterId,
    ratio: ratio ? { value: ratio.value, lo: ratio.lo, hi: ratio.hi } : null,
    beforeS: before?.quantities.timeS?.value ?? null,
    afterS: after?.quantities.timeS?.value ?? null,
    soundS: sound ? { lo: sound.lo, hi: sound.hi } : null,
    lostLH: flows ? null : 60 * Math.abs(beforeLMin.value),
  }
}
