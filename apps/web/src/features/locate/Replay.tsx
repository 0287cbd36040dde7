import { type LeakPhase, type LeakTimeline, levelAtReplay } from '@brendik/core'
import { usePrefs } from '../../lib/prefs.ts'
import { dateText, durationText } from '../../lib/time.ts'
import { withUnit } from '../../lib/units.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { PHASE_NAME } from '../../words/locateText.ts'

const HEIGHT = 84

/** One time line of the leak test: phases, level, and every moment at which water was seen; a slider goes through it. */
export function Replay({
  timeline,
  atS,
  onMove,
}: {
  timeline: LeakTimeline
  atS: number
  onMove: (atS: number) => void
}) {
  const { units } = usePrefs()
  const { totalS, stretches, marks } = timeline
  const level = levelAtReplay(timeline, atS)
  const at = stretches.find((s) => atS <= s.toS) ?? stretches.at(-1)
  const passed = marks.filter((mark) => mark.tS <= atS)
  const last = passed.at(-1)
  return (
    <section
      aria-label={t('ui.replay')}
      className="border-line border-b bg-face px-4 pt-1 pb-1 max-md:sticky max-md:top-0 max-md:z-10 md:px-5"
    >
      <div className="flex flex-wrap items-center gap-x-5">
        <p
          className="flex min-w-0 flex-1 flex-wrap max-md:basis-full items-baseline gap-x-4"
          aria-live="polite"
        >
          <span className="small-figure text-2xl">
            {level === null ? '–' : withUnit(units, 'level', level)}
          </span>
          <span className="font-semibold">{at ? PHASE_NAME[at.phase] : ''}</span>
          <span className="text-soft">
            {at ? dateText(at.startedAtMs + Math.max(0, atS - at.fromS) * 1000, 'timeS') : ''}
          </span>
          <span className={last?.wet ? 'font-semibold text-water' : 'text-soft'}>
            {last ? last.says : t('replay.nothingSeenYet')}
          </span>
        </p>
        {firstWet(timeline).map(({ phase, tS }) => (
          <Button key={phase} look="word" className="text-sm" onClick={() => onMove(Math.ceil(tS))}>
            {t('replay.firstWet', { phase: PHASE_NAME[phase].toLowerCase() })}
          </Button>
        ))}
      </div>
      <Track timeline={timeline} atS={atS} />
      <input
        type="range"
        aria-label={t('replay.momentOfTheLeakTest')}
        aria-valuetext={t('replay.of', {
          time: durationText(atS),
          time2: durationText(totalS),
          at: at ? PHASE_NAME[at.phase] : '',
        })}
        className="h-10 w-full cursor-pointer accent-[var(--ink)]"
        min={0}
        max={Math.ceil(totalS)}
        step={Math.max(1, Math.round(totalS / 400))}
        value={atS}
        onChange={(event) => onMove(Number(event.target.value))}
      />
    </section>
  )
}

/** Phases, level and marks on one line of time. */
function Track({
  timeline: { totalS, stretches, levels, marks },
  atS,
}: {
  timeline: LeakTimeline
  atS: number
}) {
  const share = (tS: number) => (totalS > 0 ? (100 * tS) / totalS : 0)
  const highest = Math.max(10, ...levels.map((level) => level.mm))
  const y = (mm: number) => HEIGHT - 6 - ((HEIGHT - 16) * Math.max(0, mm)) / highest
  return (
    <div className="relative" style={{ height: HEIGHT }}>
      <svg
        viewBox={`0 0 ${totalS} ${HEIGHT}`}
        preserveAspectRatio="none"
        className="absolute inset-0 h-full w-full"
        aria-hidden="true"
      >
        {stretches.map((s) => (
          <rect
            key={s.fromS}
            x={s.fromS}
            width={s.toS - s.fromS}
            y={0}
            height={HEIGHT}
            fill="var(--ground)"
            stroke="var(--line)"
            vectorEffect="non-scaling-stroke"
          />
        ))}
        <polyline
          points={levels.map((l) => `${l.tS},${y(l.mm)}`).join(' ')}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="2.5"
          vectorEffect="non-scaling-stroke"
        />
        {marks.map((mark) => (
          <line
            key={`${mark.tS} ${mark.says}`}
            x1={mark.tS}
            x2={mark.tS}
            y1={mark.wet ? 14 : HEIGHT - 12}
            y2={HEIGHT}
            stroke={mark.wet ? 'var(--water)' : 'var(--good)'}
            strokeWidth={mark.wet ? 3 : 2}
            vectorEffect="non-scaling-stroke"
          />
        ))}
        <line
          x1={atS}
          x2={atS}
          y1={0}
          y2={HEIGHT}
          stroke="var(--watch)"
          strokeWidth="2.5"
          vectorEffect="non-scaling-stroke"
        />
      </svg>
      {stretches
        .filter((s) => share(s.toS - s.fromS) > 8)
        .map((s) => (
          <span
            key={s.fromS}
            className="pointer-events-none absolute top-0 truncate px-1 text-[12px] text-soft"
            style={{ left: `${share(s.fromS)}%`, width: `${share(s.toS - s.fromS)}%` }}
          >
            {PHASE_NAME[s.phase]}
          </span>
        ))}
    </div>
  )
}

const firstWet = ({ firstWetS }: LeakTimeline): { phase: LeakPhase; tS: number }[] =>
  (Object.entries(firstWetS) as [LeakPhase, number][])
    .map(([phase, tS]) => ({ phase, tS }))
    .sort((a, b) => a.tS - b.tS)
