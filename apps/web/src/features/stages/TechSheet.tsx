import type { MachineRecord } from '@brendik/core'
import { Link } from 'react-router'
import { t } from '../../lib/words.ts'
import { Choice } from '../../ui/Choice.tsx'
import { useMachineRecord } from '../records/index.ts'
import type { Space } from '../visit/index.ts'
import { Photos } from './Photos.tsx'

const FOUND: readonly { value: MachineRecord['techSheet']['found']; text: string }[] = [
  { value: 'not-looked', text: t('techSheet.notLooked') },
  { value: 'found', text: t('ui.found') },
  { value: 'none', text: t('ui.noneThere') },
]

/** The sheet hidden in the machine: whether it was found, what it states, typed or photographed. It stays with the machine. */
export function TechSheet({ space }: { space: Space }) {
  const { visit } = space
  const { record, change } = useMachineRecord(visit.machine)
  const { techSheet } = record
  return (
    <section aria-label={t('ui.techSheet')} className="border-t border-line py-2.5">
      <div className="grid items-center gap-x-5 gap-y-1.5 md:grid-cols-[13rem_1fr]">
        <div className="leading-tight">
          <h2 className="font-semibold">{t('ui.techSheetInTheMachine')}</h2>
          <p className="text-sm text-soft">{t('ui.behindTheToePanelOr')}</p>
        </div>
        <div className="md:max-w-96">
          <Choice
            label={t('ui.techSheet')}
            value={techSheet.found}
            options={FOUND}
            onChange={(found) => change({ techSheet: { ...techSheet, found } })}
          />
        </div>
      </div>
      {techSheet.found === 'found' && (
        <div className="mt-2 grid gap-2 md:ml-[14.25rem]">
          {techSheet.faults && (
            <p className="leading-snug whitespace-pre-wrap">
              {t('techSheet.faults', { faults: techSheet.faults })}
            </p>
          )}
          {techSheet.testMode && (
            <p className="leading-snug whitespace-pre-wrap">
              {t('techSheet.testMode', { testMode: techSheet.testMode })}
            </p>
          )}
          <Link
            to={`/machines/${visit.machine.id}/change?back=/visits/${visit.id}/arrive`}
            className="flex min-h-12 items-center text-water underline underline-offset-4"
          >
            {t('techSheet.typeWhatItStates')}
          </Link>
          <Photos space={space} stage="tech-sheet" title={t('techSheet.photosOfTheSheet')} />
        </div>
      )}
    </section>
  )
}
