import {
  type FaultId,
  JOB_IDS,
  jobFits,
  jobMinutes,
  jobOf,
  WORKING_TOPIC,
  type Working,
  workingValue,
} from '@brendik/core'
import { t } from '../../lib/words.ts'
import type { Space } from '../visit/index.ts'
import { jobName } from './jobText.ts'
import { agreedWork } from './useJob.ts'

/** Which job is worked: what was decided or weighed first, then all that this machine has parts for. */
export function JobChooser({
  space,
  weighed,
  fault,
}: {
  space: Space
  weighed: Working | null
  /** What leads. */
  fault: FaultId | null
}) {
  const { spec } = space.visit.machine
  const agreed = agreedWork(space, fault)
  const firsts = [agreed, weighed].filter(
    (one, n, all): one is Working => one !== null && all.findIndex((o) => o?.job === one.job) === n,
  )
  const own: Working[] = JOB_IDS.map((job) => ({ job, act: jobOf(job).act, part: jobOf(job).part })).filter(
    ({ job }) => jobFits(job, spec) && !firsts.some((one) => one.job === job),
  )
  return (
    <section aria-label={t('repair.choose')} className="py-5">
      <h1 className="plate text-[34px] leading-[1.05] md:text-[44px]">{t('repair.choose')}</h1>
      <p className="pt-2 pb-3 text-lg leading-snug">{t('repair.chooseSays')}</p>
      <ul>
        {firsts.map((work) => (
          <Row
            key={work.job}
            space={space}
            work={work}
            note={work === agreed ? t('repair.proposed') : t('repair.byPlan')}
          />
        ))}
      </ul>
      <h2 className="pt-5 pb-1 text-sm font-semibold text-soft">{t('repair.others')}</h2>
      <ul className="md:grid md:grid-cols-2 md:gap-x-8">
        {own.map((work) => (
          <Row key={work.job} space={space} work={work} />
        ))}
      </ul>
    </section>
  )
}

function Row({ space, work, note }: { space: Space; work: Working; note?: string }) {
  const minutes = Math.round(jobMinutes(work.job, space.visit.machine.spec))
  return (
    <li className="border-t border-hair">
      <button
        type="button"
        onClick={() => space.say(WORKING_TOPIC, workingValue(work))}
        className={`flex min-h-14 w-full cursor-pointer items-center justify-between gap-4 text-left leading-tight ${note ? 'plate text-2xl' : 'text-lg'}`}
      >
        <span>
          {note && <span className="block font-sans text-sm font-normal text-soft">{note}</span>}
          {jobName(work.job)}
        </span>
        <span className="small-figure shrink-0 text-soft">{t('repair.minutes', { minutes })}</span>
      </button>
    </li>
  )
}
