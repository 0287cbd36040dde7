import {
  actsOfEntries,
  actValue,
  type BranchId,
  jobOf,
  mayBeDone,
  partPrice,
  type StepNow,
  stepTopic,
} from '@brendik/core'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { bill, usePrices } from '../features/decide/index.ts'
import { useProof } from '../features/prove/index.ts'
import { keepMachine } from '../features/records/index.ts'
import {
  Bags,
  canReadAloud,
  DifferentSheet,
  JobChooser,
  jobName,
  photoKey,
  photoPlace,
  readAloud,
  StepLead,
  StepList,
  stepWords,
  useFound,
  useJob,
  workOf,
} from '../features/repair/index.ts'
import { Photos, useGatedAct } from '../features/stages/index.ts'
import { keepEntries, type Space, useSpace } from '../features/visit/index.ts'
import { LiveFrame, useWeigh } from '../features/weigh/index.ts'
import { newId } from '../lib/newId.ts'
import { useNowMs } from '../lib/useNowMs.ts'
import { t } from '../lib/words.ts'
import { Action, ActionBar } from '../ui/ActionBar.tsx'
import { Button } from '../ui/Button.tsx'
import { useSingleKeys, useSpaceBar } from '../ui/keys.ts'
import { TwoPanes } from '../ui/TwoPanes.tsx'
import { useDeadUntil } from '../ui/useDeadUntil.ts'
import { partName } from '../words/cardText.ts'
import { upperFirst } from '../words/firstLetter.ts'

/** A job, one step at a time: what to do, what decides, what was taken off and is back. */
export function RepairPage() {
  const space = useSpace()
  // A pump cools while nobody presses anything.
  useNowMs(30_000, true)
  const { found, ofModel } = useFound(space)
  const job = useJob(space, found)
  const view = useWeigh(space)
  const act = view?.stop ?? view?.tryFirst ?? null
  const fault = view?.contenders[0]?.fault ?? null
  const weighed =
    act && act.act !== 'close-up' && act.part
      ? workOf(act.act, act.part, null, space.visit.machine.spec, fault)
      : null
  if (!job)
    return (
      <TwoPanes
        label={t('repair.repair')}
        sideLabel={t('repair.beside')}
        side={<Photos space={space} stage="repair" title={t('repair.photos')} placeName={photoPlace} />}
      >
        <div className="pt-4 empty:hidden">
          <LiveFrame space={space} />
        </div>
        <JobChooser space={space} weighed={weighed} fault={fault} />
      </TwoPanes>
    )
  return <Worked key={job.job} space={space} job={job} found={found} ofModel={ofModel} />
}

