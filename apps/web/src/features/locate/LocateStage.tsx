import {
  allowedLooks,
  type LeakLook,
  type LeakPhase,
  type LeakView,
  levelAtReplay,
  type PartId,
  phaseAtReplay,
  type StageStatus,
  saidOf,
} from '@brendik/core'
import { useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { percent } from '../../lib/percent.ts'
import { usePrefs } from '../../lib/prefs.ts'
import { figure, unitOf, withUnit } from '../../lib/units.ts'
import { t } from '../../lib/words.ts'
import { Action, ActionBar } from '../../ui/ActionBar.tsx'
import { Scroll } from '../../ui/Scroll.tsx'
import { faultName } from '../../words/cardText.ts'
import { foundInWords } from '../../words/locateText.ts'
import { statusOf } from '../../words/stageText.ts'
import { StageKeep } from '../stages/index.ts'
import { Conflict, type Space } from '../visit/index.ts'
import { CatchSheet } from './CatchSheet.tsx'
import { Ladder } from './Ladder.tsx'
import { LeakLookSheet } from './LeakLookSheet.tsx'
import { NextLook } from './NextLook.tsx'
import { PartDetail } from './PartDetail.tsx'
import { PartHeightSheet } from './PartHeightSheet.tsx'
import { PhaseStrip } from './PhaseStrip.tsx'
import { leakBands, leakBounds } from './partStatus.ts'
import { Replay } from './Replay.tsx'
import { Suspects, someSeen } from './Suspects.tsx'
import { timelineOf } from './timelineOf.ts'
import { useLeak, useLeakRuns } from './useLeak.ts'
import { useWatch } from './useWatch.ts'
import { WatchSheet } from './WatchSheet.tsx'

type Open =
  | { sheet: 'watch'; phase: LeakPhase }
  | { sheet: 'look'; look: LeakLook }
  | { sheet: 'catch' }
  | { sheet: 'height' }

/** In the hand the lead stands first; the reasons are below the drawing. */
function Lead({ view }: { view: LeakView }) {
  const first = view.suspects[0]
  if (!first || !someSeen(view)) return null
  const none = view.none > first.present
  return (
    <p className="flex items-baseline justify-between gap-3 border-line border-b bg-face px-4 py-2 md:hidden">
      <span className="plate text-2xl leading-tight">{none ? t('ui.noLeak') : faultName(first.fault)}</span>
      <span className="small-figure shrink-0 text-3xl whitespace-nowrap">
        {percent(none ? view.none : first.present)}
      </span>
    </p>
  )
}

/** How the stage may be ended as it stands: where nothing was watched, there was nothing to locate. */
function endingOf(status: StageStatus, seen: boolean): { to: StageStatus; name: string; hint: string } {
  if (status === 'done') return { to: 'open', name: t('ui.openItAgain'), hint: t('ui.thereIsMoreToDo') }
  if (status === 'not-needed')
    return { to: 'open', name: t('ui.neededAfterAll'), hint: t('locateStage.somethingIsWet') }
  return seen
    ? { to: 'done', name: t('ui.done2'), hint: t('locateStage.theSourceIsKnown') }
    : { to: 'not-needed', name: t('ui.notNeeded'), hint: t('locateStage.nothingLeaksHere') }
}

/** The leak ladder: when water appears and how high it lies, before a screw is undone. */
export function LocateStage({ space }: { space: Space }) {
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
  if (!view)
    return (
      <main className="flex-1 p-6 text-lg text-soft">
        <h1 className="sr-only">{t('ui.locate')}</h1>
        {t('locateStage.weighingWhatWasFound')}
      </main>
    )
  const { open: looks, shut } = allowedLooks(view.looks, visit.machine.spec, state, Date.now())
  const openLook = (look: LeakLook) =>
    setOpen(look.what.kind === 'phase' ? { sheet: 'watch', phase: look.what.phase } : { sheet: 'look', look })
  const replaying = replayS !== null && timeline !== null
  const levelNow = replaying
    ? levelAtReplay(timeline, replayS)
    : state.water.kind === 'level'
      ? state.water.levelMm
      : null
  const phaseNow = replaying ? phaseAtReplay(timeline, replayS) : (watching.watch?.phase ?? null)
  const wetNow =
    replaying && phaseNow && (timeline.firstWetS[phaseNow] ?? Number.POSITIVE_INFINITY) <= replayS
      ? new Set(
          view.suspects
            .filter((s) => s.present > 0.1 && s.part?.phases.includes(phaseNow))
            .flatMap((s) => s.part?.id ?? []),
        )
      : new Set<PartId>()
  const next = looks[0]
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
              now={phaseNow}
              onOpen={(phase) => setOpen({ sheet: 'watch', phase })}
            />
          )}
          {replaying ? (
            <Replay timeline={timeline} atS={replayS} onMove={setReplayS} />
          ) : (
            !dried && (
              <p className="flex flex-wrap items-center justify-between gap-x-4 border-line border-b bg-watch-face px-4 md:px-5">
                <span className="py-1.5">
                  {t('locateStage.dryEverythingFirst')}
                  <span className="max-md:hidden">{t('locateStage.floorBaseHosesUnderThe')}</span>.
                </span>
                <button
                  type="button"
                  className="min-h-12 cursor-pointer font-semibold underline underline-offset-4"
                  onClick={() => space.say('said:dried', 'yes')}
                >
                  {t('locateStage.allIsDry')}
                </button>
              </p>
            )
          )}
          <div className="shrink-0 py-2 md:min-h-0 md:flex-1 md:shrink md:p-2 md:px-4">
            <Ladder
              machine={visit.machine.spec}
              site={visit.site.spec}
              view={view}
              levelMm={levelNow}
              wetNow={wetNow}
              chosen={chosen}
              onChoose={setChosen}
            />
          </div>
          <p className="px-4 pb-1 text-sm text-soft md:px-5">
            {leakBands(view).map(({ mm, lo, hi }) => (
              <span key={mm} className="mr-4 font-semibold text-watch">
                {t('locateStage.leakAtTo', {
                  level: figure(units, 'level', mm),
                  level2: figure(units, 'level', lo),
                  level3: withUnit(units, 'level', hi),
                })}
              </span>
            ))}
            {leakBounds(view).map(({ mm, side }) => (
              <span key={side} className="mr-4 font-semibold text-watch">
                {t('locateStage.leak', { side, level: withUnit(units, 'level', mm) })}
              </span>
            ))}
            {levelNow !== null && (
              <span className="mr-4 font-semibold text-water">
                {t('locateStage.waterAt', { level: withUnit(units, 'level', levelNow) })}
              </span>
            )}
            {t('locateStage.aboveTheLevelPortTo', { unit: unitOf(units, 'level').unit })}
          </p>
          <PartDetail
            view={view}
            chosen={chosen}
            machineAt={`/machines/${visit.machine.id}/change?back=/visits/${visit.id}/locate`}
            onMeasure={() => setOpen({ sheet: 'height' })}
          />
        </main>
        <Scroll
          label={t('locateStage.suspectsAndNextLook')}
          className="shrink-0 border-line bg-face px-4 py-4 max-md:border-t md:w-[320px] md:overflow-y-auto md:border-l"
        >
          <div className="grid gap-4">
            {view.turns.map((turn) => (
              <p key={turn} className="border-l-4 border-watch bg-watch-face px-3 py-2 leading-snug">
                {t(`wrong-turn.${turn}`)}
              </p>
            ))}
            <Suspects view={view} chosen={chosen} onChoose={setChosen} />
            <NextLook space={space} open={looks} shut={shut} onOpen={openLook} />
            <StageKeep space={space} stage="locate" />
          </div>
        </Scroll>
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
      {open?.sheet === 'watch' && (
        <WatchSheet
          space={space}
          view={view}
          phase={open.phase}
          watching={watching}
          onClose={() => setOpen(null)}
        />
      )}
      {open?.sheet === 'look' && (
        <LeakLookSheet space={space} look={open.look} onClose={() => setOpen(null)} />
      )}
      {open?.sheet === 'height' && measured && (
        <PartHeightSheet space={space} part={measured} onClose={() => setOpen(null)} />
      )}
      {open?.sheet === 'catch' && <CatchSheet space={space} onClose={() => setOpen(null)} />}
    </>
  )
}
