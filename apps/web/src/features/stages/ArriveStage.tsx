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
import { t, tOf } from '../../lib/words.ts'
import { checkName, protocolName } from '../../words/cardText.ts'
import { minutesLeft } from '../protocol/index.ts'
import type { Space } from '../visit/index.ts'
import { CheckList } from './CheckList.tsx'
import { SaidChoice } from './SaidChoice.tsx'
import { TechSheet } from './TechSheet.tsx'

const MOMENT_WORD: Record<CycleMoment, string> = {
  start: t('arriveStage.atTheStart'),
  fill: t('arriveStage.filling'),
  wash: t('arriveStage.washing'),
  drain: t('arriveStage.draining'),
  spin: t('ui.spinning'),
  end: t('arriveStage.afterTheEnd'),
  off: t('arriveStage.whileOff'),
  any: t('arriveStage.noPattern'),
}

const REPAIR_WORD: Record<WorkedOn, string> = {
  none: t('arriveStage.noneKnown'),
  inlet: t('arriveStage.inlet'),
  bellows: t('arriveStage.bellows'),
  'filter-cap': t('arriveStage.filterCap'),
  pump: t('arriveStage.pump'),
  hoses: t('arriveStage.hosesInside'),
  seals: t('arriveStage.tubOrShaftSeals'),
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
        label={t('arriveStage.whenInTheCycle')}
        options={CYCLE_MOMENTS.map((value) => ({ value, word: MOMENT_WORD[value] }))}
      />
      <TechSheet space={space} />
      <h2 className="pt-6 pb-2 text-sm font-semibold text-soft">{t('arriveStage.seenAndHeardAtThe')}</h2>
      <CheckList space={space} which={(check) => check.stage === 'arrive' && check.id !== 'complaint'} />
      <SaidChoice
        space={space}
        topic="said:last-repair"
        label={t('arriveStage.lastRepair')}
        options={WORKED_ON.map((value) => ({ value, word: REPAIR_WORD[value] }))}
      />
    </>
  )
}

const RUN_NAME = {
  fill: t('arriveStage.timeAFill'),
  hold: t('arriveStage.timeAHold'),
  drain: t('arriveStage.timeADrain'),
} as const

/** What the complaint calls for, the first one large. */
export function Proposals({ space }: { space: Space }) {
  const { visit, said } = space
  const complaints = [
    ...new Set(visit.observations.filter((o) => o.check === 'complaint').map((o) => String(o.value))),
  ]
  if (complaints.length === 0)
    return (
      <p className="pb-5 leading-snug text-soft max-md:border-t max-md:border-line max-md:pt-4">
        {t('arriveStage.chooseAComplaintAndThe')}
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
        {t('arriveStage.allThatThisComplaintCalls')}
      </p>
    )
  const minutes = proposals.reduce((sum, p) => sum + p.minutes, 0)
  return (
    <section
      aria-label={t('arriveStage.worthDoing')}
      className="border-ink pb-3 max-md:mt-2 max-md:border-t-2 max-md:pt-3"
    >
      <h2 className="flex items-baseline justify-between gap-3 pb-1">
        <span className="text-sm font-semibold text-soft">{t('arriveStage.worthDoing')}</span>
        <span className="text-sm text-soft">{t('arriveStage.aboutMinEstimate', { minutes })}</span>
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
              <span className="text-soft">{t('ui.min', { minutes: p.minutes })}</span>
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
