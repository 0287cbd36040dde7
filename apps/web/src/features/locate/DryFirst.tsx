import { t } from '../../lib/words.ts'
import type { Space } from '../visit/index.ts'

/** Nothing that is found wet tells anything before all was dry. */
export function DryFirst({ space }: { space: Space }) {
  return (
    <p className="flex flex-wrap items-center justify-between gap-x-4 border-line border-b bg-watch-face px-4 md:px-5">
      <span className="py-1.5">
        {t('locateStage.dryEverythingFirst')}
        <span className="max-md:hidden">{t('locateStage.floorBaseHosesUnderThe')}</span>.
      </span>
      <button
        type="button"
        className="min-h-12 cursor-pointer font-semibold underline underline-offset-4"
        onClick={() => space.say('said:dried', 'yes')}
      >
        {t('locateStage.allIsDry')}
      </button>
    </p>
  )
}
