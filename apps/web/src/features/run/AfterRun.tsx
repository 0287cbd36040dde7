import type { RunPlan } from '@brendik/core'
import { Link } from 'react-router'
import { type AskedRun, newRunPath } from '../../lib/newRunPath.ts'
import { t } from '../../lib/words.ts'
import { Action, ActionBar } from '../../ui/ActionBar.tsx'
import { protocolName } from '../../words/cardText.ts'
import { kindMessage } from '../../words/runText.ts'
import { stepOf } from '../protocol/index.ts'
import type { BoardSnapshot } from './runBoard.ts'

/** What one does after a run: back, again, the other kind, lay it over another. */
export function AfterRun({
  run,
  plan,
  onUndo,
  undoText,
  onDiscard,
  onLevel,
  levelHint,
  deadUntilMs,
}: {
  run: BoardSnapshot
  plan: RunPlan
  onUndo: () => void
  undoText: string | null
  onDiscard: () => void
  /** Types in the one level that a run by time alone leans on; null where levels were read. */
  onLevel: (() => void) | null
  levelHint: string
  deadUntilMs: number
}) {
  const visitId = run.meta?.visitId
  const link = 'flex min-h-16 flex-col justify-center md:flex-1 md:px-5'
  const path = (asked: AskedRun) => newRunPath(visitId ?? '', asked)
  // As it was made: another tap or another height is another run.
  const again = path({ run: plan.kind, taps: plan.taps, hoseEndMm: plan.hoseEndMm })
  const other = plan.kind === 'fill' ? 'drain' : 'fill'
  const made = stepOf(plan)
  return (
    <ActionBar deadUntilMs={deadUntilMs}>
      {made ? (
        <Link
          to={`/visits/${visitId}/protocols/${made.protocol.id}`}
          className={`${link} w-1/2 bg-ink px-4 text-face md:w-[22%] md:flex-none`}
        >
          <span className="small-figure text-xl md:text-2xl">{t('afterRun.onToTheNextStep')}</span>
          <span className="truncate text-sm opacity-80">{protocolName(made.protocol.id)}</span>
        </Link>
      ) : (
        <Link
          to={`/visits/${visitId}`}
          className={`${link} w-1/2 bg-ink px-4 text-face md:w-[22%] md:flex-none`}
        >
          <span className="small-figure text-xl md:text-2xl">{t('ui.backToTheVisit')}</span>
          <span className="text-sm opacity-80">{t('afterRun.allItsRuns')}</span>
        </Link>
      )}
      <Link
        to={made ? `${again}&protocol=${made.protocol.id}&step=${made.step.id}` : again}
        className={`${link} w-1/2 px-4`}
      >
        <span className="text-lg font-semibold">{t('afterRun.again', { kind: kindMessage(plan.kind) })}</span>
        <span className="text-sm text-soft">{made ? t('afterRun.repeatThisStep') : t('ui.sameMachine')}</span>
      </Link>
      <Link to={path({ run: other })} className={`${link} flex-1 px-3`}>
        <span className="text-lg font-semibold">{t('afterRun.next', { kind: kindMessage(other) })}</span>
        <span className="text-sm text-soft">
          {other === 'fill' ? t('afterRun.waterIn') : t('afterRun.waterOut')}
        </span>
      </Link>
      <Link to={`/visits/${visitId}/compare?a=${run.state.runId}`} className={`${link} flex-1 px-3`}>
        <span className="text-lg font-semibold">{t('afterRun.compare')}</span>
        <span className="text-sm text-soft">{t('afterRun.anotherRun')}</span>
      </Link>
      {onLevel && <Action name={t('ui.level')} hint={levelHint} onPress={onLevel} />}
      <Action name={t('afterRun.discard')} hint={t('afterRun.aFalseStart')} onPress={onDiscard} />
      <Action
        name={t('ui.undo')}
        keyName="U"
        hint={undoText ?? t('ui.nothingToUndo')}
        disabled={undoText === null}
        onPress={onUndo}
      />
    </ActionBar>
  )
}
