import {
  PROTOCOLS,
  type ProtocolId,
  planForStep,
  RUN_KINDS,
  type RunKind,
  type RunPlan,
  type VisitAnswer,
} from '@brendik/core'
import { useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import {
  askedBy,
  byOwnRecords,
  firstPlan,
  LiveBoard,
  SetupBoard,
  useRunBoard,
} from '../features/run/index.ts'
import { useVisit } from '../features/visit/index.ts'
import { newId } from '../lib/newId.ts'
import { t } from '../lib/words.ts'
import { Message } from '../ui/Message.tsx'

/** One run: set up, running, done. */
export function RunPage() {
  const { runId = '' } = useParams()
  return <RunOf key={runId} runId={runId} />
}

function RunOf({ runId }: { runId: string }) {
  const [params] = useSearchParams()
  const { board, run } = useRunBoard(runId)
  const visitId = params.get('visit') ?? run.meta?.visitId ?? null
  const asked = params.get('kind') as RunKind
  const wanted = visitId !== null && run.facts.startedAtMs === null
  const { visit, error } = useVisit(visitId ?? '', wanted)
  const [draft, setDraft] = useState<RunPlan | null>(null)

  const { plan } = run.facts
  if (plan && run.facts.startedAtMs !== null) return <LiveBoard board={board} run={run} plan={plan} />
  if (visitId !== null && error && !visit) return <Message problem>{error.message}</Message>
  if (run.loading || (visitId !== null && !visit)) return <Message>{t('runPage.openingTheRun')}</Message>
  if (!visit)
    return (
      <Message problem>
        {t('runPage.thisRunIsNeitherOn')}{' '}
        <Link to="/" className="underline">
          {t('ui.backToTheDay')}
        </Link>
      </Message>
    )
  const current =
    draft ??
    plan ??
    stepPlan(params, visit) ??
    firstPlan(RUN_KINDS.includes(asked) ? asked : 'drain', visit, askedBy(params))
  return (
    <SetupBoard
      visit={visit}
      plan={current}
      onPlan={setDraft}
      onKind={(kind) => setDraft(firstPlan(kind, visit))}
      onStart={(instrument, atMs) => {
        board.plan(
          {
            visitId: visit.id,
            machineLabel: visit.machine.spec.label,
            siteName: visit.site.name,
            instrumentLabel: instrument?.label ?? null,
          },
          {
            type: 'planned',
            id: newId(),
            atMs,
            plan: current,
            instrumentId: instrument?.id ?? null,
          },
          { type: 'started', id: newId(), atMs },
        )
      }}
    />
  )
}

/** The plan that a protocol's step asks for; null when none was asked for. */
function stepPlan(params: URLSearchParams, visit: VisitAnswer): RunPlan | null {
  const protocol = PROTOCOLS[params.get('protocol') as ProtocolId]
  const step = protocol?.steps.find((candidate) => candidate.id === params.get('step'))
  const slowTap = params.get('tap') === 'hot' ? 'hot' : 'cold'
  if (step?.kind !== 'run') return null
  const planned = planForStep(protocol, step, visit.machine.spec, visit.site.spec, slowTap)
  return { ...planned, ...byOwnRecords(planned.kind, visit) }
}
