import { type MachineSpec, tapedTub, tubVolumeL } from '@brendik/core'
import { usePrefs } from '../../lib/prefs.ts'
import { figure, unitOf, withUnit } from '../../lib/units.ts'
import { t } from '../../lib/words.ts'

/** A gauge glass to scale: the water as last read, and where it should stand by now, hatched. */
export function GaugeGlass({
  machine,
  topMm,
  levelMm,
  expected,
}: {
  machine: MachineSpec
  topMm: number
  levelMm: number | null
  expected: { lo: number; hi: number } | null
}) {
  const { units } = usePrefs()
  const { show, read } = unitOf(units, 'level')
  const step = units === 'us' ? (show(topMm) > 8 ? 2 : 1) : topMm > 200 ? 50 : topMm > 80 ? 20 : 10
  const graduations = Array.from({ length: Math.floor(show(topMm) / step) + 1 }, (_, i) => i * step)
  const up = (mm: number) => `${Math.min(100, Math.max(0, (100 * mm) / topMm))}%`
  return (
    <aside
      aria-label={t('ui.level')}
      className="hidden w-[148px] shrink-0 flex-col border-r border-line bg-face px-4 py-4 md:flex short:hidden"
    >
      <p className="text-sm text-soft">{t('gaugeGlass.waterNow')}</p>
      <p className="small-figure mt-1 text-3xl leading-none">{figure(units, 'level', levelMm)}</p>
      <p className="mt-1 text-sm text-soft">
        {t('gaugeGlass.abovePort', { unit: unitOf(units, 'level').unit })}
        <br />
        {levelMm === null ? '' : withUnit(units, 'volume', tubVolumeL(tapedTub(machine), levelMm))}
      </p>
      <div className="relative mt-5 mb-2 min-h-0 flex-1">
        <div className="absolute inset-y-0 left-1 w-7 overflow-hidden rounded-b-full border-2 border-ink bg-ground">
          {expected && (
            <div
              className="hatched absolute inset-x-0"
              style={{
                bottom: up(expected.lo),
                height: `max(3px, calc(${up(expected.hi)} - ${up(expected.lo)}))`,
              }}
            />
          )}
          {levelMm !== null && (
            <div
              className="absolute inset-x-1 bottom-0 border-t-[3px] border-ink bg-water-bright/75"
              style={{ height: up(levelMm) }}
            />
          )}
        </div>
        {graduations.map((mark) => (
          <div
            key={mark}
            className="absolute left-9 flex translate-y-1/2 items-center gap-2"
            style={{ bottom: up(read(mark)) }}
          >
            <span className="h-px w-3 bg-ink" />
            <span className="text-sm text-soft">{mark}</span>
          </div>
        ))}
      </div>
    </aside>
  )
}
