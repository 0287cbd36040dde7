import { agreedOf } from '@brendik/core'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import {
  Agreed,
  AgreeSheet,
  Assumed,
  BreakEven,
  DecideLead,
  Exposed,
  money,
  OptionList,
  useDecision,
} from '../features/decide/index.ts'
import { useSpace } from '../features/visit/index.ts'
import { useProposed, useWeigh } from '../features/weigh/index.ts'
import { say, t } from '../lib/words.ts'
import { Action, ActionBar } from '../ui/ActionBar.tsx'
import { useSpaceBar } from '../ui/keys.ts'
import { TwoPanes } from '../ui/TwoPanes.tsx'

/** What to do about what is wrong, by what it costs until the machine works; and the customer's yes to a price. */
export function DecidePage() {
  const space = useSpace()
  const navigate = useNavigate()
  const { visit } = space
  const view = useWeigh(space)
  const proposed = useProposed(space, view)
  // As long as acting is not called for there is a look that may be worth more.
  const next = proposed.stop ? null : proposed.first
  const decision = useDecision(space, next)
  const [picked, setPicked] = useState<string | null>(null)
  const [asking, setAsking] = useState(false)
  const option =
    decision?.options.find(({ id }) => id === picked) ??
    decision?.options.find(({ id }) => id === decision.best) ??
    decision?.options[0]
  const agreed = agreedOf(space.said)
  const open = visit.closedAtMs === null
  const repair = decision?.options.find(({ keep }) => keep)
  const toRepair = () => navigate(`/visits/${visit.id}/repair`)
  useSpaceBar(() => (agreed ? toRepair() : setAsking(true)), open && option !== undefined)
  if (!decision || !option)
    return (
      <main className="flex-1 p-6 text-lg text-soft">
        <h1 className="sr-only">{t('decide.decide')}</h1>
        {t('decide.reckoning')}
      </main>
    )
  const { currency, look, lookFirst } = decision
  return (
    <>
      <TwoPanes
        label={t('decide.decide')}
        sideLabel={t('decide.restsOn')}
        sideWidth="md:w-[316px]"
        side={
          <div className="grid gap-4">
            <Assumed space={space} decision={decision} option={option} />
            <BreakEven decision={decision} option={option.keep ? option : repair} />
            {option === repair && <Exposed decision={decision} />}
            <Agreed space={space} />
          </div>
        }
      >
        {lookFirst && next && look && (
          <p className="mt-4 border-l-4 border-watch bg-watch-face px-3 py-2 text-lg leading-snug">
            {t('decide.lookFirst', {
              look: say(next.name),
              minutes: next.minutes,
              saves: money(look.saves, currency),
              costs: money(look.costs, currency),
            })}{' '}
            <Link
              to={`/visits/${visit.id}/weigh`}
              className="inline-flex min-h-12 items-center font-semibold underline underline-offset-4"
            >
              {t('decide.toWeigh')}
            </Link>
          </p>
        )}
        <DecideLead decision={decision} option={option} />
        <OptionList decision={decision} chosen={option} onChoose={setPicked} />
        <p className="text-sm text-soft">
          {t('decide.knowing', { worth: money(decision.knowing, currency) })}
        </p>
      </TwoPanes>
      {asking && (
        <AgreeSheet space={space} decision={decision} option={option} onClose={() => setAsking(false)} />
      )}
      <ActionBar>
        {open && (
          <Action
            weight={agreed ? 'half' : 'main'}
            name={t('decide.yes')}
            {...(agreed ? {} : { keyName: t('key.space') })}
            hint={t('decide.yesHint', { price: money(option.price, currency) })}
            onPress={() => setAsking(true)}
          />
        )}
        <Action
          weight={open && agreed ? 'main' : 'half'}
          name={t('decide.toRepair')}
          {...(open && agreed ? { keyName: t('key.space') } : {})}
          hint={t('decide.toRepairHint')}
          onPress={toRepair}
        />
      </ActionBar>
    </>
  )
}
