import { RUN_KINDS, type Tap } from '@brendik/core'
import { KIND_ID } from '@brendik/words/lean'
import { t } from '../../lib/words.ts'
import { QuantityInput } from '../../ui/QuantityInput.tsx'
import { FigureField } from './FigureField.tsx'
import type { LogRun } from './logDocument.ts'

const KINDS = RUN_KINDS.filter((kind): kind is LogRun['kind'] => kind !== 'cycle')
const select = 'min-h-12 border border-line bg-face px-2 text-base text-ink'

/** Which part of the log is the run, what kind of one, and how it was set up. */
export function LogRunChoice({
  run,
  spanS,
  taps,
  onChange,
}: {
  run: LogRun
  spanS: number
  taps: readonly Tap[]
  onChange: (run: LogRun) => void
}) {
  const pouring = run.kind === 'drain' || run.kind === 'siphon' || run.kind === 'hold'
  return (
    <div className="grid items-start gap-x-6 gap-y-3 md:grid-cols-4">
      <label className="grid gap-1 text-sm text-soft">
        {t('log.kind')}
        <select
          className={select}
          value={run.kind}
          onChange={(event) => onChange({ ...run, kind: event.target.value as LogRun['kind'] })}
        >
          {KINDS.map((kind) => (
            <option key={kind} value={kind}>
              {t(KIND_ID[kind])}
            </option>
          ))}
        </select>
      </label>
      {run.kind === 'fill' && (
        <label className="grid gap-1 text-sm text-soft">
          {t('log.taps')}
          <select
            className={select}
            value={run.taps.join(' ')}
            onChange={(event) => onChange({ ...run, taps: event.target.value.split(' ') as Tap[] })}
          >
            {[...taps.map((tap) => [tap]), ...(taps.length > 1 ? [[...taps]] : [])].map((some) => (
              <option key={some.join(' ')} value={some.join(' ')}>
                {some.map((tap) => t(`word.tap.${tap}`)).join(' + ')}
              </option>
            ))}
          </select>
        </label>
      )}
      {pouring && (
        <QuantityInput
          label={t('log.hoseEnd')}
          quantity="height"
          base={run.hoseEndMm}
          onChange={(hoseEndMm) =>
            onChange({ ...run, hoseEndMm: Number.isNaN(hoseEndMm) ? null : hoseEndMm })
          }
        />
      )}
      <FigureField
        label={t('log.beginS')}
        unit="s"
        value={round(run.beginS)}
        least={0}
        most={run.endS}
        onChange={(beginS) => onChange({ ...run, beginS })}
      />
      <FigureField
        label={t('log.endS')}
        unit="s"
        value={round(run.endS)}
        least={run.beginS}
        most={round(spanS)}
        onChange={(endS) => onChange({ ...run, endS })}
      />
    </div>
  )
}
const round = (s: number) => Math.round(s * 1000) / 1000
