import { actValue, type ProofPoint, type RunKind } from '@brendik/core'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import {
  nextText,
  OtherProofs,
  ProofLead,
  ProofPoints,
  pointText,
  useProof,
  WaiveSheet,
} from '../features/prove/index.ts'
import { ActSheet, DoneActs } from '../features/stages/index.ts'
import { keepEntries, type Space, useSpace } from '../features/visit/index.ts'
import { newId } from '../lib/newId.ts'
import { newRunPath } from '../lib/newRunPath.ts'
import { usePrefs } from '../lib/prefs.ts'
import { t } from '../lib/words.ts'
import { Action, ActionBar } from '../ui/ActionBar.tsx'
import { useSpaceBar } from '../ui/keys.ts'
import { TwoPanes } from '../ui/TwoPanes.tsx'

/** Whether the repair cured the machine: the same runs before and after, and the points that have to pass. */
export function ProvePage() {
  const space = useSpace()
  const { units } = usePrefs()
  const navigate = useNavigate()
  const { visit } = space
  const proof = useProof(space)
  const [picked, setPicked] = useState<string | null>(null)
  const [waiving, setWaiving] = useState<ProofPoint | null>(null)
  const [entering, setEntering] = useState(false)
  const pair = proof.runs.find(({ afterId }) => afterId === picked) ?? proof.runs[0]
  const next = proof.points.find(({ state }) => state === 'failed' || state === 'open') ?? null
  // What is wet is snugged at once, whatever else is still open; leaving a point out waits, each has its own way to.
  const wet = proof.points.find(({ snug }) => snug !== undefined) ?? null
  const closed = visit.closedAtMs !== null
  const begin = (point: ProofPoint) => goOn(point, space, navigate)
  useSpaceBar(
    () => (next ? begin(next) : setEntering(true)),
    !closed && (next !== null || proof.points.length === 0),
  )
  return (
    <>
      <TwoPanes
        label={t('prove.prove')}
        sideLabel={t('prove.pointsAndDone')}
        sideWidth="md:w-[316px]"
        side={
          <div className="grid gap-5">
            {proof.points.length > 0 && (
              <ProofPoints space={space} proof={proof} next={next} onWaive={setWaiving} />
            )}
            {closed && proof.points.length > 0 && proof.outcome !== 'proven' && (
              <p className="leading-snug text-watch">{t('prove.closedUnproven')}</p>
            )}
            <DoneActs space={space} stage="drain" />
          </div>
        }
      >
        {pair ? (
          <div className="flex h-full min-h-[520px] flex-col">
            <ProofLead pair={pair} />
            <OtherProofs
              pairs={proof.runs.filter((one) => one !== pair)}
              onChoose={({ afterId }) => setPicked(afterId)}
            />
          </div>
        ) : (
          <section className="max-w-[60ch] py-6" aria-label={t('prove.prove')}>
            <h1 className="plate text-3xl leading-tight">
              {proof.points.length === 0 ? t('prove.nothingDone') : t('prove.noPair')}
            </h1>
            <p className="pt-2 text-lg leading-snug">
              {proof.points.length === 0 ? t('prove.nothingDoneSays') : t('prove.noPairSays')}
            </p>
          </section>
        )}
      </TwoPanes>
      {waiving && <WaiveSheet space={space} point={waiving} onClose={() => setWaiving(null)} />}
      {entering && <ActSheet space={space} stage="drain" onClose={() => setEntering(false)} />}
      <ActionBar>
        {!closed && next && (
          <Action
            weight="main"
            name={nextText(next)}
            keyName={t('key.space')}
            hint={pointText(next, units)}
            onPress={() => begin(next)}
          />
        )}
        {!closed && proof.points.length === 0 && (
          <Action
            weight="main"
            name={t('prove.enterWhatWasDone')}
            keyName={t('key.space')}
            hint={t('weigh.thenTheRunAgain')}
            onPress={() => setEntering(true)}
          />
        )}
        {!closed && wet && (
          <Action
            weight="half"
            name={t('prove.snugged')}
            hint={t('prove.snuggedHint')}
            onPress={() => snugged(space, wet)}
          />
        )}
        {!closed && !wet && next?.state === 'open' && (
          <Action
            weight="half"
            name={t('prove.waive')}
            hint={t('prove.waiveHint')}
            onPress={() => setWaiving(next)}
          />
        )}
        <Way
          to={`/visits/${visit.id}/weigh`}
          name={proof.outcome === 'failed' ? t('prove.backToWeighing') : t('weigh.weigh')}
          hint={t('prove.backToWeighingHint')}
        />
        <Way to={`/visits/${visit.id}`} name={t('ui.theWholeVisit')} hint={t('weigh.allRunsAndLooks')} />
      </ActionBar>
    </>
  )
}

/** The wet joint was snugged evenly and dried: from now on it is watched anew. */
function snugged(space: Space, { snug }: ProofPoint): void {
  if (!snug) return
  keepEntries(space.visit.id, [
    {
      id: newId(),
      atMs: Date.now(),
      topic: `act:${newId()}`,
      value: actValue({ what: 'adjusted', part: snug }),
      basedOn: [],
    },
  ])
}

/** Where a point is seen to: the run, the phase that is watched, the meter, or what stands of the water. */
function goOn({ id }: ProofPoint, space: Space, navigate: (to: string) => void): void {
  const visit = space.visit.id
  const run = (kind: RunKind) => navigate(newRunPath(visit, { run: kind }))
  if (id === 'prime') space.setField('water')
  else if (id === 'insulation') navigate(`/visits/${visit}/electrical#check-insulation`)
  else if (id === 'earth') navigate(`/visits/${visit}/electrical#check-earth.continuity`)
  else if (id === 'past-trip') navigate(`/visits/${visit}/electrical#check-pump.runs-for`)
  else if (id === 'cycle') run('cycle')
  else if (id.startsWith('run:')) run(id.slice('run:'.length) as RunKind)
  else navigate(`/visits/${visit}/locate`)
}

function Way({ to, name, hint }: { to: string; name: string; hint: string }) {
  return (
    <Link to={to} className="flex min-h-16 min-w-0 flex-1 flex-col justify-center px-4 md:px-5">
      <span className="text-lg leading-tight font-semibold">{name}</span>
      <span className="text-sm text-soft max-md:hidden">{hint}</span>
    </Link>
  )
}
