import { type ExpectedRun, isFlowRun, type RunKind, type RunPlan } from '@brendik/core'
import { usePrefs } from '../../lib/prefs.ts'
import { estimateText } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'
import { protocolName, stepText } from '../../words/cardText.ts'
import { KIND_WORD } from '../../words/runText.ts'
import { expectation } from '../../words/setupText.ts'
import { stepOf } from '../protocol/index.ts'

/** What to do in a run that is no flow, in a title and a sentence. */
const ACT: Record<RunKind, { title: string; act: string }> = {
  idle: {
    title: t('setupBoard.watchItIdle'),
    act: t('setupBoard.act.idle'),
  },
  hold: {
    title: t('ui.hold'),
    act: t('setupBoard.act.hold'),
  },
  motion: {
    title: t('setupBoard.washMotion'),
    act: t('setupBoard.act.motion'),
  },
  spin: { title: t('ui.spin'), act: t('setupBoard.act.spin') },
  cycle: { title: t('runText.cycle'), act: t('setupBoard.act.cycle') },
  'after-drain': {
    title: t('setupBoard.doesWaterRunBack'),
    act: t('setupBoard.act.afterDrain'),
  },
  siphon: {
    title: t('setupBoard.runOutByGravity'),
    act: t('setupBoard.act.siphon'),
  },
  fill: { title: t('ui.fill'), act: '' },
  drain: { title: t('ui.drain'), act: '' },
}

/** What is about to be timed: the step of a protocol or what to do, else how long it should take. */
export function SetupHead({
  plan,
  expected,
  problem,
}: {
  plan: RunPlan
  expected: ExpectedRun | null
  problem: string | null
}) {
  const { units } = usePrefs()
  const flows = isFlowRun(plan.kind)
  const made = stepOf(plan)
  if (made || !flows)
    return (
      <div className="pb-2">
        <p className="text-lg text-soft">
          {made
            ? t('setupBoard.stepOf', {
                protocol: protocolName(made.protocol.id),
                steps: made.protocol.steps.indexOf(made.step) + 1,
                steps2: made.protocol.steps.length,
              })
            : KIND_WORD[plan.kind]}
        </p>
        <h1 className="plate text-3xl leading-tight md:text-4xl">
          {made ? stepText(made.protocol.id, made.step).title : ACT[plan.kind].title}
        </h1>
        <p className="mt-2 max-w-prose text-lg leading-snug" role={problem ? 'alert' : undefined}>
          {problem ?? (made ? stepText(made.protocol.id, made.step).act : ACT[plan.kind].act)}
          {expected && ` ${expectation(plan, expected, units)}`}
        </p>
      </div>
    )
  const never = expected !== null && !Number.isFinite(expected.timeS.mid)
  return (
    <div className="pb-2">
      <h1 className="figure text-6xl md:text-7xl">
        {expected === null
          ? '–:––'
          : Number.isFinite(expected.timeS.mid)
            ? estimateText(expected.timeS.mid)
            : t('ui.never')}{' '}
        <span className="ml-1 text-2xl font-medium text-soft">
          {never
            ? plan.kind === 'fill'
              ? t('setupBoard.fullOnThisSupply')
              : t('ui.emptyAtThisHeight')
            : t('ui.expected')}
        </span>
      </h1>
      <p className="mt-2 text-lg" role={problem ? 'alert' : undefined}>
        {problem ?? (expected ? expectation(plan, expected, units) : t('setupBoard.computingTheExpectedRun'))}
      </p>
    </div>
  )
}
