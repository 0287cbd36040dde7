import type { RunSummary } from '@brendik/core'
import { usePrefs } from '../../lib/prefs.ts'
import { KIND_WORD, shortResult } from '../../words/runText.ts'

const TONE: Record<string, string> = {
  within: 'text-good',
  slow: 'text-watch',
  fast: 'text-watch',
  'no-flow': 'text-stop',
  steady: 'text-good',
  falling: 'text-watch',
  rising: 'text-watch',
}
const SIGN: Record<string, string> = {
  within: '=',
  steady: '=',
  slow: '▲',
  fast: '▼',
  falling: '↓',
  rising: '↑',
  'no-flow': '×',
}

/** A run in one line: kind, flow, verdict by word, sign and colour. */
export function RunResultLine({ run }: { run: RunSummary }) {
  const { units } = usePrefs()
  const verdict = run.analysis?.verdict ?? ''
  return (
    <span className="flex items-baseline justify-between gap-3 text-base">
      <span className="w-16 shrink-0 text-soft">{KIND_WORD[run.kind]}</span>
      <span className={`flex-1 ${TONE[verdict] ?? ''}`}>{shortResult(run, units)}</span>
      <span aria-hidden="true" className={`w-4 text-center text-sm ${TONE[verdict] ?? ''}`}>
        {SIGN[verdict] ?? ''}
      </span>
    </span>
  )
}
