import type { LeakView, PartId, PlannedNext } from '@brendik/core'
import { t } from '../../lib/words.ts'
import { SidePane } from '../../ui/TwoPanes.tsx'
import { StageKeep } from '../stages/index.ts'
import type { Space } from '../visit/index.ts'
import { NextLook, type Plan } from './NextLook.tsx'
import { Suspects } from './Suspects.tsx'

/** Suspects with what speaks for and against them, and the looks worth most. */
export function LocateSide({
  space,
  view,
  plan,
  chosen,
  onChoose,
  onOpen,
}: {
  space: Space
  view: LeakView
  plan: Plan
  chosen: PartId | null
  onChoose: (part: PartId) => void
  onOpen: (look: PlannedNext) => void
}) {
  return (
    <SidePane label={t('locateStage.suspectsAndNextLook')} width="md:w-[320px]">
      <div className="grid gap-4">
        {view.turns.map((turn) => (
          <p key={turn} className="border-l-4 border-watch bg-watch-face px-3 py-2 leading-snug">
            {t(`wrong-turn.${turn}`)}
          </p>
        ))}
        <Suspects view={view} chosen={chosen} onChoose={onChoose} />
        <NextLook space={space} plan={plan} onOpen={onOpen} />
        <StageKeep space={space} stage="locate" />
      </div>
    </SidePane>
  )
}
