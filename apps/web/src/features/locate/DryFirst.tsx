import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import type { Space } from '../visit/index.ts'

/** Nothing that is found wet tells anything before all was dry. */
export function DryFirst({ space }: { space: Space }) {
  return (
    <p className="flex flex-wrap items-center justify-between gap-x-4 border-line border-b bg-watch-face px-4 md:px-5">
      <span className="py-1.5">
        {t('locateStage.dryEverythingFirst')}
        <span className="max-md:hidden">{t('locateStage.floorBaseHosesUnderThe')}</span>.
      </span>
      <Button look="word" className="font-semibold" onClick={() => space.say('said:dried', 'yes')}>
        {t('locateStage.allIsDry')}
      </Button>
    </p>
  )
}
