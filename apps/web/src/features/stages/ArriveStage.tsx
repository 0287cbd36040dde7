import { CYCLE_MOMENTS, WORKED_ON, type WorkedOn } from '@brendik/core'
import type { ReactNode } from 'react'
import { t } from '../../lib/words.ts'
import { MOMENT_WORD } from '../../words/stageText.ts'
import type { Space } from '../visit/index.ts'
import { CheckList } from './CheckList.tsx'
import { SaidChoice } from './SaidChoice.tsx'
import { TechSheet } from './TechSheet.tsx'

const REPAIR_WORD: Record<WorkedOn, string> = {
  none: t('arriveStage.noneKnown'),
  inlet: t('arriveStage.inlet'),
  bellows: t('arriveStage.bellows'),
  'filter-cap': t('arriveStage.filterCap'),
  pump: t('arriveStage.pump'),
  hoses: t('arriveStage.hosesInside'),
  seals: t('arriveStage.tubOrShaftSeals'),
}

/** The first minute: what is wrong, when, what it sounds like; and what to do about it first. */
export function ArriveStage({
  space,
  worthDoing,
}: {
  space: Space
  /** What the plan begins with: in the hand it stands under the complaint. */
  worthDoing: ReactNode
}) {
  const { visit } = space
  return (
    <>
      {visit.complaint && <p className="mb-4 text-2xl leading-snug">“{visit.complaint}”</p>}
      <CheckList space={space} which={(check) => check.id === 'complaint'} />
      <div className="md:hidden">{worthDoing}</div>
      <SaidChoice
        space={space}
        topic="said:moment"
        label={t('arriveStage.whenInTheCycle')}
        options={CYCLE_MOMENTS.map((value) => ({ value, word: MOMENT_WORD[value] }))}
      />
      <TechSheet space={space} />
      <h2 className="pt-6 pb-2 text-sm font-semibold text-soft">{t('arriveStage.seenAndHeardAtThe')}</h2>
      <CheckList space={space} which={(check) => check.stage === 'arrive' && check.id !== 'complaint'} />
      <SaidChoice
        space={space}
        topic="said:last-repair"
        label={t('arriveStage.lastRepair')}
        options={WORKED_ON.map((value) => ({ value, word: REPAIR_WORD[value] }))}
      />
    </>
  )
}
