import { setPrefs, usePrefs } from '../../lib/prefs.ts'
import { t } from '../../lib/words.ts'

/** Whether letters and figures act at once, on this device. */
export function SingleKeys() {
  const { singleKeys } = usePrefs()
  return (
    <label className="flex min-h-12 cursor-pointer items-center gap-3">
      <input
        type="checkbox"
        className="size-6 shrink-0 accent-current"
        checked={singleKeys}
        onChange={(event) => setPrefs({ singleKeys: event.target.checked })}
      />
      <span>
        {t('singleKeys.singleKeysAct')} <span className="text-soft">{t('singleKeys.switchThemOff')}</span>
      </span>
    </label>
  )
}
