import type { VisitSays } from '@brendik/core'
import { sayDrain } from '@brendik/words/lean'
import { usePrefs } from '../../lib/prefs.ts'
import { figure, unitOf, withUnit } from '../../lib/units.ts'
import { numberText, t, words } from '../../lib/words.ts'
import { afterHeadline } from '../../words/visitText.ts'
import { Balance } from './Balance.tsx'
import { DoubleGauge } from './DoubleGauge.tsx'

const WORD = {
  nominal: t('pumpAgainstPath.pumpAndPathFitA'),
  'pump-weak': t('pumpAgainstPath.thePumpIsWeak'),
  'path-restricted': t('pumpAgainstPath.thePathIsRestricted'),
  both: t('pumpAgainstPath.pumpAndPathAreBoth'),
  undecided: t('pumpAgainstPath.pumpOrPathUndecided'),
} as const

/** Weak pump against restricted path: which the runs support, and head and path with and without what is known beforehand. */
export function PumpAgainstPath({ drain }: { drain: NonNullable<VisitSays['drain']> }) {
  const { units } = usePrefs()
  const off = drain.verdict !== 'nominal' && drain.verdict !== 'undecided'
  const { show } = unitOf(units, 'head')
  const made = [
    drain.used.pumpRuns > 0 ? t('pumpAgainstPath.drain', { pumpRuns: drain.used.pumpRuns }) : '',
    drain.used.heights > 1 ? t('pumpAgainstPath.atHeights', { heights: drain.used.heights }) : '',
    drain.used.gravityRuns > 0 ? t('pumpAgainstPath.aGravityRun') : '',
    drain.used.liftTests > 0 ? t('pumpAgainstPath.aLiftTest') : '',
  ].filter(Boolean)
  // One sound drain is no reason to look further: it takes a line, not a page.
  if (drain.verdict === 'nominal' && !drain.told.head)
    return (
      <section
        aria-label={t('pumpAgainstPath.pumpOrPath')}
        className="border-t border-line py-4 text-lg text-good"
      >
        {sayDrain(words(units), drain)}
      </section>
    )
  return (
    <section aria-label={t('pumpAgainstPath.pumpOrPath')} className="border-t border-line py-5">
      <h2 className={`plate text-2xl ${off ? 'text-watch' : drain.verdict === 'nominal' ? 'text-good' : ''}`}>
        {WORD[drain.verdict]}
      </h2>
      <p className="mt-1 max-w-prose text-lg leading-snug">{afterHeadline(sayDrain(words(units), drain))}</p>
      <Balance
        left={{ name: t('pumpAgainstPath.pumpWeak'), support: drain.support.pumpWeak }}
        right={{ name: t('pumpAgainstPath.pathRestricted'), support: drain.support.pathRestricted }}
      />
      <div className="mt-5 grid gap-6 md:grid-cols-2">
        <DoubleGauge
          label={t('ui.pumpLifts')}
          figure={figure(units, 'head', drain.head.withPrior.value)}
          unit={unitOf(units, 'head').unit}
          told={drain.told.head}
          expected={{ lo: show(drain.sound.head.lo), hi: show(drain.sound.head.hi) }}
          withPrior={scaled(drain.head.withPrior, show)}
          alone={scaled(drain.head.alone, show)}
          fromPrior={drain.head.fromPrior}
          note={t('pumpAgainstPath.plateOrFamily', { head: withUnit(units, 'head', drain.nominalHeadM) })}
        />
        <DoubleGauge
          label={t('pumpAgainstPath.pathResists')}
          figure={`${numberText(drain.path.withPrior.value, 1)}×`}
          unit={t('pumpAgainstPath.aCleanOne')}
          told={drain.told.path}
          expected={drain.sound.path}
          withPrior={drain.path.withPrior}
          alone={drain.path.alone}
          fromPrior={drain.path.fromPrior}
          note={t('pumpAgainstPath.1TypicalForThisHose')}
          logarithmic
        />
      </div>
      <p className="mt-3 text-sm text-soft">
        {t('pumpAgainstPath.weighedAllSinceTheLast', { made: made.join(', ') })}
      </p>
    </section>
  )
}

function scaled(interval: { value: number; lo: number; hi: number }, show: (base: number) => number) {
  return { value: show(interval.value), lo: show(interval.lo), hi: show(interval.hi) }
}
