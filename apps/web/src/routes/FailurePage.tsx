import { useRouteError } from 'react-router'
import { Message } from '../ui/Message.tsx'

export function FailurePage() {
  const error = useRouteError()
  return (
    <Message problem>
      This screen failed: {error instanceof Error ? error.message : 'unknown reason'}. What was recorded is
      kept.{' '}
      <a href="/" className="underline">
        Back to the day
      </a>
    </Message>
  )
}
