import { seededRandom } from '../../src/numeric/random.ts'
import type { FaultId } from '../../src/reason/catalogue/faultCard.ts'
import type { LeakFaultId } from '../../src/reason/leaks/leakFaults.ts'
import { AS_IT_SHOULD, MISTAKEN, SIGNS, type Signs } from './faultSigns.ts'
import { canHave, MISTAKEN_SHARE, type TownCase } from './faultTown.ts'
import { callsOf } from './leakBuilds.ts'
import { observeLeaks, randomLeak, type Watching } from './leakObserver.ts'

/** A cause is as good as the true one where what was found is at least a third as likely with it, by the town's own chances. */
const A_THIRD = Math.log(3)
/** A reading or a run that shows something else than the true one's does. */
const TOLD_APART = 9
const LEAST = 1e-3
/** Leaks of each kind that are watched to know what is found of it. */
const WATCHED = 40

interface Run {
  kind: string
  rows: number[][]
  hose_end_mm?: number
}
type Seen = { check: string; value: string | number }

/**
 * The causes that the record of a call cannot tell from the true one: what it shows is about as likely with them. Who knows the town as well as
 * its makers could not do better than to name one of them. What was not looked at says nothing.
 */
export function asGoodFor(call: TownCase): ReadonlySet<string> {
  const { truth, family } = call
  if (truth !== 'none' && !SIGNS[truth]) return leaksAsGood(call)
  const others = Object.keys(SIGNS).filter((fault) => canHave(family, SIGNS[fault as FaultId] as Signs))
  const least = lnFound(truth, call) - A_THIRD
  return new Set(['none', ...others].filter((fault) => fault === truth || lnFound(fault, call) >= least))
}

const NOTHING: Signs = { calls: 60, says: { routine: 1 } }
const signsOf = (fault: string): Signs => (fault === 'none' ? NOTHING : (SIGNS[fault as FaultId] as Signs))

/** ln of how likely a call's record is with a fault that is no leak, as far as it differs between faults. */
function lnFound(fault: string, { truth, file }: TownCase): number {
  const [signs, true_] = [signsOf(fault), signsOf(truth)]
  const runs = file.runs as Run[]
  const heights = new Set(runs.filter(({ kind }) => kind === 'drain').map((run) => run.hose_end_mm))
  const fills = runs.filter(({ kind }) => kind === 'fill').length
  let ln = 0
  for (const { check, value } of file.observations as Seen[]) ln += lnSeen(signs, true_, check, String(value))
  if (fills > 0 && fillShows(signs, fills) !== fillShows(true_, fills)) ln -= TOLD_APART
  if (heights.size > 0 && drainShows(signs, heights.size) !== drainShows(true_, heights.size))
    ln -= TOLD_APART
  if (runs.some(({ kind }) => kind === 'hold' || kind === 'idle') && signs.hold !== true_.hold)
    ln -= TOLD_APART
  return ln
}

/** One fill does not say whether its side or the house is slow; one drain not whether the pump or the path. */
const fillShows = ({ fill }: Signs, taps: number) =>
  taps < 2 && (fill === 'slow-side' || fill === 'slow-house') ? 'slow' : fill
const drainShows = ({ drain }: Signs, heights: number) =>
  heights < 2 && (drain === 'weak' || drain === 'tight') ? 'slow' : drain

function lnSeen(signs: Signs, true_: Signs, check: string, value: string): number {
  if (check === 'complaint') {
    const all = Object.values(signs.says).reduce((a, b) => a + b, 0)
    return Math.log(0.95 * ((signs.says[value] ?? 0) / all) + (value === 'noisy' ? 0.05 : LEAST))
  }
  const sound = AS_IT_SHOULD[check]
  if (sound === undefined) return signs.reads?.[check] === true_.reads?.[check] ? 0 : -TOLD_APART
  const anyhow =
    (value === sound ? 1 - MISTAKEN_SHARE : 0) + (value === (MISTAKEN[check] ?? sound) ? MISTAKEN_SHARE : 0)
  const [outcome, found] = signs.looks?.[check] ?? [null, 0]
  return Math.log(Math.max(LEAST, (value === outcome ? found : 0) + (1 - found) * anyhow))
}

/** How often each thing is found of a leak, over leaks of its kind. */
const found = new Map<string, Map<string, number>>()
function foundOf(fault: string, family: TownCase['family'], watching: Watching): Map<string, number> {
  const key = `${fault} ${family} ${watching.height}`
  const known = found.get(key)
  if (known) return known
  const counts = new Map<string, number>()
  const random = seededRandom(20_261_128)
  for (let n = 0; n < WATCHED; n++) {
    const { file } = observeLeaks(
      family,
      [randomLeak(family, fault as LeakFaultId, random)],
      watching,
      random,
    )
    for (const one of shownBy(file)) counts.set(one, (counts.get(one) ?? 0) + 1)
  }
  found.set(key, counts)
  return counts
}

/** What a record of a leak shows, each once; of a hold whether the level fell. */
function shownBy(file: { observations: readonly Seen[]; runs: unknown }): Set<string> {
  const shown = new Set(file.observations.map(({ check, value }) => `${check} ${value}`))
  const hold = (file.runs as Run[]).find(({ kind }) => kind === 'hold')
  const level = (at: number) => hold?.rows.at(at)?.[1] ?? Number.NaN
  if (hold) shown.add(`fell ${level(0) - level(-1) > 6}`)
  return shown
}

function leaksAsGood({ truth, family, file, watching }: TownCase): ReadonlySet<string> {
  if (!watching) return new Set([truth])
  const shown = [...shownBy(file as { observations: Seen[]; runs: unknown })]
  const ln = (fault: string) => {
    const counts = foundOf(fault, family, watching)
    return shown.reduce((sum, one) => sum + Math.log(((counts.get(one) ?? 0) + 0.4) / (WATCHED + 0.8)), 0)
  }
  const least = ln(truth) - A_THIRD
  const others = Object.entries(callsOf(family)).filter(([, calls]) => calls > 0)
  return new Set([truth, ...others.map(([fault]) => fault).filter((fault) => ln(fault) >= least)])
}
