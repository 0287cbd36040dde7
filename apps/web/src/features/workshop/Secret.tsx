import { useState } from 'react'
import { t } from '../../lib/words.ts'

/** Something that is shown once and has to be taken along. */
export function Secret({ label, text }: { label: string; text: string }) {
  const [copied, setCopied] = useState(false)
  return (
    <div className="mt-3 border-l-4 border-water bg-band p-3">
      <p className="text-sm">{label}</p>
      <p className="font-semibold break-all">{text}</p>
      {'clipboard' in navigator && (
        <button
          type="button"
          className="min-h-12 cursor-pointer underline underline-offset-4"
          onClick={() => navigator.clipboard.writeText(text).then(() => setCopied(true))}
        >
          {copied ? t('secret.copied') : t('secret.copy')}
        </button>
      )}
    </div>
  )
}
