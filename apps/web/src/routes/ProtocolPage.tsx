import {
  judgedRuns,
  type LookStep,
  type ObservationEvent,
  observationsOf,
  PROTOCOL_IDS,
  PROTOCOLS,
  type Protocol,
  type ProtocolId,
  protocolProgress,
  type StepProgress,
  type VisitAnswer,
} from '@brendik/core'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { StepLookSheet } from '../features/protocol/index.ts'
import { TogetherParts, useTogether } from '../features/together/index.ts'
import { keepLooks, StateSheet, useFolded, useVisit } from '../features/visit/index.ts'
import { newId } from '../lib/newId.ts'
import { t } from '../lib/words.ts'
import { Action, ActionBar } from '../ui/ActionBar.tsx'
import { Message } from '../ui/Message.tsx'
import { TopBar } from '../ui/TopBar.tsx'
import { TwoPanes } from '../ui/TwoPanes.tsx'
import { protocolName, protocolNeeds, stepText } from '../words/cardText.ts'
import type { StateCellId } from '../words/stateText.ts'

/** One protocol in one visit: what it needs, its steps, the next one under the thumb, and what is known so far. */
export function ProtocolPage() {
  const { visitId = '', protocolId = '' } = useParams()
  const { visit, error, problem } = useVisit(visitId)
  if (!(PROTOCOL_IDS as readonly string[]).includes(protocolId))
    return <Message problem>{t('protocolPage.thereIsNoProtocol', { protocolId })}</Message>
  if (error && !visit) return <Message problem>{error.message}</Message>
  if (!visit) return <Message>{t('protocolPage.openingTheProtocol')}</Message>
  return <ProtocolOf visit={visit} problem={problem} protocol={PROTOCOLS[protocolId as ProtocolId]} />
}

function ProtocolOf({
  visit,
  protocol,
  problem,
}: {
  visit: VisitAnswer
  protocol: Protocol
  problem: string | null
}) {
  const says = useTogether(visit)
  const [looking, setLooking] = useState<LookStep | null>(null)
  const [cell, setCell] = useState<StateCellId | null>(null)
  const folded = useFolded(visit)
  const space = folded && { ...folded, setField: setCell }
  const { steps, next } = protocolProgress(
    protocol,
    visit.machine.spec,
    judgedRuns(visit),
    observationsOf(visit),
  )
  const minutes = steps.filter((s) => !s.done).reduce((sum, s) => sum + s.step.minutes, 0)
  const keep = (observation: ObservationEvent) => {
    keepLooks(visit.id, [observation])
    setLooking(null)
  }
  const slowTap = says?.fill?.tap ?? 'cold'
  const runLink = (step: string) =>
    `/runs/${newId()}?visit=${visit.id}&protocol=${protocol.id}&step=${step}&tap=${slowTap}`
  return (
    <div className="flex h-full flex-col">
      <TopBar title={`${protocolName(protocol.id)}, ${visit.site.name}`}>
        <Link
          to={`/visits/${visit.id}`}
          className="flex min-h-12 min-w-0 flex-1 flex-col justify-center self-stretch md:flex-row md:items-center md:justify-start md:gap-3"
        >
          <span className="truncate font-semibold">{visit.site.name}</span>
          <span className="truncate text-sm text-soft md:text-base">{visit.machine.spec.label}</span>
        </Link>
      </TopBar>
      <TwoPanes
        label={protocolName(protocol.id)}
        sideLabel={t('protocolPage.aboutThisProtocol')}
        side={<About protocol={protocol.id} minutes={next ? minutes : null} />}
      >
        <h1 className="plate pt-5 text-3xl leading-tight">{protocolName(protocol.id)}</h1>
        <p className="mt-1 mb-5 max-w-prose text-lg leading-snug">
          {t('protocolPage.tellsApart', { what: t(`protocol.${protocol.id}.separates`) })}
        </p>
        <ol>
          {steps.map((progress, i) => (
            <StepLine
              protocol={protocol.id}
              key={progress.step.id}
              progress={progress}
              number={i + 1}
              next={progress.step === next}
              link={progress.step.kind === 'run' ? runLink(progress.step.id) : null}
              onLook={() => progress.step.kind === 'look' && setLooking(progress.step)}
            />
          ))}
        </ol>
        {says && <TogetherParts says={says} />}
      </TwoPanes>
      <ActionBar>
        {next?.kind === 'run' && (
          <Link
            to={runLink(next.id)}
            className="flex min-h-16 w-1/2 flex-col justify-center bg-ink px-4 text-face md:w-[30%] md:flex-none md:px-5"
          >
            <span className="small-figure text-xl md:text-2xl">{stepText(protocol.id, next).title}</span>
            <span className="text-sm opacity-80">
              {t('protocolPage.nextStepAboutMin', { minutes: next.minutes })}
            </span>
          </Link>
        )}
        {next?.kind === 'look' && (
          <Action
            weight="main"
            name={stepText(protocol.id, next).title}
            hint={t('protocolPage.nextStepAboutMin', { minutes: next.minutes })}
            onPress={() => setLooking(next)}
          />
        )}
        <Link
          to={`/visits/${visit.id}`}
          className="flex min-h-16 w-1/2 flex-col justify-center px-4 md:flex-1 md:px-5"
        >
          <span className="text-lg font-semibold">{t('ui.backToTheVisit')}</span>
          <span className="text-sm text-soft">{t('protocolPage.whatIsDoneIsKept')}</span>
        </Link>
      </ActionBar>
      {looking && space && cell === null && (
        <StepLookSheet
          protocol={protocol.id}
          step={looking}
          space={space}
          slowTap={slowTap}
          onSave={keep}
          onClose={() => setLooking(null)}
        />
      )}
      {cell && space && <StateSheet space={space} cell={cell} onClose={() => setCell(null)} />}
      {problem && (
        <p role="alert" className="fixed inset-x-0 top-14 z-40 border-b border-watch bg-watch-face px-5 py-3">
          {problem}
        </p>
      )}
    </div>
  )
}

