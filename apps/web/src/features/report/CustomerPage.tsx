import { customerReport, isCured, showedAsThought, type WhatItWas } from '@brendik/core'
import { sayReport } from '@brendik/words/lean'
import type { ReactNode } from 'react'
import { usePrefs } from '../../lib/prefs.ts'
import { dateText } from '../../lib/time.ts'
import { t, words } from '../../lib/words.ts'
import { compute } from '../../workers/compute.ts'
import { useComputed } from '../../workers/useComputed.ts'
import { useWho } from '../door/index.ts'
import { useLeakMarks, weighedOf } from '../locate/index.ts'
import { isFlow, ProofChart, usePairRuns, useProof } from '../prove/index.ts'
import type { Space } from '../visit/index.ts'
import { ReportSheet } from './ReportSheet.tsx'
import { useNamed } from './useNamed.ts'

/** One page for the customer, in plain words: what they want to hear first, one picture, what was wrong, how we know, what was done, what to watch. */
export function CustomerPage({ space: given, sign }: { space: Space; sign: ReactNode }) {
  const space = useNamed(given)
  const { visit, said } = space
  const { units } = usePrefs()
  const who = useWho()
  const proof = useProof(space)
  const settled = visit.runs.every(({ pending, stoppedAtMs }) => !pending || stoppedAtMs === null)
  const found = useWhatItWas(space, isCured(proof), settled)
  const report = customerReport(visit, said, proof, found?.what ?? null)
  const pair = proof.runs.find(({ afterId }) => afterId === report.change?.afterId)
  const runs = usePairRuns(pair)
  // Until then it would say of a repair that it is not proven, or of a fault that it is less sure.
  if (!settled || !found) return <p className="p-6 text-lg text-soft">{t('report.workingOut')}</p>
  return (
    <ReportSheet
      workshop={who.workshopName}
      dated={dateText(visit.dueAtMs, 'longDate')}
      siteName={visit.site.name}
      text={sayReport(words(units), report, (atMs) => dateText(atMs, 'longDate'))}
      sign={sign}
      picture={pair && <ProofChart runs={runs} flows={isFlow(pair)} />}
    />
  )
}

/** What was wrong, computed in the worker by runs that are worked out; null until it is there. */
function useWhatItWas(space: Space, cured: boolean, settled: boolean): { what: WhatItWas | null } | null {
  const weighed = weighedOf(space, useLeakMarks(space))
  const showed = showedAsThought(space.said)
  return useComputed(settled ? JSON.stringify([weighed, cured, showed]) : '', async () => ({
    what: await compute.whatItWas(weighed, cured, showed),
  }))
}
