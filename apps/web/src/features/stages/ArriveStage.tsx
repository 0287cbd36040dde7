import {
  CYCLE_MOMENTS,
  type CycleMoment,
  checkFacts,
  PROTOCOLS,
  type Proposal,
  proposeChecks,
  saidOf,
} from '@brendik/core'
import { Link } from 'react-router'
import { newId } from '../../lib/newId.ts'
import { Conflict } from '../visit/Conflict.tsx'
import type { Space } from '../visit/space.ts'
import { CheckList } from './CheckList.tsx'
import { TechSheet } from './TechSheet.tsx'

const MOMENT_WORD: Record<CycleMoment, string> = {
  start: 'at the start',
  fill: 'filling',
  wash: 'washing',
  drain: 'draining',
  spin: 'spinning',
  end: 'after the end',
  off: 'while off',
  any: 'no pattern',
}

/** The first minute: what is wrong, when, what it sounds like; and what to do about it first. */
export function ArriveStage({ space }: { space: Space }) {
  const { visit } = space
  return (
    <>
      {visit.complaint && <p className="mb-4 text-2xl leading-snug">“{visit.complaint}”</p>}
      <CheckList space={space} which={(check) => check.id === 'complaint'} />
      <Moment space={space} />
      <div className="md:hidden">
        <Proposals space={space} />
      </div>
      <TechSheet space={space} />
      <h2 className="pt-6 pb-2 text-sm font-semibold text-soft">Seen and heard at the door</h2>
      <CheckList space={space} which={(check) => check.stage === 'arrive' && check.id !== 'complaint'} />
    </>
  )
}

function Moment({ space }: { space: Space }) {
  const at = saidOf(space.standing, 'said:moment')
  return (
    <div className="grid items-center gap-x-5 gap-y-1.5 border-t border-line py-2.5 md:grid-cols-[13rem_1fr]">
      <span className="font-semibold" id="moment">
        When in the cycle
      </span>
      {/* biome-ignore lint/a11y/useSemanticElements: a fieldset cannot be laid out as a wrapping row */}
      <div role="group" aria-labelledby="moment" className="flex flex-wrap gap-1.5">
        {CYCLE_MOMENTS.map((moment) => (
          <button
            key={moment}
            type="button"
            aria-pressed={at === moment}
            onClick={() => space.say('said:moment', at === moment ? null : moment)}
            className={`min-h-12 cursor-pointer border px-3.5 ${at === moment ? 'border-ink bg-ink font-semibold text-face' : 'border-line bg-face'}`}
          >
            {MOMENT_WORD[moment]}
          </button>
        ))}
      </div>
      <div className="md:col-start-2">
        <Conflict space={space} topic="said:moment" />
      </div>
    </div>
  )
}

const RUN_NAME = { fill: 'Time a fill', hold: 'Time a hold', drain: 'Time a drain' } as const

/** What the complaint calls for, the first one large. */
export function Proposals({ space }: { space: Space }) {
  const { visit, standing } = space
  const complaints = [
    ...new Set(visit.observations.filter((o) => o.check === 'complaint').map((o) => String(o.value))),
  ]
  if (complaints.length === 0)
    return (
      <p className="pb-5 leading-snug text-soft max-md:border-t max-md:border-line max-md:pt-4">
        Choose a complaint, and the runs and looks worth making stand here.
      </p>
    )
  const moment = saidOf(standing, 'said:moment')
  const proposals = proposeChecks(complaints, (moment as CycleMoment | null) ?? null, {
    checks: new Set(visit.observations.map((o) => o.check)),
    runs: new Set(visit.runs.filter((run) => run.stoppedAtMs !== null).map((run) => run.kind)),
  })
  if (proposals.length === 0)
    return (
      <p className="pb-5 text-good max-md:border-t max-md:border-line max-md:pt-4">
        All that this complaint calls for is made.
      </p>
    )
  const minutes = proposals.reduce((sum, p) => sum + p.minutes, 0)
  return (
    <section aria-label="Worth doing" className="border-ink pb-3 max-md:mt-2 max-md:border-t-2 max-md:pt-3">
      <h2 className="flex items-baseline justify-between gap-3 pb-1">
        <span className="text-sm font-semibold text-soft">Worth doing</span>
        <span className="text-sm text-soft">about {minutes} min (estimate)</span>
      </h2>
      <ol>
        {proposals.map((p, i) => (
          <li key={linkOf(p, visit.id).name} className="border-t border-hair">
            <Link
              to={linkOf(p, visit.id).to}
              className="grid min-h-12 grid-cols-[1fr_auto] items-baseline gap-x-4 py-2"
            >
              <span className={i === 0 ? 'plate text-xl leading-tight' : 'leading-tight font-semibold'}>
                {linkOf(p, visit.id).name}
              </span>
              <span className="text-soft">{p.minutes} min</span>
              <span className="text-sm leading-snug text-soft">{p.why}</span>
            </Link>
          </li>
        ))}
      </ol>
    </section>
  )
}

function linkOf(p: Proposal, visitId: string): { name: string; to: string } {
  if ('run' in p) return { name: RUN_NAME[p.run], to: `/runs/${newId()}?visit=${visitId}&kind=${p.run}` }
  if ('protocol' in p)
    return { name: PROTOCOLS[p.protocol].name, to: `/visits/${visitId}/protocols/${p.protocol}` }
  const facts = checkFacts(p.check)
  const tap = facts.perTap ? '-cold' : ''
  return { name: facts.name, to: `/visits/${visitId}/${p.stage}#check-${p.check}${tap}` }
}
