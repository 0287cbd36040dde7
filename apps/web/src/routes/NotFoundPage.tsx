import { Link } from 'react-router'
import { t } from '../lib/words.ts'
import { Message } from '../ui/Message.tsx'

export function NotFoundPage() {
  return (
    <Message problem>
      {t('notFoundPage.thereIsNoSuchScreen')}{' '}
      <Link to="/" className="underline">
        {t('ui.backToTheDay')}
      </Link>
    </Message>
  )
}
