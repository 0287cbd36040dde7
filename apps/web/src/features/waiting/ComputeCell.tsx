import { useSyncExternalStore } from 'react'
import { t } from '../../lib/words.ts'
import { computeFailure, subscribeComputeFailure } from '../../workers/compute.ts'

/** Figures that will not come on this page: said, with the way out. Nothing that was recorded is touched by it. */
export function ComputeCell() {
  const failure = useSyncExternalStore(subscribeComputeFailure, computeFailure)
  if (failure === null) return null
  return (
    <button
      type="button"
      aria-label={t('computeCell.someFiguresCouldNotBe', { failure })}
      title={failure}
      onClick={() => location.reload()}
      data-cell=""
      className="flex h-full min-w-12 shrink-0 cursor-pointer flex-col items-start justify-center border-l border-line bg-stop-face px-3 text-left text-sm leading-tight text-stop"
    >
      <span className="font-semibold max-md:w-min">{t('computeCell.figuresMissing')}</span>
      <span className="text-xs max-md:hidden">{t('computeCell.loadAgain')}</span>
    </button>
  )
}
