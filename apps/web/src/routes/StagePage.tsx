import { STAGE_IDS, type StageId, unsaidForSafety } from '@brendik/core'
import { useEffect, useState } from 'react'
import { Link, useLocation, useNavigate, useParams } from 'react-router'
import { LocateStage } from '../features/locate/index.ts'
import {
  ArriveStage,
  ElectricalStage,
  MakeSafeStage,
  OutsideStage,
  Proposals,
  RunStage,
  StageKeep,
} from '../features/stages/index.ts'
import { Conflict, type Space, useSpace } from '../features/visit/index.ts'
import { Action, ActionBar } from '../ui/ActionBar.tsx'
import { Scroll } from '../ui/Scroll.tsx'
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
      <p role="alert" className="m-6 border-l-4 border-watch bg-watch-face p-4 text-xl">
        There is no stage {stageId}.
      </p>
    )
  if (stageId === 'locate') return <LocateStage space={space} />
  return <Stage key={stageId} space={space} stage={stageId} />
}

const SAFE_WORD = { mains: 'the mains', water: 'the water inside', taps: 'the taps' } as const

function Stage({ space, stage }: { space: Space; stage: StageId }) {
  const navigate = useNavigate()
  const status = statusOf(space.said, stage)
  const next = STAGE_IDS[STAGE_IDS.indexOf(stage) + 1] ?? null
  const onward = () => navigate(`/visits/${space.visit.id}${next ? `/${next}` : ''}`)
  const [unsaid, setUnsaid] = useState<string | null>(null)
  const settle = (to: 'done' | 'not-needed') => {
    const missing =
      stage === 'make-safe' && to === 'done' && status !== 'done'
        ? unsaidForSafety(space.visit.machine.spec, space.state)
        : []
    if (missing.length > 0)
      return setUnsaid(`Not set yet: ${missing.map((field) => SAFE_WORD[field]).join(', ')}. Set it above.`)
    setUnsaid(null)
    if (status === to) return void space.say(`status:${stage}`, 'open')
    space.say(`status:${stage}`, to)
    onward()
  }
  return (
    <>
      <div className="relative flex min-h-0 flex-1 flex-col overflow-y-auto md:flex-row md:overflow-visible">
        <main className="min-w-0 flex-1 md:min-h-0">
          <Scroll
            label={STAGE_NAME[stage]}
            className="px-4 pb-6 max-md:pt-3 md:h-full md:overflow-y-auto md:px-7"
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
            {stage === 'arrive' && <ArriveStage space={space} />}
            {stage === 'make-safe' && <MakeSafeStage space={space} />}
            {stage === 'outside' && <OutsideStage space={space} />}
            {(stage === 'fill' || stage === 'hold' || stage === 'drain') && (
              <RunStage space={space} stage={stage} />
            )}
            {stage === 'electrical' && <ElectricalStage space={space} />}
          </Scroll>
        </main>
        <Scroll
          label="What this stage leaves"
          className="shrink-0 border-line bg-face px-4 py-4 max-md:border-t md:w-[284px] md:overflow-y-auto md:border-l"
        >
          {stage === 'arrive' && (
            <div className="max-md:hidden">
              <Proposals space={space} />
            </div>
          )}
          <StageKeep space={space} stage={stage} />
        </Scroll>
      </div>
      {unsaid && (
        <p role="alert" className="border-t border-watch bg-watch-face px-4 py-2 font-semibold">
          {unsaid}
        </p>
      )}
      <ActionBar>
        <Action
          weight="main"
          name={status === 'done' ? 'Open it again' : 'Done'}
          hint={
            status === 'done'
              ? 'there is more to do'
              : next
                ? `then ${STAGE_NAME[next]}`
                : 'then the whole visit'
          }
          onPress={() => settle('done')}
        />
        <Action
          weight="half"
          name={status === 'not-needed' ? 'Needed after all' : 'Not needed'}
          hint="not in this visit"
          onPress={() => settle('not-needed')}
        />
        <Link
          to={`/visits/${space.visit.id}${next ? `/${next}` : ''}`}
          className="flex min-h-16 flex-1 flex-col justify-center px-4 max-md:hidden md:px-5"
        >
          <span className="text-lg font-semibold">{next ? STAGE_NAME[next] : 'The whole visit'}</span>
          <span className="text-sm text-soft">leave this as it is</span>
        </Link>
      </ActionBar>
    </>
  )
}
