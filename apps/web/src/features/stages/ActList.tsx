import { type ActId, gateOf } from '@brendik/core'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { GateNotice, type Space } from '../visit/index.ts'
import { ACT_NAME, useGatedAct } from './useGatedAct.tsx'

/** Acts that change how the machine stands: what is said when it is done, and when it is undone. */
const ACTS: readonly {
  act: ActId
  topic: string
  done: string
  undone: string
  is: (space: Space) => boolean
  undo: string
}[] = [
  {
    act: 'open-panel',
    topic: 'state:panels',
    done: 'open',
    undone: 'closed',
    is: ({ state }) => state.panels === 'open',
    undo: t('actList.panelsAreOnAgain'),
  },
  {
    act: 'open-filter-cap',
    topic: 'state:cap',
    done: 'open',
    undone: 'shut',
    is: ({ state }) => state.cap === 'open',
    undo: t('actList.capIsShutAtIts'),
  },
  {
    act: 'tip',
    topic: 'state:tilt',
    done: 'tipped',
    undone: 'upright',
    is: ({ state }) => state.tilt === 'tipped',
    undo: t('actList.itStandsUprightAgain'),
  },
]

/** What may be done with the machine as it stands; what would hurt is not offered, and says why. */
export function ActList({ space }: { space: Space }) {
  const { pass, sheet } = useGatedAct(space)
  return (
    <section aria-label={t('actList.whatMayBeDoneNow')} className="border-t border-line py-3">
      <h2 className="pb-2 text-sm font-semibold text-soft">{t('actList.whatMayBeDoneWith')}</h2>
      <ul>
        {ACTS.map((line) => {
          const gate = gateOf(line.act, space.visit.machine.spec, space.state, Date.now())
          const is = line.is(space)
          return (
            <li key={line.act} className="border-t border-hair py-2">
              <div className="flex min-h-12 flex-wrap items-center justify-between gap-3">
                <span className="text-lg font-semibold">{ACT_NAME[line.act]}</span>
                {is ? (
                  <Button look="strong" className="px-4" onClick={() => space.say(line.topic, line.undone)}>
                    {line.undo}
                  </Button>
                ) : gate.open ? (
                  <Button
                    look="solid"
                    className="px-5"
                    onClick={() => pass(line.act, () => space.say(line.topic, line.done))}
                  >
                    {ACT_NAME[line.act]}
                  </Button>
                ) : (
                  <span className="font-semibold text-stop">{t('actList.notNow')}</span>
                )}
              </div>
              {!is && !gate.open && <GateNotice gate={gate} space={space} />}
            </li>
          )
        })}
      </ul>
      <p className="border-t border-hair pt-2 text-sm text-soft">{t('ui.localCodesAndLicensedTrades')}</p>
      {sheet}
    </section>
  )
}
