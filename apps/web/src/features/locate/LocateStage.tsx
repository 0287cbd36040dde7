import {
  type LeakPhase,
  type LeakView,
  type PartId,
  type PlannedNext,
  type StageStatus,
  saidOf,
} from '@brendik/core'
import { useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { newRunPath } from '../../lib/newRunPath.ts'
import { usePrefs } from '../../lib/prefs.ts'
import { t } from '../../lib/words.ts'
import { Action, ActionBar } from '../../ui/ActionBar.tsx'
import { foundInWords } from '../../words/locateText.ts'
import { statusOf } from '../../words/stageText.ts'
import { LookSheet } from '../stages/index.ts'
import { beginCheck, Conflict, type Space } from '../visit/index.ts'
import { CatchSheet } from './CatchSheet.tsx'
import { DryFirst } from './DryFirst.tsx'
import { Ladder } from './Ladder.tsx'
import { LadderLegend } from './LadderLegend.tsx'
import { Lead } from './Lead.tsx'
import { LocateSide } from './LocateSide.tsx'
import { ladderAsItStands, ladderAtReplay } from './ladderNow.ts'
import type { Plan } from './NextLook.tsx'
import { PartDetail } from './PartDetail.tsx'
import { PartHeightSheet } from './PartHeightSheet.tsx'
import { PhaseStrip } from './PhaseStrip.tsx'
import { Replay } from './Replay.tsx'
import { someSeen } from './Suspects.tsx'
import { timelineOf } from './timelineOf.ts'
import { useLeak, useLeakRuns } from './useLeak.ts'
import { useWatch } from './useWatch.ts'
import { WatchSheet } from './WatchSheet.tsx'

type Open =
  | { sheet: 'watch'; phase: LeakPhase }
  | { sheet: 'look'; look: PlannedNext }
  | { sheet: 'catch' }
  | { sheet: 'height' }

/** How the stage may be ended as it stands: where nothing was watched, there was nothing to locate. */
function endingOf(status: StageStatus, seen: boolean): { to: StageStatus; name: string; hint: string } {
  if (status === 'done') return { to: 'open', name: t('ui.openItAgain'), hint: t('ui.thereIsMoreToDo') }
  if (status === 'not-needed')
    return { to: 'open', name: t('ui.neededAfterAll'), hint: t('locateStage.somethingIsWet') }
  return seen
    ? { to: 'done', name: t('ui.done2'), hint: t('locateStage.theSourceIsKnown') }
    : { to: 'not-needed', name: t('ui.notNeeded'), hint: t('locateStage.nothingLeaksHere') }
}

function Weighing() {
  return (
    <main className="flex-1 p-6 text-lg text-soft">
      <h1 className="sr-only">{t('ui.locate')}</h1>
      {t('locateStage.weighingWhatWasFound')}
    </main>
  )
}

/** The leak ladder: when water appears and how high it lies, before a screw is undone. */
export function LocateStage({ space, plan }: { space: Space; plan: Plan | null }) {
  const navigate = useNavigate()
  const { units } = usePrefs()
  const { visit, state } = space
  const runs = useLeakRuns(space)
  const view = useLeak(space, runs)
  const watching = useWatch(visit.id)
  const [open, setOpen] = useState<Open | null>(null)
  const [chosen, setChosen] = useState<PartId | null>(null)
  const [replayS, setReplayS] = useState<number | null>(null)
  const timeline = useMemo(() => timelineOf(space, runs), [space, runs])
  const status = statusOf(space.said, 'locate')
  // Both at once: an action that changes under the finger is pressed by mistake.
  if (!view || !plan) return <Weighing />
  const openLook = (look: PlannedNext) => {
    if (look.what.kind === 'run') return navigate(newRunPath(visit.id, look.what))
    if (look.what.kind === 'phase') return setOpen({ sheet: 'watch', phase: look.what.phase })
    beginCheck(visit.id, look.what.check, look.minutes - look.doingMin)
    setOpen({ sheet: 'look', look })
  }
  const replaying = replayS !== null && timeline !== null
  const now = replaying
    ? ladderAtReplay(view, timeline, replayS)
    : ladderAsItStands(state, watching.watch?.phase ?? null)
  const next = plan.stop === null ? (plan.gate ? plan.others[0] : plan.first) : null
  const measured = view.parts.find((part) => part.id === chosen)
  const dried = space.said.has('said:dried')
  const ending = endingOf(status, someSeen(view))
  const settle = () => {
    if (ending.to === 'done' && !saidOf(space.said, 'result:locate'))
      space.say('result:locate', foundInWords(view, units))
    space.say('status:locate', ending.to)
    if (ending.to !== 'open') navigate(`/visits/${visit.id}`)
  }
  const endIt = (weight: 'main' | 'half') => (
    <Action weight={weight} name={ending.name} hint={ending.hint} onPress={settle} />
  )
  return (
    <>
      <div className="relative flex min-h-0 flex-1 flex-col overflow-y-auto md:flex-row md:overflow-visible">
        <main className="flex min-w-0 flex-1 flex-col md:min-h-0">
          <h1 className="sr-only">{t('ui.locate')}</h1>
          <Conflict space={space} topic="status:locate" />
          <Lead view={view} />
          {!replaying && (
            <PhaseStrip
              space={space}
              view={view}
              now={now.phase}
              onOpen={(phase) => setOpen({ sheet: 'watch', phase })}
            />
          )}
          {replaying ? (
            <Replay timeline={timeline} atS={replayS} onMove={setReplayS} />
          ) : (
            !dried && <DryFirst space={space} />
          )}
          <div className="shrink-0 py-2 md:min-h-0 md:flex-1 md:shrink md:p-2 md:px-4">
            <Ladder
              machine={visit.machine.spec}
              site={visit.site.spec}
              view={view}
              levelMm={now.levelMm}
              wetNow={now.wet}
              chosen={chosen}
              onChoose={setChosen}
            />
          </div>
          <LadderLegend view={view} levelNow={now.levelMm} />
          <PartDetail
            view={view}
            chosen={chosen}
            machineAt={`/machines/${visit.machine.id}/change?back=/visits/${visit.id}/locate`}
            onMeasure={() => setOpen({ sheet: 'height' })}
          />
        </main>
        <LocateSide
          space={space}
          view={view}
          plan={plan}
          chosen={chosen}
          onChoose={setChosen}
          onOpen={openLook}
        />
      </div>
      <ActionBar>
        {next && (
          <Action
            weight="main"
            name={t('ui.nextLook')}
            hint={t('locateStage.min', { minutes: next.minutes, nextName: next.name })}
            onPress={() => openLook(next)}
          />
        )}
        {!next && status === 'open' && endIt('main')}
        <Action
          weight="half"
          name={t('ui.howMuch')}
          hint={t('locateStage.dropsCupScaleCardboard')}
          onPress={() => setOpen({ sheet: 'catch' })}
        />
        <Action
          weight="half"
          name={replaying ? t('locateStage.endTheReplay') : t('ui.replay')}
          hint={timeline ? t('locateStage.levelPhasesFirstWet') : t('locateStage.noRunOfItYet')}
          disabled={timeline === null}
          onPress={() => setReplayS(replaying ? null : 0)}
        />
        {(next || status !== 'open') && endIt('half')}
      </ActionBar>
      {open && (
        <Sheets
          space={space}
          view={view}
          open={open}
          part={measured}
          watching={watching}
          onClose={() => setOpen(null)}
        />
      )}
    </>
  )
}

/** The sheet that is open over the ladder. */
function Sheets({
  space,
  view,
  open,
  part,
  watching,
  onClose,
}: {
  space: Space
  view: LeakView
  open: Open
  part: LeakView['parts'][number] | undefined
  watching: ReturnType<typeof useWatch>
  onClose: () => void
}) {
  switch (open.sheet) {
    case 'watch':
      return <WatchSheet space={space} view={view} phase={open.phase} watching={watching} onClose={onClose} />
    case 'look':
      return <LookSheet space={space} look={open.look} onClose={onClose} />
    case 'height':
      return part ? <PartHeightSheet space={space} part={part} onClose={onClose} /> : null
    case 'catch':
      return <CatchSheet space={space} onClose={onClose} />
  }
}
