import { Link } from 'react-router'
import { Message } from '../ui/Message.tsx'

export function NotFoundPage() {
  return (
    <Message problem>
      There is no such screen.{' '}
      <Link to="/" className="underline">
        Back to the day
      </Link>
    </Message>
  )
}
