import {
  BRANCHES,
  type BranchId,
  type Found,
  foundOf,
  SHOWED,
  type StepNow,
  showedOf,
  stepTopic,
} from '@brendik/core'
import { useEffect, useRef } from 'react'
import { t } from '../../lib/words.ts'
import { cautionText } from '../../words/cardText.ts'
import { Photos } from '../stages/index.ts'
import { GateNotice, SheetChoice, type Space } from '../visit/index.ts'
import { JobDrawing } from './JobDrawing.tsx'
import { branchName, branchOption, photoKey, photoPlace, stepWords, toolName } from './jobText.ts'
import type { Job } from './useJob.ts'

/** One step: its number huge, what to do at arm's length, what decides as a box to tick. */
export function StepLead({
  space,
  job,
  one,
  number,
  found,
  ofModel,
  onFound,
}: {
  space: Space
  job: Job
  one: StepNow
  number: number
  found: Found
  ofModel: ReadonlySet<BranchId>
  onFound: (branch: BranchId, option: string) => void
}) {
  const { step, gate, done, decided } = one
  const { branch } = step
  const { title, more, decides } = stepWords(step)
  const topic = stepTopic('decides', job.job, step.id)
  // Another step stands where the eye is, wherever the list was pressed.
  const place = useRef<HTMLElement>(null)
  const shown = useRef(step.id)
  useEffect(() => {
    if (shown.current !== step.id) place.current?.scrollIntoView({ block: 'start' })
    shown.current = step.id
  }, [step.id])
  return (
    <section ref={place} aria-label={title} className="scroll-mt-14 py-4">
      <div className="flex flex-wrap items-start gap-x-6 gap-y-3">
        <div className="min-w-0 flex-1 basis-80">
          <div className="flex items-start gap-4">
            <p
              className={`small-figure text-[64px] leading-[0.85] md:text-[84px] ${done ? 'text-good' : ''}`}
              aria-hidden="true"
            >
              {number}
            </p>
            <div className="min-w-0">
              <h1 className="plate text-[26px] leading-[1.08] md:text-[32px]">{title}</h1>
              <p className="pt-1.5 text-lg leading-snug">{more}</p>
            </div>
          </div>
          {step.caution && (
            <p className="mt-3 border-l-4 border-watch bg-watch-face px-3 py-2 leading-snug">
              {cautionText(step.caution)}
            </p>
          )}
          {gate && !gate.open && (
            <div className="mt-3">
              <GateNotice gate={gate} space={space} />
            </div>
          )}
          {step.decides && decides && (
            <label className="mt-3 flex min-h-14 cursor-pointer items-center gap-3 border-l-4 border-watch bg-watch-face px-3 py-2 text-lg leading-snug">
              <span className="flex-1">
                <b>{t(step.decides === 'hold' ? 'repair.decidesHold' : 'repair.decides')}</b> {decides}
              </span>
              <input
                type="checkbox"
                className="size-8 shrink-0 accent-watch"
                checked={decided}
                onChange={(event) => space.say(topic, event.target.checked ? true : null)}
              />
            </label>
          )}
          {branch && (
            <fieldset className="pt-3">
              <legend className="pb-1 text-sm text-soft">
                {branchName(branch)} {ofModel.has(branch) && <span>({t('repair.foundOfModel')})</span>}
              </legend>
              <div className="grid grid-cols-3 gap-2">
                {BRANCHES[branch].map((option) => (
                  <SheetChoice
                    key={option}
                    on={foundOf(found, branch) === option}
                    onPress={() => onFound(branch, option)}
                  >
                    {branchOption(branch, option)}
                  </SheetChoice>
                ))}
              </div>
            </fieldset>
          )}
          {step.opens && (
            <fieldset className="pt-3">
              <legend className="pb-1 text-sm text-soft">
                {t('repair.showed')} {t('repair.showedWhy')}
              </legend>
              <div className="grid grid-cols-3 gap-2">
                {SHOWED.map((showed) => (
                  <SheetChoice
                    key={showed}
                    on={showedOf(space.said, job.part) === showed}
                    onPress={() => space.say(`showed:${job.part}`, showed)}
                  >
                    {t('repair.showedIs', { showed })}
                  </SheetChoice>
                ))}
              </div>
            </fieldset>
          )}
          {step.tools && <p className="pt-3 text-soft">{step.tools.map(toolName).join(' · ')}</p>}
          {step.photo && (
            <div className="pt-3">
              <Photos
                space={space}
                stage="repair"
                title={t('repair.photoFirst')}
                place={photoKey(job.job, step)}
                placeName={photoPlace}
              />
            </div>
          )}
        </div>
        {step.drawing && <JobDrawing drawing={step.drawing} />}
      </div>
    </section>
  )
}
