import { isHorizontal, JOB_IDS, jobFits, jobOf, PUMP_WAYS, WORKING_TOPIC, workingValue } from '@brendik/core'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { keepMachine } from '../records/index.ts'
import type { Space } from '../visit/index.ts'
import { jobName } from './jobText.ts'
import type { Job } from './useJob.ts'

/** The machine is built otherwise than the steps say: another way in, or another job for the same part. */
export function DifferentSheet({ space, job, onClose }: { space: Space; job: Job; onClose: () => void }) {
  const { machine } = space.visit
  const pump = WAY_OF[job.job] !== undefined && isHorizontal(machine.spec.family)
  const others = JOB_IDS.filter(
    (id) => id !== job.job && jobOf(id).part === job.part && jobFits(id, machine.spec),
  )
  const take = (id: (typeof JOB_IDS)[number]) => {
    // A job of another kind is entered as what it is: an object that is taken out is no new pump.
    const { act } = jobOf(id)
    const same = act === jobOf(job.job).act
    space.say(WORKING_TOPIC, workingValue({ job: id, act: same ? job.act : act, part: job.part }))
    onClose()
  }
  const wayIs = (way: string) => WAY_OF[job.job] === way
  return (
    <Sheet open title={t('repair.different')} onClose={onClose}>
      <div className="grid gap-4 pt-3">
        {pump && (
          <section aria-label={t('repair.ways')}>
            <h3 className="text-sm font-semibold text-soft">{t('repair.ways')}</h3>
            <ul>
              {PUMP_WAYS.map(({ way, minutes: [lo, hi], ...rest }) => (
                <li
                  key={way}
                  className="flex min-h-12 items-center justify-between gap-3 border-t border-hair"
                >
                  <span className={wayIs(way) ? 'font-semibold' : ''}>
                    {t('repair.way', { way })}{' '}
                    <span className="text-soft">{t('repair.wayMinutes', { lo, hi })}</span>
                    {'looksShorter' in rest && (
                      <span className="block text-sm text-watch">{t('repair.looksShorter')}</span>
                    )}
                  </span>
                  {way !== 'blind' && !wayIs(way) && (
                    <Button
                      look="word"
                      onClick={() => {
                        const construction = {
                          pumpRow: null,
                          ...machine.spec.construction,
                          pumpRoute: way,
                        }
                        keepMachine(
                          machine.id,
                          { spec: { ...machine.spec, construction }, record: machine.record },
                          machine,
                        )
                        take(JOB_BY[way])
                      }}
                    >
                      {t('repair.way', { way })}
                    </Button>
                  )}
                </li>
              ))}
            </ul>
          </section>
        )}
        {others.length > 0 && (
          <section aria-label={t('repair.otherJob')}>
            <h3 className="text-sm font-semibold text-soft">{t('repair.otherJob')}</h3>
            <ul>
              {others.map((id) => (
                <li key={id} className="border-t border-hair">
                  <Button look="word" className="w-full text-lg" onClick={() => take(id)}>
                    {jobName(id)}
                  </Button>
                </li>
              ))}
            </ul>
          </section>
        )}
        <Button
          size="tall"
          onClick={() => {
            space.say(WORKING_TOPIC, null)
            onClose()
          }}
        >
          {t('repair.giveUp')}
        </Button>
      </div>
    </Sheet>
  )
}

const JOB_BY = { lower: 'pump-lower', below: 'pump-laid', front: 'pump-front' } as const
const WAY_OF: Readonly<Record<string, string>> = {
  'pump-lower': 'lower',
  'pump-laid': 'below',
  'pump-front': 'front',
}
