import type { StageId } from '@brendik/core'
import { t } from '../../lib/words.ts'
import type { Space } from '../visit/index.ts'
import { DoneActs } from './DoneActs.tsx'
import { Photos } from './Photos.tsx'
import { SaidText } from './SaidText.tsx'

/** What a stage leaves: a few words, notes, photos. All of it is kept as it is typed. */
export function StageKeep({ space, stage }: { space: Space; stage: StageId }) {
  return (
    <div className="grid gap-5">
      <DoneActs space={space} stage={stage} />
      <SaidText
        key={`result:${stage}`}
        space={space}
        topic={`result:${stage}`}
        label={t('stageKeep.resultInAFewWords')}
        rows={1}
        most={120}
      />
      <SaidText
        key={`note:${stage}`}
        space={space}
        topic={`note:${stage}`}
        label={t('stageKeep.notes')}
        rows={5}
        most={4000}
      />
      <Photos space={space} stage={stage} />
    </div>
  )
}
