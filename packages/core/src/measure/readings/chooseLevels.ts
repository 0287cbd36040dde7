import { greatestOf, leastOf } from '../../numeric/extremes.ts'
import { median } from '../../numeric/quantile.ts'
import { theilSenSlope } from '../../numeric/robustLine.ts'
import { between, blockMedians, countBefore, type LevelSeries, present, type Readings } from './readings.ts'

/** What the display showed beside the ruler at the same moments. */
export interface DisplayAgainstRuler {
  /** Display minus ruler, mm, at the middle of the pairs. */
  offMm: number
  /** Millimetres that the display moves for each millimetre of water; null when the water hardly moved. */
  moves: number | null
  agrees: boolean
  pairs: number
}

export interface ChosenLevels {
  series: LevelSeries
  from: 'ruler' | 'indicated'
  /** Readings of the one not taken. */
  others: number
  /** Null when the two were never read together. */
  display: DisplayAgainstRuler | null
}

/** From this many readings on the ruler decides: it sees the water itself. */
const RULER_DECIDES = 3
/** A display within these of the ruler is taken at its word: median difference, mm, and share of the movement. Settled on the study. */
const AGREES = { mm: 5, trend: 0.1 } as const
/** One or two looks at the ruler this far from the display are enough not to believe the display, mm. Estimate. */
const CONTRADICTS_MM = 12
/** Readings of the display this far apart in time still bracket a look at the ruler, s. */
const BRACKET_S = 40
/** Below this movement of the water a trend is noise, mm. */
const MOVED_MM = 35
/** A display lends its readings when it has at least this many times the ruler's. */
const LENDS = 1.5
/** A ruler read more often than this, as by a camera, is held against the display as medians of neighbours. */
export const MOST_LOOKS = 300

/**
 * The levels a run is judged by. The ruler decides from three readings on; a display that agrees with it lends its many readings,
 * one that does not is left out altogether.
 */
export function chooseLevels(readings: Readings): ChosenLevels {
  const ruler = present(readings.tS, readings.rulerMm)
  const indicated = present(readings.tS, readings.levelMm)
  const display = compare(ruler, indicated)
  const byRuler: ChosenLevels = { series: ruler, from: 'ruler', others: indicated.tS.length, display }
  const byDisplay: ChosenLevels = { series: indicated, from: 'indicated', others: ruler.tS.length, display }
  if (indicated.tS.length === 0) return byRuler
  if (ruler.tS.length === 0) return byDisplay
  if (ruler.tS.length >= RULER_DECIDES)
    return display?.agrees && indicated.tS.length >= LENDS * ruler.tS.length ? byDisplay : byRuler
  return display && Math.abs(display.offMm) > CONTRADICTS_MM ? byRuler : byDisplay
}

function compare(ruler: LevelSeries, indicated: LevelSeries): DisplayAgainstRuler | null {
  const pairs: { water: number; shown: number }[] = []
  const looks = blockMedians(ruler, MOST_LOOKS).series
  for (let i = 0; i < looks.tS.length; i++) {
    const shown = levelNear(indicated, looks.tS[i] ?? Number.NaN)
    if (shown !== null) pairs.push({ water: looks.mm[i] ?? Number.NaN, shown })
  }
  if (pairs.length === 0) return null
  const offs = pairs.map(({ water, shown }) => shown - water)
  const offMm = median(offs)
  const water = pairs.map((p) => p.water)
  const moved = greatestOf(water) - leastOf(water)
  const moves =
    pairs.length >= 3 && moved >= MOVED_MM
      ? theilSenSlope(
          water,
          pairs.map((p) => p.shown),
        )
      : null
  const agrees = median(offs.map(Math.abs)) <= AGREES.mm && Math.abs((moves ?? 1) - 1) < AGREES.trend
  return { offMm, moves, agrees, pairs: pairs.length }
}

/** The display at an instant: the median of a stream around it, else straight between its neighbours; null when none is near. */
function levelNear(series: LevelSeries, tS: number): number | null {
  const near = between(series, tS - 1.6, tS + 1.6).mm
  if (near.length > 0) return median(near)
  const n = series.tS.length
  const k = countBefore(series.tS, tS, false)
  if (k === 0 || k === n) return null
  const [t0, t1] = [series.tS[k - 1] ?? Number.NaN, series.tS[k] ?? Number.NaN]
  if (t1 - t0 > BRACKET_S) return null
  const share = (tS - t0) / (t1 - t0)
  return (
    (series.mm[k - 1] ?? Number.NaN) +
    share * ((series.mm[k] ?? Number.NaN) - (series.mm[k - 1] ?? Number.NaN))
  )
}