function Worked({
  space,
  job,
  found,
  ofModel,
}: {
  space: Space
  job: NonNullable<ReturnType<typeof useJob>>
} & ReturnType<typeof useFound>) {
  const navigate = useNavigate()
  const { visit } = space
  const { now } = job
  const [looked, setLooked] = useState<number | null>(null)
  const [ticks, setTicks] = useState(0)
  // A second tap of a hurried finger must not tick the next step too.
  const deadUntilMs = useDeadUntil(ticks)
  const [different, setDifferent] = useState(false)
  const { pass, sheet } = useGatedAct(space)
  const proof = useProof(space)
  const proved =
    proof.points.length > 0 &&
    proof.points.every(({ id, state }) => id === 'cycle' || state === 'passed' || state === 'waived')
  const at = Math.min(looked ?? now.at, now.steps.length - 1)
  const finished = looked === null && now.at >= now.steps.length
  const one = now.steps[at] as StepNow
  const { step } = one
  const text = stepWords(step)
  const open = visit.closedAtMs === null
  const isProof = step.id === 'end.prove' && !one.done && !proved
  const ready = mayBeDone(one, now)
  const ticked = space.said.get(stepTopic('job', job.job, step.id))?.latest.value === true
  const tick = () => {
    setTicks(ticks + 1)
    setLooked(null)
    space.say(stepTopic('job', job.job, step.id), true)
    for (const [field, value] of step.sets ?? []) space.say(`state:${field}`, value)
    if (step.does) keepAct(space, job)
  }
  const done = (atMs: number) => {
    if (atMs < deadUntilMs) return
    if (isProof) navigate(`/visits/${visit.id}/prove`)
    else if (ready && !one.done) pass(step.gate ?? null, tick)
  }
  const speak = () => readAloud([text.title, text.more, text.decides].filter(Boolean).join('. '))
  useSpaceBar(done, open && !finished && (isProof || (ready && !one.done)))
  useSingleKeys({ a: speak }, canReadAloud())
  const setFound = (branch: BranchId, option: string) => {
    const { machine } = visit
    const construction = {
      pumpRoute: null,
      pumpRow: null,
      ...machine.spec.construction,
      found: { ...machine.spec.construction?.found, [branch]: option },
    }
    keepMachine(machine.id, { spec: { ...machine.spec, construction }, record: machine.record }, machine)
  }
  const next = now.steps.find(({ done: is }, n) => n > at && !is)
  return (
    <>
      <TwoPanes
        label={t('repair.repair')}
        sideLabel={t('repair.beside')}
        side={
          <div className="grid gap-5">
            <Bags space={space} job={job} />
            <PartsList job={job} />
            {!step.photo && (
              <Photos
                space={space}
                stage="repair"
                title={t('repair.photos')}
                place={photoKey(job.job, step)}
                placeName={photoPlace}
              />
            )}
          </div>
        }
      >
        <div className="flex min-h-12 flex-wrap items-center justify-between gap-x-4 pt-3 text-sm font-semibold text-soft">
          <span>
            {t('repair.about', {
              job: jobName(job.job),
              minutes: Math.round(now.minutes),
              left: Math.round(now.minutesLeft),
            })}
          </span>
          {canReadAloud() && (
            <Button look="word" onClick={speak}>
              {t('repair.readAloud')}
            </Button>
          )}
        </div>
        {jobOf(job.job).refers && <p className="text-watch">{t('repair.refers')}</p>}
        <LiveFrame space={space} />
        {finished ? (
          <section className="py-6" aria-label={t('repair.finished')}>
            <h1 className="plate text-[34px] leading-tight text-good">{t('repair.finished')}</h1>
            <p className="pt-2 text-lg">{t('repair.finishedSays')}</p>
          </section>
        ) : (
          <StepLead
            space={space}
            job={job}
            one={one}
            number={at + 1}
            found={found}
            ofModel={ofModel}
            onFound={setFound}
          />
        )}
        {!finished && !one.decided && !one.done && open && (
          <p className="pb-2 text-sm text-soft">{t('repair.tickFirst')}</p>
        )}
        {step.closesUp && now.left > 0 && (
          <p className="pb-2 text-watch">{t('repair.bagsFirst', { left: now.left })}</p>
        )}
        <StepList job={job} shown={finished ? -1 : at} onShow={setLooked} />
      </TwoPanes>
      {different && <DifferentSheet space={space} job={job} onClose={() => setDifferent(false)} />}
      {sheet}
      <ActionBar deadUntilMs={deadUntilMs}>
        {open && finished && (
          <Action
            weight="main"
            name={t('repair.toReport')}
            hint={t('repair.toReportHint')}
            onPress={() => navigate(`/visits/${visit.id}/report`)}
          />
        )}
        {open && !finished && !one.done && (
          <Action
            weight="main"
            name={isProof ? t('repair.prove') : t('repair.done')}
            keyName={t('key.space')}
            hint={
              isProof
                ? t('repair.proveHint')
                : next
                  ? t('repair.then', { step: stepWords(next.step).title })
                  : t('repair.last')
            }
            disabled={!isProof && !ready}
            onPress={done}
          />
        )}
        {open && !finished && ticked && (
          <Action
            weight="half"
            name={t('repair.undo')}
            hint={t('repair.undoHint')}
            onPress={() => space.say(stepTopic('job', job.job, step.id), null)}
          />
        )}
        {looked !== null && at !== now.at && (
          <Action
            weight="half"
            name={t('repair.back')}
            hint={t('repair.backHint', { at: Math.min(now.at + 1, now.steps.length) })}
            onPress={() => setLooked(null)}
          />
        )}
        {open && (
          <Action
            weight="half"
            name={t('repair.different')}
            hint={t('repair.differentHint')}
            onPress={() => setDifferent(true)}
          />
        )}
        <Link
          to={`/visits/${visit.id}/decide`}
          className="flex min-h-16 min-w-0 flex-1 flex-col justify-center px-4 md:px-5"
        >
          <span
            className={`text-lg leading-tight font-semibold ${step.worse && !finished ? 'text-watch' : ''}`}
          >
            {t('repair.worse')}
          </span>
          <span className="text-sm text-soft max-md:hidden">{t('repair.worseHint')}</span>
        </Link>
      </ActionBar>
    </>
  )
}

/** The part itself and what is renewed with it, by the workshop's prices. */
function PartsList({ job }: { job: NonNullable<ReturnType<typeof useJob>> }) {
  const { prices } = usePrices()
  if (job.act !== 'replaced') return null
  const parts = [job.part, ...(jobOf(job.job).parts ?? [])]
  return (
    <section aria-label={t('repair.parts')}>
      <h2 className="pb-1 text-sm font-semibold text-soft">{t('repair.parts')}</h2>
      <ul>
        {parts.map((part, n) => (
          <li key={part} className={`border-t border-hair py-1.5 ${n > 0 ? 'text-soft' : ''}`}>
            {t('repair.partAt', {
              part: upperFirst(partName(part)),
              price: bill(partPrice(prices, part), prices.currency),
            })}
          </li>
        ))}
      </ul>
    </section>
  )
}

/** With the step that does it the act is entered, once: a new epoch of evidence begins. */
function keepAct(space: Space, { job, act, part }: NonNullable<ReturnType<typeof useJob>>): void {
  const sinceMs = space.said.get('working')?.latest.atMs ?? 0
  const known = actsOfEntries(space.visit.entries).some(
    (one) => one.what === act && one.part === part && one.atMs >= sinceMs,
  )
  if (known || jobOf(job).refers) return
  keepEntries(space.visit.id, [
    {
      id: newId(),
      atMs: Date.now(),
      topic: `act:${newId()}`,
      value: actValue({ what: act, part }),
      basedOn: [],
    },
  ])
}
