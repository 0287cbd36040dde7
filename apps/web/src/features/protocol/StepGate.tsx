import type { CautionId } from '@brendik/core'
import { t } from '../../lib/words.ts'
import { cautionText } from '../../words/cardText.ts'

/** What to bring about before a step, and the cautions that gate it: each has to be ticked by someone who read it. */
export function StepGate({
  first,
  cautions,
  ticked,
  onTick,
}: {
  first: readonly string[]
  cautions: readonly CautionId[]
  ticked: ReadonlySet<string>
  onTick: (caution: CautionId) => void
}) {
  return (
    <div className="grid gap-3">
      {first.length > 0 && (
        <ol className="grid gap-1.5">
          {first.map((line, i) => (
            <li key={line} className="flex gap-3 text-base leading-snug">
              <span className="small-figure w-4 shrink-0 text-soft">{i + 1}</span>
              {line}
            </li>
          ))}
        </ol>
      )}
      {cautions.map((caution) => (
        <label
          key={caution}
          className={`flex min-h-14 cursor-pointer items-center gap-3 border-l-4 px-3 py-2 leading-snug ${ticked.has(caution) ? 'border-line' : 'border-stop bg-stop-face'}`}
        >
          <input
            type="checkbox"
            className="size-6 shrink-0 accent-current"
            checked={ticked.has(caution)}
            onChange={() => onTick(caution)}
          />
          <span>{cautionText(caution)}</span>
        </label>
      ))}
      {cautions.length > 0 && <p className="text-sm text-soft">{t('ui.localCodesAndLicensedTrades')}</p>}
    </div>
  )
}
