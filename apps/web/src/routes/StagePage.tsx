import { STAGE_IDS, type StageId, unsaidForSafety } from '@brendik/core'
import { useEffect, useState } from 'react'
import { Link, useLocation, useNavigate, useParams } from 'react-router'
import { LocateStage } from '../features/locate/index.ts'
import {
  ArriveStage,
  ElectricalStage,
  MakeSafeStage,
  OutsideStage,
  RunStage,
  StageKeep,
} from '../features/stages/index.ts'
import { Conflict, type Space, useSpace } from '../features/visit/index.ts'
import { useProposed, useWeigh, WorthDoing } from '../features/weigh/index.ts'
import { t } from '../lib/words.ts'
import { Action, ActionBar } from '../ui/ActionBar.tsx'
import { Notice } from '../ui/Notice.tsx'
import { TwoPanes } from '../ui/TwoPanes.tsx'
import { isStage, STAGE_NAME, STATUS_WORD, statusOf } from '../words/stageText.ts'

/** One stage of a visit: what is done there, what it leaves, and whether it is done. */
export function StagePage() {
  const { stageId = '' } = useParams()
  const space = useSpace()
  const { hash } = useLocation()
  useEffect(() => {
    if (hash) document.getElementById(hash.slice(1))?.scrollIntoView()
  }, [hash])
  if (!isStage(stageId))
    return (
      <Notice tone="watch" alert className="m-6 p-4 text-xl">
        {t('stagePage.thereIsNoStage', { stageId })}
      </Notice>
    )
  if (stageId === 'locate') return <Locate space={space} />
  return <Stage key={stageId} space={space} stage={stageId} />
}

/** The ladder, with the plan of the visit beside it. */
function Locate({ space }: { space: Space }) {
  const view = useWeigh(space)
  const proposed = useProposed(space, view)
  return <LocateStage space={space} plan={view && proposed} />
}

const SAFE_WORD = {
  mains: t('stagePage.theMains'),
  water: t('stagePage.theWaterInside'),
  taps: t('stagePage.theTaps'),
} as const

function Stage({ space, stage }: { space: Space; stage: StageId }) {
  const navigate = useNavigate()
  const status = statusOf(space.said, stage)
  const next = STAGE_IDS[STAGE_IDS.indexOf(stage) + 1] ?? null
  const onward = () => navigate(`/visits/${space.visit.id}${next ? `/${next}` : ''}`)
  const planned = useWeigh(space)?.looks ?? []
  const [unsaid, setUnsaid] = useState<string | null>(null)
  const settle = (to: 'done' | 'not-needed') => {
    const missing =
      stage === 'make-safe' && to === 'done' && status !== 'done'
        ? unsaidForSafety(space.visit.machine.spec, space.state)
        : []
    if (missing.length > 0)
      return setUnsaid(
        t('stagePage.notSetYetSetIt', { missing: missing.map((field) => SAFE_WORD[field]).join(', ') }),
      )
    setUnsaid(null)
    if (status === to) return void space.say(`status:${stage}`, 'open')
    space.say(`status:${stage}`, to)
    onward()
  }
  return (
    <>
      <TwoPanes
        label={STAGE_NAME[stage]}
        sideLabel={t('stagePage.whatThisStageLeaves')}
        sideWidth="md:w-[284px]"
        side={
          <>
            {stage === 'arrive' && (
              <div className="max-md:hidden">
                <WorthDoing space={space} />
              </div>
            )}
            <StageKeep space={space} stage={stage} />
          </>
        }
      >
        <h1 className="plate flex items-baseline gap-4 pt-4 pb-3 text-3xl leading-tight max-md:sr-only">
          {STAGE_NAME[stage]}
          {status !== 'open' && (
            <span className={`text-base font-semibold ${status === 'done' ? 'text-good' : 'text-soft'}`}>
              {STATUS_WORD[status]}
            </span>
          )}
        </h1>
        <Conflict space={space} topic={`status:${stage}`} />
        {stage === 'arrive' && <ArriveStage space={space} worthDoing={<WorthDoing space={space} />} />}
        {stage === 'make-safe' && <MakeSafeStage space={space} />}
        {stage === 'outside' && <OutsideStage space={space} />}
        {(stage === 'fill' || stage === 'hold' || stage === 'drain') && (
          <RunStage space={space} stage={stage} planned={planned} />
        )}
        {stage === 'electrical' && <ElectricalStage space={space} />}
      </TwoPanes>
      {unsaid && (
        <p role="alert" className="border-t border-watch bg-watch-face px-4 py-2 font-semibold">
          {unsaid}
        </p>
      )}
      <ActionBar>
        <Action
          weight="main"
          name={status === 'done' ? t('ui.openItAgain') : t('ui.done2')}
          hint={
            status === 'done'
              ? t('ui.thereIsMoreToDo')
              : next
                ? t('stagePage.then', { stage: STAGE_NAME[next] })
                : t('stagePage.thenTheWholeVisit')
          }
          onPress={() => settle('done')}
        />
        <Action
          weight="half"
          name={status === 'not-needed' ? t('ui.neededAfterAll') : t('ui.notNeeded')}
          hint={t('stagePage.notInThisVisit')}
          onPress={() => settle('not-needed')}
        />
        <Link
          to={`/visits/${space.visit.id}${next ? `/${next}` : ''}`}
          className="flex min-h-16 flex-1 flex-col justify-center px-4 max-md:hidden md:px-5"
        >
          <span className="text-lg font-semibold">{next ? STAGE_NAME[next] : t('ui.theWholeVisit')}</span>
          <span className="text-sm text-soft">{t('stagePage.leaveThisAsItIs')}</span>
        </Link>
      </ActionBar>
    </>
  )
}
