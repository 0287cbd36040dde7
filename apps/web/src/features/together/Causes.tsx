import { percent } from '../../lib/percent.ts'
import { t } from '../../lib/words.ts'

const STATE_WORD = {
  named: t('causes.named'),
  allowed: t('causes.allowed'),
  'ruled out': t('causes.ruledOut'),
  unlikely: t('causes.unlikely'),
} as const

/** Causes with what the measurements leave of each: bar, percent, and allowed or ruled out by word as well as by bar. */
export function Causes({
  label,
  rows,
}: {
  label: string
  rows: { name: string; probability: number; state: 'named' | 'allowed' | 'ruled out' | 'unlikely' }[]
}) {
  return (
    <table className="mt-3 w-full max-w-2xl text-base" aria-label={label}>
      <tbody>
        {[...rows]
          .sort((a, b) => b.probability - a.probability)
          .map((row) => (
            <tr key={row.name} className="border-t border-hair">
              <th
                scope="row"
                className={`py-1.5 pr-4 text-left font-normal ${row.state === 'ruled out' ? 'text-soft line-through' : ''}`}
              >
                {row.name}
              </th>
              <td className="w-1/4 py-1.5 md:w-1/3">
                <span className="block h-3 border-l-2 border-ink" aria-hidden="true">
                  <span
                    className={`block h-3 ${row.state === 'named' ? 'bg-watch' : 'bg-ink'}`}
                    style={{ width: `${100 * row.probability}%` }}
                  />
                </span>
              </td>
              <td className="small-figure py-1.5 pl-3 text-right text-lg whitespace-nowrap">
                {percent(row.probability)}
              </td>
              <td className="py-1.5 pl-3 text-sm whitespace-nowrap text-soft">{STATE_WORD[row.state]}</td>
            </tr>
          ))}
      </tbody>
    </table>
  )
}
