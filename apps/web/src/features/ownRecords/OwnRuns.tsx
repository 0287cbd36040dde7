import type { OwnRunAnswer } from '@brendik/core'
import { Link } from 'react-router'
import { ownRecordsQuery, putOwnRun } from '../../api/queries.ts'
import { useAct } from '../../api/useAct.ts'
import { dateText } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Problem } from '../../ui/Problem.tsx'
import { kindMessage } from '../../words/runText.ts'

/** Runs of machines proven healthy, each with how it stands among its peers, and the way to leave it out or take it in again. */
export function OwnRuns({ runs }: { runs: readonly OwnRunAnswer[] }) {
  const saving = useAct(putOwnRun, [ownRecordsQuery], 1)
  return (
    <>
      <Problem of={[saving]} />
      <ol>
        {runs.map((run) => {
          const state =
            run.setAsideBy !== null ? 'aside' : run.sd === 0 ? 'waiting' : run.used ? 'used' : 'far'
          const counts = run.setAsideBy !== null
          return (
            <li
              key={run.runId}
              className="grid grid-cols-[1fr_auto] items-center gap-x-4 border-t border-hair py-1.5 leading-tight md:grid-cols-[7rem_1fr_auto]"
            >
              <span className="small-figure text-lg max-md:col-span-2">{dateText(run.atMs, 'date')}</span>
              <Link
                to={`/runs/${run.runId}?visit=${run.visitId}`}
                className="flex min-h-12 flex-col justify-center"
              >
                <span>{t('ownRecords.run', { kind: kindMessage(run.kind), machine: run.machineLabel })}</span>
                <span className={`text-sm ${state === 'used' ? 'text-soft' : 'text-watch'}`}>
                  {t('ownRecords.stands', {
                    state,
                    by: run.setAsideBy ?? '',
                    percent: Math.abs(Math.round((Math.exp(run.off) - 1) * 100)),
                    longer: run.off >= 0 ? 'yes' : 'no',
                  })}
                </span>
              </Link>
              <Button
                look="plain"
                className="px-3"
                disabled={saving.isPending}
                onClick={() => saving.mutate({ runId: run.runId, counts })}
              >
                {counts ? t('ownRecords.countAgain') : t('ownRecords.setAside')}
              </Button>
            </li>
          )
        })}
      </ol>
    </>
  )
}
