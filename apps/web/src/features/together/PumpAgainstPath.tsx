import type { VisitSays } from '@brendik/core'
import { sayDrain } from '@brendik/words'
import { usePrefs } from '../../lib/prefs.ts'
import { figure, unitOf, withUnit } from '../../lib/units.ts'
import { numberText, words } from '../../lib/words.ts'
import { afterHeadline } from '../../words/visitText.ts'
import { Balance } from './Balance.tsx'
import { DoubleGauge } from './DoubleGauge.tsx'

const WORD = {
  nominal: 'Pump and path fit a sound machine',
  'pump-weak': 'The pump is weak',
  'path-restricted': 'The path is restricted',
  both: 'Pump and path are both off',
  undecided: 'Pump or path: undecided',
} as const

/** Weak pump against restricted path: which the runs support, and head and path with and without what is known beforehand. */
export function PumpAgainstPath({ drain }: { drain: NonNullable<VisitSays['drain']> }) {
  const { units } = usePrefs()
  const off = drain.verdict !== 'nominal' && drain.verdict !== 'undecided'
  const { show } = unitOf(units, 'head')
  const made = [
    drain.used.pumpRuns > 0 ? `${drain.used.pumpRuns} drain${drain.used.pumpRuns === 1 ? '' : 's'}` : '',
    drain.used.heights > 1 ? `at ${drain.used.heights} heights` : '',
    drain.used.gravityRuns > 0 ? 'a gravity run' : '',
    drain.used.liftTests > 0 ? 'a lift test' : '',
  ].filter(Boolean)
  // One sound drain is no reason to look further: it takes a line, not a page.
  if (drain.verdict === 'nominal' && !drain.told.head)
    return (
      <section aria-label="Pump or path" className="border-t border-line py-4 text-lg text-good">
        {sayDrain(words(units), drain)}
      </section>
    )
  return (
    <section aria-label="Pump or path" className="border-t border-line py-5">
      <h2 className={`plate text-2xl ${off ? 'text-watch' : drain.verdict === 'nominal' ? 'text-good' : ''}`}>
        {WORD[drain.verdict]}
      </h2>
      <p className="mt-1 max-w-prose text-lg leading-snug">{afterHeadline(sayDrain(words(units), drain))}</p>
      <Balance
        left={{ name: 'pump weak', support: drain.support.pumpWeak }}
        right={{ name: 'path restricted', support: drain.support.pathRestricted }}
      />
      <div className="mt-5 grid gap-6 md:grid-cols-2">
        <DoubleGauge
          label="Pump lifts"
          figure={figure(units, 'head', drain.head.withPrior.value)}
          unit={unitOf(units, 'head').unit}
          told={drain.told.head}
          expected={{ lo: show(drain.sound.head.lo), hi: show(drain.sound.head.hi) }}
          withPrior={scaled(drain.head.withPrior, show)}
          alone={scaled(drain.head.alone, show)}
          fromPrior={drain.head.fromPrior}
          note={`plate or family ${withUnit(units, 'head', drain.nominalHeadM)}`}
        />
        <DoubleGauge
          label="Path resists"
          figure={`${numberText(drain.path.withPrior.value, 1)}×`}
          unit="a clean one"
          told={drain.told.path}
          expected={drain.sound.path}
          withPrior={drain.path.withPrior}
          alone={drain.path.alone}
          fromPrior={drain.path.fromPrior}
          note="1 = typical for this hose"
          logarithmic
        />
      </div>
      <p className="mt-3 text-sm text-soft">
        Weighed: {made.join(', ')}. All since the last repair count, each by what it tells.
      </p>
    </section>
  )
}

function scaled(interval: { value: number; lo: number; hi: number }, show: (base: number) => number) {
  return { value: show(interval.value), lo: show(interval.lo), hi: show(interval.hi) }
}