/** What a protocol needs, leaves and is worth. */
function About({ protocol, minutes }: { protocol: ProtocolId; minutes: number | null }) {
  return (
    <dl className="grid gap-4">
      <Fact name={t('protocolPage.needs')} lines={protocolNeeds(protocol)} />
      <Fact name={t('protocolPage.stopWhen')} lines={[t(`protocol.${protocol}.stopWhen`)]} />
      <Fact name={t('protocolPage.leaves')} lines={[t(`protocol.${protocol}.leaves`)]} />
      <Fact name={t('protocolPage.whatItIsWorth')} lines={[t(`protocol.${protocol}.worth`)]} />
      <Fact
        name={t('protocolPage.stillToDo')}
        lines={[minutes === null ? t('ui.nothing') : t('protocolPage.aboutMin', { minutes })]}
      />
    </dl>
  )
}

function StepLine({
  protocol,
  progress,
  number,
  next,
  link,
  onLook,
}: {
  protocol: ProtocolId
  progress: StepProgress
  number: number
  next: boolean
  link: string | null
  onLook: () => void
}) {
  const { step, done, made, wanted } = progress
  const text = stepText(protocol, step)
  const state = done
    ? t('ui.done')
    : wanted > 1 && made > 0
      ? t('protocolPage.of', { made, wanted })
      : next
        ? t('protocolPage.next')
        : t('ui.min', { minutes: step.minutes })
  const body = (
    <>
      <span
        className={`small-figure flex size-9 shrink-0 items-center justify-center border-2 text-lg ${done ? 'border-good text-good' : next ? 'border-ink bg-ink text-face' : 'border-line text-soft'}`}
        aria-hidden="true"
      >
        {done ? '✓' : number}
      </span>
      <span className="min-w-0 flex-1 text-left">
        <span className={`block text-lg leading-tight ${next ? 'font-semibold' : ''}`}>{text.title}</span>
        {next && <span className="mt-0.5 block max-w-prose leading-snug text-soft">{text.act}</span>}
      </span>
      <span className={`shrink-0 ${done ? 'text-good' : 'text-soft'}`}>{state}</span>
    </>
  )
  const line = 'flex min-h-14 w-full items-center gap-4 py-2.5 cursor-pointer'
  return (
    <li className="border-t border-line">
      {link ? (
        <Link to={link} className={line}>
          {body}
        </Link>
      ) : (
        <button type="button" className={line} onClick={onLook}>
          {body}
        </button>
      )}
    </li>
  )
}

function Fact({ name, lines }: { name: string; lines: string[] }) {
  return (
    <div>
      <dt className="text-sm font-semibold text-soft">{name}</dt>
      {lines.map((line) => (
        <dd key={line} className="mt-1 leading-snug">
          {line}
        </dd>
      ))}
    </div>
  )
}
