import { useState } from 'react'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Notice } from '../../ui/Notice.tsx'

/** Something that is shown once and has to be taken along. */
export function Secret({ label, text }: { label: string; text: string }) {
  const [copied, setCopied] = useState(false)
  return (
    <Notice tone="note" className="mt-3 p-3">
      <p className="text-sm">{label}</p>
      <p className="font-semibold break-all">{text}</p>
      {'clipboard' in navigator && (
        <Button look="word" onClick={() => navigator.clipboard.writeText(text).then(() => setCopied(true))}>
          {copied ? t('secret.copied') : t('secret.copy')}
        </Button>
      )}
    </Notice>
  )
}
