import { type CheckId, checkFacts, type KnownMachine } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { useDeferredValue, useRef, useState } from 'react'
import { FormProvider, useForm, useWatch } from 'react-hook-form'
import { useNavigate, useSearchParams } from 'react-router'
import { MOST_MACHINES, machinesQuery } from '../api/queries.ts'
import { keepVisit, useRecords } from '../features/records/index.ts'
import {
  AppointmentFields,
  type AppointmentValues,
  keepLooks,
  NOTHING_AGREED,
} from '../features/visit/index.ts'
import { newId } from '../lib/newId.ts'
import { dateText } from '../lib/time.ts'
import { t } from '../lib/words.ts'
import { Action, ActionBar } from '../ui/ActionBar.tsx'
import { Button } from '../ui/Button.tsx'
import { Field } from '../ui/Field.tsx'
import { Message } from '../ui/Message.tsx'
import { Notice } from '../ui/Notice.tsx'
import { Scroll } from '../ui/Scroll.tsx'
import { TopBar } from '../ui/TopBar.tsx'
import { outcomeWord } from '../words/cardText.ts'
import { afterStart, NewMachineVisit } from './NewMachineVisit.tsx'

/** A visit in three taps: start, which machine, what is wrong. A machine or place nobody knows yet is entered instead. */
export function NewVisitPage() {
  const [params, setParams] = useSearchParams()
  const { machines, pending, error } = useRecords()
  const chosen = params.get('machine')
  const listed = machines.find((machine) => machine.id === chosen)
  // One of a workshop with more machines than the list holds.
  const far = useQuery({
    ...machinesQuery(chosen ?? ''),
    enabled: !pending && chosen !== null && !listed && !params.has('new'),
  })
  if (params.has('new')) return <NewMachineVisit machineId={chosen} />
  if (pending || far.isLoading) return <Message>{t('newVisitPage.openingTheMachines')}</Message>
  const known = listed ?? far.data?.find((machine) => machine.id === chosen)
  if (known?.siteId) return <WhatIsWrong machine={known} siteId={known.siteId} />
  return (
    <WhichMachine
      machines={machines}
      problem={error?.message ?? null}
      onChoose={(machine) =>
        setParams(machine.siteId ? { machine: machine.id } : { machine: machine.id, new: '1' })
      }
      onNew={() => setParams({ new: '1' })}
    />
  )
}

function WhichMachine({
  machines,
  problem,
  onChoose,
  onNew,
}: {
  machines: readonly KnownMachine[]
  /** Why those of the server are not there. */
  problem: string | null
  onChoose: (machine: KnownMachine) => void
  onNew: () => void
}) {
  const navigate = useNavigate()
  const [words, setWords] = useState('')
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean)
  // A workshop with more machines than one list holds asks the server for those that are meant.
  const searched = useDeferredValue(wanted.join(' '))
  const more = useQuery({
    ...machinesQuery(searched),
    enabled: machines.length >= MOST_MACHINES && searched.length > 1,
  })
  const known = new Set(machines.map((machine) => machine.id))
  const all = [...machines, ...(more.data ?? []).filter((machine) => !known.has(machine.id))]
  const shown = all.filter((m) => {
    const text =
      `${m.spec.label} ${m.siteName ?? ''} ${m.record.make} ${m.record.model} ${m.record.serial}`.toLowerCase()
    return wanted.every((word) => text.includes(word))
  })
  return (
    <div className="flex h-full flex-col">
      <TopBar title={t('newVisitPage.whichMachine')}>
        <h1 className="truncate font-semibold">{t('newVisitPage.whichMachine')}</h1>
      </TopBar>
      <main className="min-h-0 flex-1 overflow-y-auto px-4 py-3 md:px-[148px]">
        {machines.length > 6 && (
          <Field label={t('newVisitPage.findByNamePlaceOr')}>
            {(props) => (
              <input
                {...props}
                type="search"
                value={words}
                onChange={(event) => setWords(event.target.value)}
              />
            )}
          </Field>
        )}
        {problem && (
          <Notice tone="watch" alert className="mb-3 p-3">
            {problem}
          </Notice>
        )}
        {machines.length === 0 && !problem && (
          <p className="py-8 text-xl">{t('newVisitPage.noMachineIsKnownYet')}</p>
        )}
        {machines.length > 0 && shown.length === 0 && (
          <p className="py-6 text-lg text-soft">{t('newVisitPage.noneOfThatNameEnter')}</p>
        )}
        <ul>
          {shown.slice(0, 60).map((machine) => (
            <li key={machine.id} className="border-b border-line">
              <button
                type="button"
                className="grid min-h-16 w-full cursor-pointer grid-cols-[1fr_auto] items-center gap-x-4 py-2.5 text-left"
                onClick={() => onChoose(machine)}
              >
                <span className="min-w-0">
                  <span className="plate block text-xl leading-tight">
                    {machine.siteName ?? t('newVisitPage.noPlaceYet')}
                  </span>
                  <span className="text-soft">{machine.spec.label}</span>
                </span>
                <span className="text-sm text-soft">
                  {machine.lastVisitMs === null ? '' : dateText(machine.lastVisitMs, 'date')}
                </span>
              </button>
            </li>
          ))}
        </ul>
      </main>
      <ActionBar>
        <Action
          weight="main"
          name={t('newVisitPage.aNewMachine')}
          hint={t('newVisitPage.andItsPlace')}
          onPress={onNew}
        />
        <Action
          weight="half"
          name={t('ui.cancel')}
          hint={t('newVisitPage.backToTheDay')}
          onPress={() => navigate('/')}
        />
      </ActionBar>
    </div>
  )
}

