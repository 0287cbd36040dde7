import {
  type CycleMoment,
  type Gate,
  leftOpen,
  observationsOf,
  saidOf,
  type VisitAnswer,
} from '@brendik/core'
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { FollowUps } from '../features/follow/index.ts'
import { ProtocolLinks } from '../features/protocol/index.ts'
import { ProofLine } from '../features/prove/index.ts'
import { keepClosed, Rivals } from '../features/records/index.ts'
import { TogetherParts, useTogether } from '../features/together/index.ts'
import {
  AppointmentSheet,
  GateNotice,
  KnownFacts,
  Looks,
  PrintedHead,
  RunList,
  useSpace,
} from '../features/visit/index.ts'
import { useWeigh, WeighPrinted } from '../features/weigh/index.ts'
import { newRunPath } from '../lib/newRunPath.ts'
import { dateText } from '../lib/time.ts'
import { t } from '../lib/words.ts'
import { Action, ActionBar } from '../ui/ActionBar.tsx'
import { Button } from '../ui/Button.tsx'
import { TwoPanes } from '../ui/TwoPanes.tsx'
import { outcomeWord } from '../words/cardText.ts'
import { upperFirst } from '../words/firstLetter.ts'
import { kindMessage } from '../words/runText.ts'
import { MOMENT_WORD } from '../words/stageText.ts'

const ACTION_HINT = {
  fill: t('visitPage.valveOpenToLevel'),
  hold: t('visitPage.doesTheLevelStay'),
  drain: t('visitPage.pumpOnToFirstAir'),
} as const

/** What was ticked of the complaint, where nobody wrote it down. */
const saidComplaints = (visit: VisitAnswer): string =>
  upperFirst(
    observationsOf(visit)
      .filter(({ check }) => check === 'complaint')
      .map(({ value }) => outcomeWord('complaint', String(value)))
      .join(', '),
  )

/** The whole visit: what all runs and looks say together, and the next run one touch away. */
export function VisitPage() {
  const space = useSpace()
  const { visit } = space
  const says = useTogether(visit)
  const planned = useWeigh(space)?.looks ?? []
  const moment = MOMENT_WORD[saidOf(space.said, 'said:moment') as CycleMoment]
  const [changing, setChanging] = useState(false)
  const [left, setLeft] = useState<Gate | null>(null)
  const close = () => {
    // How the machine is left is said before the visit is closed, and no lock stays bridged.
    const blocks = visit.closedAtMs === null ? leftOpen(visit.machine.spec, space.state) : []
    setLeft(blocks.length > 0 ? { act: 'run-pump', open: false, blocks, cautions: [] } : null)
    if (blocks.length > 0) return
    keepClosed(visit.id, visit.closedAtMs === null ? Date.now() : null)
  }
  // What was said in answer is looked at again; with nothing left to say the notice goes.
  useEffect(() => {
    setLeft((before) => {
      if (!before) return null
      const blocks = leftOpen(space.visit.machine.spec, space.state)
      return blocks.length > 0 ? { ...before, blocks } : null
    })
  }, [space])
  return (
    <>
      <TwoPanes
        label={t('ui.theVisit')}
        sideLabel={t('machinePage.whatIsKnown')}
        sideWidth="md:w-[284px]"
        side={
          <>
            <ProtocolLinks visit={visit} planned={planned} />
            <KnownFacts visit={visit} />
          </>
        }
      >
        <PrintedHead space={space} />
        <div className="flex items-start justify-between gap-4">
          <h1 className="py-5 text-2xl leading-snug">
            {visit.complaint || saidComplaints(visit) || (
              <span className="text-soft">{t('ui.noComplaintNoted')}</span>
            )}
            {moment && (
              <span className="block text-base text-soft">
                {t('arriveStage.whenInTheCycle')}: {moment}
              </span>
            )}
            {visit.closedAtMs !== null && (
              <span className="block text-base font-semibold text-good">
                {t('visitPage.closed', { time: dateText(visit.closedAtMs, 'dayTime') })}
              </span>
            )}
          </h1>
          <Button
            look="word"
            className="mt-3 shrink-0 px-2 text-sm text-water"
            onClick={() => setChanging(true)}
          >
            {t('ui.change')}
          </Button>
        </div>
        <ProofLine space={space} />
        <Rivals of={[visit.id, visit.machine.id, visit.site.id, visit.site.customer?.id]} />
        {left && visit.closedAtMs === null && (
          <section aria-label={t('visitPage.beforeClosing')} className="mb-4">
            <h2 className="pb-1 font-semibold">{t('visitPage.beforeItIsClosedSay')}</h2>
            <GateNotice gate={left} space={space} />
          </section>
        )}
        <WeighPrinted space={space} />
        {says && <TogetherParts says={says} />}
        <div className="flex flex-wrap items-baseline justify-between gap-x-6 border-t border-line pt-4 pb-2 text-sm">
          <h2 className="font-semibold text-soft">{t('visitPage.runs')}</h2>
          <Link
            to={`/visits/${visit.id}/log`}
            className="text-water underline underline-offset-4 print:hidden"
          >
            {t('log.title')}
          </Link>
        </div>
        <RunList visit={visit} says={says} />
        <Looks visit={visit} />
        <FollowUps space={space} />
      </TwoPanes>
      {changing && <AppointmentSheet visit={visit} onClose={() => setChanging(false)} />}
      <ActionBar>
        {(['fill', 'hold', 'drain'] as const).map((kind) => (
          <Link
            key={kind}
            to={newRunPath(visit.id, { run: kind })}
            className={`flex min-h-16 w-1/3 flex-col justify-center px-3 md:w-auto md:flex-1 md:px-5 short:w-auto short:flex-1 ${kind === (visit.runs.length === 0 ? 'fill' : 'drain') ? 'bg-ink text-face' : ''}`}
          >
            <span className="small-figure text-xl md:text-2xl">
              {t('ui.timeA', { kind: kindMessage(kind) })}
            </span>
            <span className="text-sm opacity-80 max-md:hidden">{ACTION_HINT[kind]}</span>
          </Link>
        ))}
        <Link
          to={`/rates?visit=${visit.id}`}
          className="flex min-h-16 flex-1 flex-col justify-center px-3 md:px-5"
        >
          <span className="text-lg font-semibold">{t('ui.rates')}</span>
          <span className="text-sm text-soft max-md:hidden">{t('ui.calculatorsAndRules')}</span>
        </Link>
        <Action
          name={visit.closedAtMs === null ? t('visitPage.closeTheVisit') : t('ui.openItAgain')}
          hint={visit.closedAtMs === null ? t('visitPage.offTheListOfOpen') : t('ui.thereIsMoreToDo')}
          onPress={close}
        />
      </ActionBar>
    </>
  )
}
