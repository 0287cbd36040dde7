import { useQuery } from '@tanstack/react-query'
import { useParams } from 'react-router'
import { ownModelQuery } from '../api/queries.ts'
import {
  countedText,
  ExpectedWith,
  HealthyValues,
  OwnRuns,
  PeersStrip,
} from '../features/ownRecords/index.ts'
import { t } from '../lib/words.ts'
import { Message } from '../ui/Message.tsx'
import { TopBar } from '../ui/TopBar.tsx'
import { TwoPanes } from '../ui/TwoPanes.tsx'
import { FAMILY_WORD } from '../words/familyWord.ts'
import { KIND_WORD } from '../words/runText.ts'

/** Own records of one make and model, or of a family: what is expected by them, the runs they rest on, and how each stands among its peers. */
export function OwnModelPage() {
  const { key = '' } = useParams()
  const { data, error } = useQuery(ownModelQuery(key))
  if (error && !data) return <Message problem>{error.message}</Message>
  if (!data) return <Message>{t('ownRecords.opening')}</Message>
  const { line, records, runs } = data
  const name = line.name ?? FAMILY_WORD[line.family]
  return (
    <div className="flex h-full flex-col">
      <TopBar title={name}>
        <h1 className="truncate font-semibold">{name}</h1>
      </TopBar>
      <TwoPanes
        label={t('ownRecords.ownRecords')}
        sideLabel={t('ownRecords.healthyValues')}
        sideWidth="md:w-[380px]"
        side={
          <>
            <h2 className="plate pb-1 text-2xl">{t('ownRecords.healthyValues')}</h2>
            {records ? (
              <HealthyValues family={line.family} records={records} />
            ) : (
              <p className="text-soft">{t('ownRecords.nothingUsed')}</p>
            )}
          </>
        }
      >
        <p className="pt-4 pb-2 text-lg leading-snug">{countedText(line)}</p>
        {(['drain', 'fill'] as const).map((kind) => {
          const own = runs.filter((run) => run.kind === kind)
          if (own.length === 0) return null
          return (
            <section key={kind} aria-label={KIND_WORD[kind]} className="pb-4">
              <h2 className="plate pb-1 text-2xl">{KIND_WORD[kind]}</h2>
              <ExpectedWith family={line.family} records={records} kind={kind} />
              <PeersStrip
                runs={own}
                label={t('ownRecords.strip', { kind: KIND_WORD[kind], runs: own.length })}
              />
            </section>
          )
        })}
        <h2 className="plate pb-1 text-2xl">{t('ownRecords.runs')}</h2>
        <p className="pb-2 text-soft">{t('ownRecords.runsWhat')}</p>
        <OwnRuns runs={runs} />
      </TwoPanes>
    </div>
  )
}
