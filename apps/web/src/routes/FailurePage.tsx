import { useRouteError } from 'react-router'
import { t } from '../lib/words.ts'
import { Message } from '../ui/Message.tsx'

export function FailurePage() {
  const error = useRouteError()
  return (
    <Message problem>
      {t('failurePage.thisScreenFailedWhatWas', {
        error: error instanceof Error ? error.message : t('failurePage.unknownReason'),
      })}{' '}
      <a href="/" className="underline">
        {t('ui.backToTheDay')}
      </a>
    </Message>
  )
}
