import { t } from '../../lib/words.ts'
import { stepWords } from './jobText.ts'
import type { Job } from './useJob.ts'

/** All steps in order: what is done, what is next; a press shows one. */
export function StepList({ job, shown, onShow }: { job: Job; shown: number; onShow: (n: number) => void }) {
  return (
    <section aria-label={t('repair.steps')} className="border-t border-line pt-2">
      <ol className="md:columns-2 md:gap-x-8">
        {job.now.steps.map(({ step, done }, n) => (
          <li key={step.id} className="break-inside-avoid">
            <button
              type="button"
              aria-current={n === shown ? 'step' : undefined}
              onClick={() => onShow(n)}
              className={`flex min-h-11 w-full cursor-pointer items-center gap-3 text-left leading-tight max-md:min-h-12 ${n === shown ? 'font-semibold' : done ? 'text-soft' : ''}`}
            >
              <span className={`small-figure w-6 shrink-0 ${done ? 'text-good' : ''}`}>
                {done ? '✓' : n + 1}
              </span>
              {stepWords(step).title}
            </button>
          </li>
        ))}
      </ol>
    </section>
  )
}
