import type { PlannedNext, ProtocolId, RunKind } from '@brendik/core'
import { Link } from 'react-router'
import { newRunPath } from '../../lib/newRunPath.ts'
import { t } from '../../lib/words.ts'
import { kindMessage } from '../../words/runText.ts'
import { ProtocolLinks } from '../protocol/index.ts'
import { useTogether } from '../together/index.ts'
import { RunList, type Space } from '../visit/index.ts'
import { CheckList } from './CheckList.tsx'

const KINDS: Record<'fill' | 'hold' | 'drain', readonly RunKind[]> = {
  fill: ['fill', 'idle'],
  hold: ['hold', 'motion', 'spin'],
  drain: ['drain', 'siphon', 'after-drain', 'cycle'],
}
const PROTOCOLS_OF: Record<'fill' | 'hold' | 'drain', readonly ProtocolId[]> = {
  fill: ['inlet', 'seep-watch', 'sensor-check'],
  hold: ['three-hold', 'stop-level', 'three-level-catch'],
  drain: ['pump-or-path', 'two-heights', 'gravity', 'run-back'],
}
const SAYS = {
  fill: t('runStage.valveOpenToLevelReached'),
  hold: t('runStage.filledValveShutHoseEnd'),
  drain: t('runStage.pumpOnToFirstAir'),
} as const

/** A stage that is timed: its runs, the ways to make them tell more, and what is looked at beside them. */
export function RunStage({
  space,
  stage,
  planned,
}: {
  space: Space
  stage: 'fill' | 'hold' | 'drain'
  planned: readonly PlannedNext[]
}) {
  const { visit } = space
  const says = useTogether(visit)
  const runs = visit.runs.filter((run) => KINDS[stage].includes(run.kind))
  return (
    <>
      <p className="pb-3 text-soft">{SAYS[stage]}</p>
      <Link
        to={newRunPath(visit.id, { run: stage })}
        className="flex min-h-16 flex-col justify-center bg-ink px-5 text-face md:max-w-72"
      >
        <span className="small-figure text-2xl">{t('ui.timeA', { kind: kindMessage(stage) })}</span>
      </Link>
      {runs.length > 0 && (
        <div className="mt-4">
          <RunList visit={visit} runs={runs} says={says} />
        </div>
      )}
      <div className="pt-5">
        <ProtocolLinks visit={visit} among={PROTOCOLS_OF[stage]} planned={planned} />
      </div>
      <h2 className="pt-5 pb-2 text-sm font-semibold text-soft">{t('runStage.lookedAtBesideTheRuns')}</h2>
      <CheckList space={space} which={(check) => check.stage === stage} />
    </>
  )
}
