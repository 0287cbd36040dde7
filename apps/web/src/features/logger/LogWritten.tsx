import { cellsOf, dayOrMonth, litresFromUsGallons, TIME_FORMS, type TimeForm } from '@brendik/core'
import { usePrefs } from '../../lib/prefs.ts'
import { t, tOf } from '../../lib/words.ts'
import { Notice } from '../../ui/Notice.tsx'
import { QuantityInput } from '../../ui/QuantityInput.tsx'
import { FigureField } from './FigureField.tsx'
import type { Opened, Settings } from './openedLog.ts'

/** How times and figures are written, as far as the columns ask for it. */
export function LogWritten({
  opened,
  settings,
  beginsMs,
  onChange,
  set,
  onBegins,
}: {
  opened: Opened
  settings: Settings
  beginsMs: number
  onChange: (opened: Opened) => void
  set: (part: Partial<Settings>) => void
  onBegins: (ms: number) => void
}) {
  const { form, lines } = opened
  // Makers say it by what their customers count in.
  const perL = usePrefs().units === 'us' ? litresFromUsGallons(1) : 1
  const has = (...roles: string[]) => form.columns.some(({ role }) => roles.includes(role))
  const at = form.columns.findIndex(({ role }) => role === 'instant')
  const cells = lines.slice(form.headerLines).map((line) => cellsOf(line, form.delimiter)[at] ?? '')
  const asks = at < 0 || form.time === 'clock'
  return (
    <div className="grid items-start gap-x-6 gap-y-3 pt-4 md:grid-cols-3">
      <Pick
        label={t('log.decimal')}
        value={form.decimal}
        options={[
          ['.', t('log.point')],
          [',', t('log.comma')],
        ]}
        onChange={(decimal) => onChange({ ...opened, form: { ...form, decimal: decimal as '.' | ',' } })}
      />
      {at >= 0 && (
        <Pick
          label={t('log.timeForm')}
          value={form.time ?? 'iso'}
          options={TIME_FORMS.map((one) => [one, tOf(`log.form.${one}`, one)])}
          onChange={(time) => onChange({ ...opened, form: { ...form, time: time as TimeForm } })}
        />
      )}
      {asks && <Begins ms={beginsMs} onChange={onBegins} />}
      {at >= 0 && (
        <FigureField
          label={t('log.ahead')}
          unit="s"
          value={settings.aheadS}
          onChange={(aheadS) => set({ aheadS })}
        />
      )}
      {has('sample') && (
        <FigureField
          label={t('log.sampleS')}
          unit="s"
          value={settings.sampleS}
          least={1e-4}
          onChange={(sampleS) => set({ sampleS })}
        />
      )}
      {has('pressure') && (
        <>
          <QuantityInput
            label={t('log.waterTemp')}
            quantity="temperature"
            base={settings.waterTempC}
            onChange={(c) => c !== null && c >= 0 && c <= 95 && set({ waterTempC: c })}
          />
          <QuantityInput
            label={t('log.zero')}
            quantity="level"
            base={settings.zeroMm}
            onChange={(mm) => mm !== null && Number.isFinite(mm) && set({ zeroMm: mm })}
          />
        </>
      )}
      {has('pulses', 'counter') && (
        <FigureField
          label={t('log.pulsesPer')}
          unit=""
          value={Number((settings.pulsesPerL * perL).toPrecision(8))}
          least={1e-3}
          onChange={(pulses) => set({ pulsesPerL: pulses / perL })}
        />
      )}
      {(form.time === 'day-first' || form.time === 'month-first') && dayOrMonth(cells) && (
        <Notice tone="watch" className="p-3 md:col-span-3">
          {t('log.dayOrMonth', { example: cells.find((cell) => cell !== '') ?? '' })}
        </Notice>
      )}
    </div>
  )
}

function Begins({ ms, onChange }: { ms: number; onChange: (ms: number) => void }) {
  const two = (n: number) => String(n).padStart(2, '0')
  const at = new Date(ms)
  const text = `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}T${two(at.getHours())}:${two(at.getMinutes())}:${two(at.getSeconds())}`
  return (
    <label className="grid gap-1 text-sm text-soft">
      {t('log.begins')}
      <input
        type="datetime-local"
        step="1"
        value={text}
        className="min-h-12 border border-line bg-face px-3 text-lg text-ink"
        onChange={(event) => {
          const next = new Date(event.target.value).getTime()
          if (Number.isFinite(next)) onChange(next)
        }}
      />
    </label>
  )
}

function Pick({
  label,
  value,
  options,
  onChange,
}: {
  label: string
  value: string
  options: readonly (readonly [string, string])[]
  onChange: (value: string) => void
}) {
  return (
    <label className="grid gap-1 text-sm text-soft">
      {label}
      <select
        className="min-h-12 border border-line bg-face px-2 text-base text-ink"
        value={value}
        onChange={(event) => onChange(event.target.value)}
      >
        {options.map(([id, text]) => (
          <option key={id} value={id}>
            {text}
          </option>
        ))}
      </select>
    </label>
  )
}
