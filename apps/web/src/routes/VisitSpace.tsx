import { STAGE_IDS } from '@brendik/core'
import { useMemo, useState } from 'react'
import { Link, Outlet, useMatch, useNavigate, useParams } from 'react-router'
import {
  OTHER_KEY,
  OTHER_NAME,
  OTHER_PAGES,
  RunningRuns,
  type Space,
  StageMenu,
  StageRail,
  StateFold,
  StateSheet,
  StateStrip,
  useFolded,
  useVisit,
} from '../features/visit/index.ts'
import { WeighStrip } from '../features/weigh/index.ts'
import { dateText } from '../lib/time.ts'
import { useShort } from '../lib/useShort.ts'
import { t } from '../lib/words.ts'
import { useKeptRuns } from '../outbox/useKeptRuns.ts'
import { useSingleKeys } from '../ui/keys.ts'
import { Message } from '../ui/Message.tsx'
import { TopBar } from '../ui/TopBar.tsx'
import { isStage, STAGE_NAME } from '../words/stageText.ts'
import type { StateCellId } from '../words/stateText.ts'

/** One workspace for a visit: the state of the machine above, the stages at the side, one of them open. */
export function VisitSpace() {
  const { visitId = '', stageId = '' } = useParams()
  const { visit, error, problem } = useVisit(visitId)
  const folded = useFolded(visit)
  const [cell, setCell] = useState<StateCellId | null>(null)
  const at = isStage(stageId) ? stageId : null
  const leaf = useMatch('/visits/:visitId/:page')?.params.page
  const other = OTHER_PAGES.find((page) => page === leaf) ?? null
  const page = other ?? at
  // Making safe is about the state: there it lies open, where there is room.
  const [asked, setUnfolded] = useState<boolean | null>(null)
  const short = useShort()
  const unfolded = asked ?? (at === 'make-safe' && !short)
  const space = useMemo<Space | null>(() => folded && { ...folded, setField: setCell }, [folded])
  const kept = useKeptRuns(visitId) ?? []
  useStageKeys(visitId)
  if (error && !visit) return <Message problem>{error.message}</Message>
  if (!visit || !space) return <Message>{t('visitSpace.openingTheVisit')}</Message>
  return (
    <div className="flex h-full flex-col">
      <TopBar
        title={`${at ? STAGE_NAME[at] : other ? OTHER_NAME[other] : t('visitSpace.visit')}, ${visit.site.name}`}
        switchesOnPhone={false}
      >
        <Link
          to={`/visits/${visitId}`}
          className="flex min-h-12 min-w-0 flex-1 flex-col justify-center self-stretch md:flex-row md:items-center md:justify-start md:gap-3"
        >
          <span className="truncate font-semibold">{visit.site.name}</span>
          <span className="truncate text-sm text-soft md:text-base">
            <span className="max-md:hidden">{dateText(visit.dueAtMs, 'dayTime')} · </span>
            {visit.machine.spec.label}
          </span>
        </Link>
      </TopBar>
      <RunningRuns visits={[{ runs: visit.runs, siteName: visit.site.name }]} kept={kept} />
      <div className="flex border-b border-line bg-face md:hidden">
        <StageMenu space={space} at={page} />
        <StateFold space={space} open={unfolded} onToggle={() => setUnfolded(!unfolded)} />
      </div>
      <StateStrip space={space} open={unfolded} />
      {other !== 'weigh' && <WeighStrip space={space} />}
      {problem && (
        <p role="alert" className="border-b border-watch bg-watch-face px-4 py-2">
          {problem}
        </p>
      )}
      <div className="flex min-h-0 flex-1">
        <StageRail space={space} at={page} />
        <div className="flex min-h-0 min-w-0 flex-1 flex-col">
          <Outlet context={space} />
        </div>
      </div>
      {cell && <StateSheet space={space} cell={cell} onClose={() => setCell(null)} />}
    </div>
  )
}

/** The digits open the stages as they are numbered, 0 the whole visit, letters the other pages. */
function useStageKeys(visitId: string): void {
  const navigate = useNavigate()
  useSingleKeys({
    0: () => navigate(`/visits/${visitId}`),
    ...Object.fromEntries(
      OTHER_PAGES.map((page) => [OTHER_KEY[page], () => navigate(`/visits/${visitId}/${page}`)]),
    ),
    ...Object.fromEntries(
      STAGE_IDS.slice(0, 9).map((stage, i) => [i + 1, () => navigate(`/visits/${visitId}/${stage}`)]),
    ),
  })
}
