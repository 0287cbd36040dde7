import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { learnedQuery, ownRecordsQuery, putLearning } from '../../api/queries.ts'
import { useAct } from '../../api/useAct.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Choice } from '../../ui/Choice.tsx'
import { Problem } from '../../ui/Problem.tsx'
import { FAMILY_WORD } from '../../words/familyWord.ts'
import { countedText } from './countedText.ts'

const FEW = 8

/** Makes, models and families of which there are runs of machines proven healthy, and the switch that has new runs expected by them. */
export function OwnRecordsList({ owner }: { owner: boolean }) {
  const read = useQuery(ownRecordsQuery)
  const saving = useAct(putLearning, [ownRecordsQuery, learnedQuery], 1)
  const [all, setAll] = useState(false)
  if (!read.data) return <Problem of={[read]} />
  const { bands, lines } = read.data
  return (
    <>
      <p className="pb-3 leading-snug">{t('ownRecords.what', { uses: bands ? 'yes' : 'no' })}</p>
      {owner && (
        <div className="max-w-[420px] pb-3">
          <Choice
            label={t('ownRecords.expectedBy')}
            value={bands ? 'own' : 'usual'}
            options={[
              { value: 'own', text: t('ownRecords.ownRecords') },
              { value: 'usual', text: t('ownRecords.usual') },
            ]}
            onChange={(value) => saving.mutate({ bands: value === 'own' })}
          />
          <Problem of={[saving]} />
        </div>
      )}
      {lines.length === 0 && <p className="text-soft">{t('ownRecords.none')}</p>}
      <ul>
        {lines.slice(0, all ? lines.length : FEW).map((line) => (
          <li key={line.key} className="border-t border-hair">
            <Link
              to={`/own-records/${encodeURIComponent(line.key)}`}
              className="flex min-h-12 items-center justify-between gap-4 py-1.5 leading-tight"
            >
              <span className="underline decoration-line underline-offset-4">
                {line.name ?? FAMILY_WORD[line.family]}
              </span>
              <span className={`text-right text-sm ${line.far > 0 ? 'text-watch' : 'text-soft'}`}>
                {countedText(line)}
              </span>
            </Link>
          </li>
        ))}
      </ul>
      {lines.length > FEW && !all && (
        <Button look="word" className="min-h-12 text-water" onClick={() => setAll(true)}>
          {t('ownRecords.all', { lines: lines.length })}
        </Button>
      )}
    </>
  )
}
