import type { ActWord, FaultId, PartId, PlannedNext, PlannedTry } from '@brendik/core'
import { useEffect, useState } from 'react'
import { Link, useLocation, useNavigate } from 'react-router'
import { ActSheet, LookSheet } from '../features/stages/index.ts'
import { beginCheck, useSpace } from '../features/visit/index.ts'
import {
  Changed,
  Contradiction,
  ForAndAgainst,
  followedOf,
  GoingOn,
  LiveFrame,
  listed,
  NextCheck,
  NotHere,
  Orders,
  Ranking,
  TimeLine,
  useProposed,
  useWeigh,
} from '../features/weigh/index.ts'
import { newRunPath } from '../lib/newRunPath.ts'
import { setPrefs, usePrefs } from '../lib/prefs.ts'
import { say, t } from '../lib/words.ts'
import { Action, ActionBar } from '../ui/ActionBar.tsx'
import { useSpaceBar } from '../ui/keys.ts'
import { TwoPanes } from '../ui/TwoPanes.tsx'
import { faultTitle } from '../words/cardText.ts'

/** Reasons of one side that are written out. */
const REASONS = 6
const REASONS_IN_HAND = 4
const TURNING = 3

/** What is wrong with the machine, how sure that is and why, and the one check that is worth most now. */
export function WeighPage() {
  const space = useSpace()
  const navigate = useNavigate()
  const view = useWeigh(space, true)
  const [picked, setPicked] = useState<FaultId | null>(null)
  const [opened, setOpened] = useState<PlannedNext | null>(null)
  const { order } = usePrefs()
  const { visit } = space
  const contenders = view ? listed(view) : []
  const chosen = contenders.find(({ fault }) => fault === picked) ?? contenders[0]
  const proposed = useProposed(space, view)
  const toDo = doneOf(proposed.stop ?? proposed.tryFirst)
  const first = proposed.gate || proposed.stop || proposed.tryFirst ? null : proposed.first
  const open = (look: PlannedNext) => {
    if (look.what.kind === 'check' && look.what.check === 'leak.catch')
      navigate(`/visits/${visit.id}/protocols/three-level-catch`)
    else if (look.what.kind === 'check') {
      beginCheck(visit.id, look.what.check, look.minutes - look.doingMin)
      setOpened(look)
    } else
      navigate(look.what.kind === 'phase' ? `/visits/${visit.id}/locate` : newRunPath(visit.id, look.what))
  }
  const [done, setDone] = useState<{ what: ActWord; part: PartId } | null>(null)
  useSpaceBar(() => (first ? open(first) : setDone(toDo)), first !== null || toDo !== null)
  // Who comes by the line on a stage has asked for a look already: it opens, once, as soon as nothing stands in its way.
  const asked = (useLocation().state as { start?: true | string } | null)?.start
  const [wanted, setWanted] = useState<true | string | null>(null)
  // Taken out of the history at once: Back must not ask for it again.
  useEffect(() => {
    if (asked === undefined) return
    navigate('.', { replace: true, state: null })
    setWanted(asked)
  }, [asked, navigate])
  const begins =
    wanted === null
      ? null
      : wanted === true || wanted === first?.id
        ? first
        : (proposed.others.find(({ id }) => id === wanted) ?? null)
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when there is something to open
  useEffect(() => {
    if (!begins) return
    setWanted(null)
    open(begins)
  }, [begins?.id])
  if (!view)
    return (
      <main className="flex-1 p-6 text-lg text-soft">
        <h1 className="sr-only">{t('weigh.weigh')}</h1>
        {t('weigh.weighing')}
      </main>
    )
  const turning = proposed.first ? view.looks.filter(({ turns }) => turns !== null).slice(0, TURNING) : []
  return (
    <>
      <TwoPanes
        label={t('weigh.weigh')}
        sideLabel={t('weigh.forAndAgainst')}
        sideWidth="md:w-[316px]"
        side={
          <div className="grid gap-4">
            {view.conflict && (
              <div className="max-md:hidden">
                <Contradiction conflict={view.conflict} space={space} />
              </div>
            )}
            {chosen && (
              <section aria-label={faultTitle(chosen.fault)} className="max-md:hidden">
                <h2 className="plate pb-2 text-xl leading-tight">{faultTitle(chosen.fault)}</h2>
                <ForAndAgainst one={chosen} most={REASONS} />
              </section>
            )}
            {turning.length > 0 && (
              <section
                aria-label={t('weigh.whatWouldChangeIt')}
                className="md:border-t md:border-line md:pt-3"
              >
                <h2 className="pb-1 text-sm font-semibold text-soft">{t('weigh.whatWouldChangeIt')}</h2>
                <ul>
                  {turning.map(({ id, name, turns }) => (
                    <li key={id} className="border-t border-hair py-1.5 leading-snug">
                      {say(name)}: {turns && say(turns)}
                    </li>
                  ))}
                </ul>
              </section>
            )}
          </div>
        }
      >
        {view.conflict && (
          <div className="pt-4 md:hidden">
            <Contradiction conflict={view.conflict} space={space} />
          </div>
        )}
        <div className="pt-4 empty:hidden">
          <LiveFrame space={space} />
        </div>
        <GoingOn view={view} onOpen={open} />
        <NextCheck space={space} view={view} proposed={proposed} onOpen={open} />
        <Changed change={view.changed} />
        <Ranking
          view={view}
          chosen={chosen?.fault ?? null}
          onChoose={setPicked}
          inPlace={(one) => <ForAndAgainst one={one} most={REASONS_IN_HAND} />}
        />
        <NotHere space={space} view={view} />
        {proposed.first && !proposed.stop && <TimeLine steps={view.timeline} />}
        {proposed.first && !proposed.stop && (
          <Orders
            orders={view.orders}
            followed={followedOf(view, order)}
            onFollow={(chosen) => setPrefs({ order: chosen })}
          />
        )}
      </TwoPanes>
      {opened && <LookSheet space={space} look={opened} onClose={() => setOpened(null)} />}
      {done && <ActSheet space={space} stage="outside" proposed={done} onClose={() => setDone(null)} />}
      <ActionBar>
        {first && (
          <Action
            weight="main"
            name={t('weigh.startTheNextCheck')}
            keyName={t('key.space')}
            hint={say(first.name)}
            onPress={() => open(first)}
          />
        )}
        {toDo && (
          <Action
            weight="main"
            name={t('weigh.enterWhatWasDone')}
            keyName={t('key.space')}
            hint={t('weigh.thenTheRunAgain')}
            onPress={() => setDone(toDo)}
          />
        )}
        {toDo && <Way to={`/visits/${visit.id}/decide`} name={t('decide.decide')} hint={t('decide.hint')} />}
        <Way
          to={`/visits/${visit.id}`}
          name={t('ui.theWholeVisit')}
          hint={t('weigh.allRunsAndLooks')}
          onDeskOnly={toDo !== null}
        />
        <Way to="/catalogue" name={t('weigh.catalogue')} hint={t('weigh.whatIsHeldAndWhy')} onDeskOnly />
      </ActionBar>
    </>
  )
}

const DONE: Readonly<Record<PlannedTry['act'], ActWord | null>> = {
  clean: 'cleaned',
  clear: 'cleared',
  adjust: 'adjusted',
  replace: 'replaced',
  trial: 'trial',
  refer: null,
  'close-up': null,
}
/** What an act is entered as once it is done; null = there is nothing to enter. */
function doneOf(act: Pick<PlannedTry, 'act' | 'part'> | null): { what: ActWord; part: PartId } | null {
  const what = act && DONE[act.act]
  return what && act.part ? { what, part: act.part } : null
}

function Way({
  to,
  name,
  hint,
  onDeskOnly = false,
}: {
  to: string
  name: string
  hint: string
  /** In the hand there is another way to it. */
  onDeskOnly?: boolean
}) {
  return (
    <Link
      to={to}
      className={`flex min-h-16 flex-1 flex-col justify-center px-4 md:px-5 ${onDeskOnly ? 'max-md:hidden' : ''}`}
    >
      <span className="text-lg font-semibold">{name}</span>
      <span className="text-sm text-soft max-md:hidden">{hint}</span>
    </Link>
  )
}
