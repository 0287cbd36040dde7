import { familyDefaults, leakView, NO_HISTORY, type Observation, type WeighedCase } from '@brendik/core'
import { calibrationError, leakStudy } from '../packages/core/test/study/leakStudy.ts'
import { markdown, type Table } from '../packages/core/test/study/table.ts'
import type { Figure } from './benchStore.ts'

const seen = (check: string, value: string | number, phase?: Observation['phase']): Observation => ({
  check,
  value,
  ...(phase ? { phase } : {}),
})
/** A visit with everything watched: more is seldom said of one leak. */
const EVERYTHING: readonly Observation[] = [
  seen('complaint', 'leaking'),
  seen('leak.dry', 'idle-taps-on'),
  seen('leak.dry', 'fill'),
  seen('leak.phase', 'hold'),
  seen('leak.phase', 'wash-motion'),
  seen('leak.dry', 'drain'),
  seen('leak.phase', 'spin'),
  seen('leak.place', 'centre', 'hold'),
  seen('leak.place', 'tub-wall', 'wash-motion'),
  seen('leak.place', 'front-centre', 'spin'),
  seen('leak.amount', 'drip', 'hold'),
  seen('leak.amount', 'trickle', 'wash-motion'),
  seen('leak.trail', 'sediment'),
  seen('leak.stop-level', 60),
  seen('bellows.look', 'good'),
  seen('filter-cap.look', 'dry'),
  seen('fill-hose.look', 'good'),
  seen('drain-hose.look', 'good'),
  seen('dispenser.look', 'clear'),
  seen('suds.seen', 'none'),
]
/** Both are laid out from nothing for each case, as the app does at each change. */
const visitWith = (observations: readonly Observation[]): WeighedCase => ({
  machine: familyDefaults('front-load'),
  site: { supplyKpa: { cold: 320, hot: null }, standpipeHeightMm: 900, waterTempC: 15, portHeightMm: null },
  runs: [],
  observations,
  history: NO_HISTORY,
  leakSeen: [],
  acts: [],
  panelsOpen: false,
  circuits: { supplyV: null, windingOhm: null },
})

/** How long the ladder takes after an observation, and how often it is right on simulated visits, with its reliability table. */
export function leakBench(medianMs: (times: number, work: () => unknown) => number): {
  figures: Figure[]
  /** Said against so, as a table. */
  reliability: string
} {
  const { tables, figures } = leakStudy(8)
  const share = (of: { n: number; first: number; three: number }, which: 'first' | 'three') =>
    (100 * of[which]) / of.n
  return {
    figures: [
      {
        name: 'leak ladder with its next looks: 8 observations',
        value: medianMs(25, () => leakView(visitWith(EVERYTHING.slice(0, 8)))),
        unit: 'ms',
        limit: 100,
      },
      {
        name: 'leak ladder with its next looks: 20 observations',
        value: medianMs(25, () => leakView(visitWith(EVERYTHING))),
        unit: 'ms',
        limit: 100,
      },
      {
        name: `${figures.named.n} leak cases: true site first`,
        value: share(figures.named, 'first'),
        unit: '%',
      },
      { name: `${figures.named.n} leak cases: among three`, value: share(figures.named, 'three'), unit: '%' },
      {
        name: 'leak sites, drawn visits: calibration error, whole protocol',
        value: calibrationError(figures.protocol),
        unit: '',
        limit: 0.05,
      },
      {
        name: 'leak sites, drawn visits: calibration error, hurried',
        value: calibrationError(figures.hurried),
        unit: '',
        limit: 0.05,
      },
      {
        name: 'of what is said above 0.3: whole protocol',
        value: calibrationError(figures.protocol, 3),
        unit: '',
      },
      { name: 'of what is said above 0.3: hurried', value: calibrationError(figures.hurried, 3), unit: '' },
    ],
    reliability: markdown(tables[1] as Table),
  }
}
