import { PART_IDS } from '../../catalogue/catalogueIds.ts'
import type { PartId } from '../../machine/parts.ts'
import type { Interval } from '../../numeric/interval.ts'
import { wilson } from '../../numeric/wilson.ts'
import { SHOWED } from '../jobs/jobPlan.ts'

/** How often the part that was opened was what was wrong. */
export interface ShowedCount {
  /** Null = all parts together. */
  part: PartId | null
  opened: number
  asThought: number
  sound: number
  other: number
  /** Share of those as thought, with its 95 % interval. */
  right: Interval
}

/** What old parts showed, all together first, then by part, those opened most often first. What cannot be read counts as nothing. */
export function showedCounts(rows: readonly { part: string; showed: string; n: number }[]): ShowedCount[] {
  const known = rows.flatMap(({ part, showed, n }) => {
    const id = PART_IDS.find((one) => one === part)
    const what = SHOWED.find((one) => one === showed)
    return id && what && n > 0 ? [{ id, what, n }] : []
  })
  const countOf = (part: PartId | null): ShowedCount => {
    const own = known.filter(({ id }) => part === null || id === part)
    const sum = (what: (typeof SHOWED)[number]) =>
      own.reduce((total, one) => (one.what === what ? total + one.n : total), 0)
    const [asThought, sound, other] = [sum('as-thought'), sum('sound'), sum('other')]
    const opened = asThought + sound + other
    return { part, opened, asThought, sound, other, right: wilson(asThought, opened) }
  }
  if (known.length === 0) return []
  const parts = [...new Set(known.map(({ id }) => id))]
  return [countOf(null), ...parts.map(countOf).sort((a, b) => b.opened - a.opened)]
}
