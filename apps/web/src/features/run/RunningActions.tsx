import { isFlowRun, type RunFacts, type RunPlan } from '@brendik/core'
import { usePrefs } from '../../lib/prefs.ts'
import { t } from '../../lib/words.ts'
import { Action, ActionBar } from '../../ui/ActionBar.tsx'
import { STOP_WORD } from '../../words/runText.ts'
import { CycleMarks } from './CycleMarks.tsx'
import { entryText } from './EntryLog.tsx'
import type { EntryKind } from './Keypad.tsx'
import type { RunActs } from './runActs.ts'

/** What can be done while a run runs: stop and level large, the marks of its kind beside them. */
export function RunningActions({
  plan,
  facts,
  acts,
  deadUntilMs,
  openPad,
}: {
  plan: RunPlan
  facts: RunFacts
  acts: RunActs
  deadUntilMs: number
  openPad: (kind: EntryKind) => void
}) {
  const { units } = usePrefs()
  const flows = isFlowRun(plan.kind)
  const { target, mark } = acts
  return (
    <ActionBar deadUntilMs={deadUntilMs}>
      <Action
        weight="main"
        name={t('liveBoard.stop')}
        keyName={t('key.space')}
        hint={STOP_WORD[plan.kind]}
        onPress={acts.stop}
      />
      {plan.kind === 'cycle' && <CycleMarks mark={mark} />}
      {plan.kind !== 'cycle' && (
        <Action
          weight="half"
          name={t('ui.level')}
          keyName="L"
          hint={t('liveBoard.rulerOrDisplay')}
          onPress={() => openPad('level')}
        />
      )}
      {flows && (
        <Action
          name={t('ui.flow')}
          keyName="F"
          hint={t('liveBoard.meterOrBucket')}
          onPress={() => openPad('flow')}
        />
      )}
      {plan.kind === 'fill' && (
        <Action
          name={t('ui.valveClosed')}
          keyName="V"
          hint={t('liveBoard.thenReadOn')}
          onPress={(atMs) => mark('valve-closed', atMs)}
        />
      )}
      {(plan.kind === 'drain' || plan.kind === 'siphon') && (
        <Action
          name={t('ui.airDrawn')}
          keyName="A"
          hint={t('liveBoard.streamBreaksUp')}
          onPress={(atMs) => mark('air-drawn', atMs)}
        />
      )}
      {plan.kind === 'drain' && (
        <Action
          name={t('liveBoard.silent')}
          keyName="P"
          hint={t('liveBoard.pumpStops')}
          onPress={(atMs) => mark('pump-silent', atMs)}
        />
      )}
      <Action
        name={t('ui.leakSeen')}
        keyName="W"
        hint={t('liveBoard.waterOutside')}
        onPress={(atMs) => mark('leak-seen', atMs)}
      />
      {!flows && plan.kind !== 'cycle' && (
        <Action
          name={t('liveBoard.dripStopped')}
          keyName="D"
          hint={t('liveBoard.noDropAnyMore')}
          onPress={(atMs) => mark('leak-stopped', atMs)}
        />
      )}
      <Action
        name={t('ui.undo')}
        keyName="U"
        hint={target ? entryText(target, facts, units) : t('ui.nothingToUndo')}
        disabled={!target}
        onPress={acts.undo}
      />
    </ActionBar>
  )
}
