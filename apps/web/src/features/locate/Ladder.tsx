import { type LeakView, type MachineSpec, type PartId, portHeight, type SiteSpec } from '@brendik/core'
import { type KeyboardEvent, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { t } from '../../lib/words.ts'
import { LadderInHand } from './LadderInHand.tsx'
import { LadderOnDesk } from './LadderOnDesk.tsx'
import { middleMm } from './partStatus.ts'
import { sectionOf } from './section.ts'

/** Below this width, px, the list of parts stands under the drawing instead of beside it. */
const DESK_PX = 560

/**
 * The machine in section and its parts at their heights, on one axis; the water at a level, and the height of the leak across both.
 * Parts are chosen by pointer on drawing or list, and by the arrow keys.
 */
export function Ladder({
  machine,
  site,
  view,
  levelMm,
  wetNow,
  chosen,
  onChoose,
}: {
  machine: MachineSpec
  site: SiteSpec
  view: LeakView
  levelMm: number | null
  wetNow: ReadonlySet<PartId>
  chosen: PartId | null
  onChoose: (part: PartId) => void
}) {
  const frame = useRef<HTMLDivElement>(null)
  const [size, setSize] = useState({ width: 0, height: 0 })
  useLayoutEffect(() => {
    const element = frame.current
    if (!element) return
    const measure = () => setSize({ width: element.clientWidth, height: element.clientHeight })
    measure()
    const watch = new ResizeObserver(measure)
    watch.observe(element)
    return () => watch.disconnect()
  }, [])
  const section = useMemo(
    () => sectionOf(machine, view.parts, portHeight(machine, site).mm),
    [machine, site, view.parts],
  )
  const drawn = view.parts.filter((part) => section.shapes.some((shape) => shape.part === part.id))
  const onKey = (event: KeyboardEvent) => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
    if (step === 0) return
    event.preventDefault()
    const order = [...drawn].sort((a, b) => middleMm(b) - middleMm(a))
    const at = order.findIndex((part) => part.id === chosen)
    // From none chosen the arrows lead to the first or to the last.
    const next = at < 0 && step < 0 ? order.at(-1) : order[(at + step + order.length) % order.length]
    if (next) onChoose(next.id)
  }
  const shown = { section, view, levelMm, wetNow, chosen, onChoose, drawn }
  return (
    <div
      ref={frame}
      role="listbox"
      tabIndex={0}
      aria-label={t('ladder.partsOfTheWaterPath')}
      aria-activedescendant={chosen ? `part-${chosen}` : undefined}
      className="relative w-full md:h-full md:min-h-0"
      onKeyDown={onKey}
    >
      {size.width > 0 &&
        (size.width < DESK_PX ? (
          <LadderInHand {...shown} width={size.width} />
        ) : (
          size.height > 0 && <LadderOnDesk {...shown} size={size} />
        ))}
    </div>
  )
}
