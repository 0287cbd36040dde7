import { useSyncExternalStore } from 'react'
import { useLocation } from 'react-router'
import { loadNewVersion, newVersionThere, subscribeNewVersion } from '../../lib/newVersion.ts'
import { t } from '../../lib/words.ts'

/** A newer version of the app is on this device: it comes when somebody says so, and never while a run is on the screen. */
export function NewVersionCell() {
  const there = useSyncExternalStore(subscribeNewVersion, newVersionThere)
  const { pathname } = useLocation()
  if (!there || pathname.startsWith('/runs/')) return null
  return (
    <button
      type="button"
      aria-label={t('newVersionCell.newVersionLoadIt')}
      onClick={loadNewVersion}
      data-cell=""
      className="flex h-full min-w-12 shrink-0 cursor-pointer flex-col items-start justify-center border-l border-line bg-band px-3 text-left text-sm leading-tight"
    >
      <span className="font-semibold max-md:w-min">{t('newVersionCell.newVersion')}</span>
      <span className="text-xs max-md:hidden">{t('newVersionCell.loadIt')}</span>
    </button>
  )
}
