import {
  CYCLE_MOMENTS,
  type CycleMoment,
  checkFacts,
  type Proposal,
  proposeChecks,
  saidOf,
  WORKED_ON,
  type WorkedOn,
} from '@brendik/core'
import { Link } from 'react-router'
import { newId } from '../../lib/newId.ts'
import { tOf } from '../../lib/words.ts'
import { checkName, protocolName } from '../../words/cardText.ts'
import { minutesLeft } from '../protocol/index.ts'
import type { Space } from '../visit/index.ts'
import { CheckList } from './CheckList.tsx'
import { SaidChoice } from './SaidChoice.tsx'
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

const REPAIR_WORD: Record<WorkedOn, string> = {
  none: 'none known',
  inlet: 'inlet',
  bellows: 'bellows',
  'filter-cap': 'filter cap',
  pump: 'pump',
  hoses: 'hoses inside',
  seals: 'tub or shaft seals',
}

/** The first minute: what is wrong, when, what it sounds like; and what to do about it first. */
export function ArriveStage({ space }: { space: Space }) {
  const { visit } = space
  return (
    <>
      {visit.complaint && <p className="mb-4 text-2xl leading-snug">“{visit.complaint}”</p>}
      <CheckList space={space} which={(check) => check.id === 'complaint'} />
      <div className="md:hidden">
        <Proposals space={space} />
      </div>
      <SaidChoice
        space={space}
        topic="said:moment"
        label="When in the cycle"
        options={CYCLE_MOMENTS.map((value) => ({ value, word: MOMENT_WORD[value] }))}
      />
      <TechSheet space={space} />
      <h2 className="pt-6 pb-2 text-sm font-semibold text-soft">Seen and heard at the door</h2>
      <CheckList space={space} which={(check) => check.stage === 'arrive' && check.id !== 'complaint'} />
      <SaidChoice
        space={space}
        topic="said:last-repair"
        label="Last repair"
        options={WORKED_ON.map((value) => ({ value, word: REPAIR_WORD[value] }))}
      />
    </>
  )
}

const RUN_NAME = { fill: 'Time a fill', hold: 'Time a hold', drain: 'Time a drain' } as const

/** What the complaint calls for, the first one large. */
export function Proposals({ space }: { space: Space }) {
  const { visit, said } = space
  const complaints = [
    ...new Set(visit.observations.filter((o) => o.check === 'complaint').map((o) => String(o.value))),
  ]
  if (complaints.length === 0)
    return (
      <p className="pb-5 leading-snug text-soft max-md:border-t max-md:border-line max-md:pt-4">
        Choose a complaint, and the runs and looks worth making stand here.
      </p>
    )
  const moment = saidOf(said, 'said:moment')
  const proposals = proposeChecks(
    complaints,
    (moment as CycleMoment | null) ?? null,
    {
      checks: new Set(visit.observations.map((o) => o.check)),
      runs: new Set(visit.runs.filter((run) => run.stoppedAtMs !== null).map((run) => run.kind)),
      protocols: (id) => minutesLeft(visit, id),
    },
    visit.machine.spec,
  )
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
              <span className="text-sm leading-snug text-soft">{tOf(`propose.${p.why}`, '')}</span>
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
    return { name: protocolName(p.protocol), to: `/visits/${visitId}/protocols/${p.protocol}` }
  const facts = checkFacts(p.check)
  const tap = facts.perTap ? '-cold' : ''
  return { name: checkName(p.check), to: `/visits/${visitId}/${p.stage}#check-${p.check}${tap}` }
}