function WhatIsWrong({ machine, siteId }: { machine: KnownMachine; siteId: string }) {
  const navigate = useNavigate()
  const form = useForm<AppointmentValues>({ defaultValues: NOTHING_AGREED })
  const dueAtMs = useWatch({ control: form.control, name: 'agreed.dueAtMs' })
  const visitId = useRef(newId())
  const facts = checkFacts('complaint')
  const start = (value: string | null) => {
    const id = visitId.current
    const { complaint } = form.getValues('agreed')
    keepVisit(id, { machineId: machine.id, siteId, dueAtMs: dueAtMs ?? Date.now(), complaint }, null)
    if (value !== null) keepComplaint(id, value)
    navigate(afterStart(id, dueAtMs))
  }
  return (
    <div className="flex h-full flex-col">
      <TopBar title={t('newVisitPage.whatIsWrong')}>
        <h1 className="truncate font-semibold">
          {machine.siteName} <span className="font-normal text-soft">{machine.spec.label}</span>
        </h1>
      </TopBar>
      <main className="min-h-0 flex-1">
        <Scroll
          label={t('newVisitPage.whatIsWrong2')}
          className="h-full overflow-y-auto px-4 py-4 md:px-[148px]"
        >
          <h2 className="plate pb-3 text-3xl leading-tight">{t('newVisitPage.whatIsWrong')}</h2>
          <p className="pb-3 text-soft">{t('newVisitPage.theOneYouPressStarts')}</p>
          <div className="flex flex-wrap gap-2 pb-5">
            {facts.kind === 'choice' &&
              facts.outcomes.map((outcome) => (
                <Button
                  key={outcome.value}
                  size="tall"
                  className="px-4 hover:border-ink"
                  onClick={() => start(outcome.value)}
                >
                  {outcomeWord('complaint', outcome.value)}
                </Button>
              ))}
          </div>
          <FormProvider {...form}>
            <AppointmentFields />
          </FormProvider>
        </Scroll>
      </main>
      <ActionBar>
        <Action
          weight="main"
          name={dueAtMs === null ? t('newVisitPage.startTheVisit') : t('newVisitPage.planTheVisit')}
          hint={t('newVisitPage.complaintOnArrival')}
          onPress={() => start(null)}
        />
        <Action
          weight="half"
          name={t('newVisitPage.atAnotherPlace')}
          hint={t('ui.sameMachine')}
          onPress={() => navigate(`/visits/new?machine=${machine.id}&new=1`)}
        />
        <Action
          weight="half"
          name={t('ui.back')}
          hint={t('newVisitPage.anotherMachine')}
          onPress={() => navigate(-1)}
        />
      </ActionBar>
    </div>
  )
}

function keepComplaint(visitId: string, value: string): void {
  const check: CheckId = 'complaint'
  keepLooks(visitId, [
    { type: 'observed', id: newId(), atMs: Date.now(), check, value, tap: null, levelMm: null },
  ])
}
