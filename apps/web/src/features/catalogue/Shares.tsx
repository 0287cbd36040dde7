import { percent } from '../../lib/percent.ts'
import { t } from '../../lib/words.ts'

/** Chances as bars: ink with the fault, hatched on a sound machine where that is known. */
export function Shares({ rows }: { rows: readonly { name: string; share: number; sound?: number }[] }) {
  return (
    <ul>
      {rows.map(({ name, share, sound }) => (
        <li
          key={name}
          className="grid grid-cols-[minmax(0,14rem)_1fr_4rem] items-center gap-x-4 py-1 leading-tight max-md:grid-cols-[1fr_4rem]"
        >
          <span>{name}</span>
          <span
            className="relative block h-4 max-md:col-span-2 max-md:row-start-2 max-md:h-3"
            aria-hidden="true"
          >
            {sound !== undefined && (
              <span className="hatched absolute inset-y-0 left-0" style={{ width: `${100 * sound}%` }} />
            )}
            <span
              className="absolute inset-y-[5px] left-0 bg-ink max-md:inset-y-1"
              style={{ width: `${100 * share}%` }}
            />
          </span>
          <span className="small-figure text-right text-lg">
            {percent(share)}
            {sound !== undefined && (
              <span className="sr-only">
                {` ${t('catalogue.withIt')}, ${percent(sound)} ${t('catalogue.sound')}`}
              </span>
            )}
          </span>
        </li>
      ))}
    </ul>
  )
}
