import { t } from '../../lib/words.ts'
import type { BoardSnapshot } from './runBoard.ts'

/** Where the entries are: on the server, on their way, or on this device until the server returns. */
export function SyncCell({ sync }: { sync: BoardSnapshot['sync'] }) {
  const text = {
    stored: t('syncCell.stored'),
    sending: t('syncCell.sending'),
    waiting: t('ui.onThisDevice'),
  }[sync]
  return (
    <span
      role="status"
      className={`flex flex-col justify-center self-stretch border-l border-line px-3 text-sm leading-tight ${sync === 'waiting' ? 'bg-watch-face text-watch' : ''}`}
    >
      <span className="text-xs text-soft">{t('syncCell.entries')}</span>
      <span className="font-semibold whitespace-nowrap">{text}</span>
    </span>
  )
}
