import type { PART_IDS } from '../../../catalogue/catalogueIds.ts'
import type { Tap } from '../../../machine/machineSpec.ts'
import type { RunKind } from '../../../measure/plan/runPlan.ts'
import type { CheckId } from '../../checks/checkTypes.ts'

type PartId = (typeof PART_IDS)[number]

/** What can be done to a part. */
export const ACT_WORDS = ['cleaned', 'cleared', 'adjusted', 'replaced', 'trial', 'opened'] as const
export type ActWord = (typeof ACT_WORDS)[number]

/** Something done to the machine: the evidence before it speaks of the machine as it was. */
export interface VisitAct {
  atMs: number
  what: ActWord
  part: PartId
  tap?: Tap | undefined
  /** What its run again showed, where that was written down. */
  result?: string | undefined
}

const CIRCUIT: readonly PartId[] = ['board', 'wiring', 'lid-switch']
const INLET: readonly PartId[] = [
  'tap',
  'fill-hose',
  'inlet-screen',
  'inlet-valve',
  'valve-hose',
  'flow-meter',
  'dispenser',
  'spray-nozzle',
  'drawer-tube',
]
const OUTLET: readonly PartId[] = [
  'tub',
  'sump-boot',
  'coin-trap',
  'tub-pump-hose',
  'pump',
  'filter-cap',
  'flap-valve',
  'inner-drain-hose',
  'outer-drain-hose',
  'standpipe',
  'house-drain',
  'outlet-pipe',
]
const DRIVE: readonly PartId[] = ['drive-belt', 'drive-coupler', 'clutch']
const SENSING: readonly PartId[] = ['air-dome', 'level-hose', 'level-switch']
const VESSEL: readonly PartId[] = ['bellows', 'tub-seam', 'tub-seal', 'shaft-seal']
const STANDING: readonly PartId[] = [...OUTLET, ...VESSEL, ...SENSING, 'inlet-valve']

/** Parts that hold the water or carry the current of a run: an act on one of them begins a new epoch for it. */
const PARTS_OF_RUN: Readonly<Record<RunKind, readonly PartId[]>> = {
  idle: [...STANDING, ...INLET],
  fill: [...INLET, ...SENSING, ...CIRCUIT],
  hold: STANDING,
  motion: [...STANDING, ...DRIVE, 'recirculation-hose'],
  drain: [...OUTLET, ...CIRCUIT],
  'after-drain': OUTLET,
  siphon: OUTLET,
  spin: [...STANDING, ...DRIVE, ...CIRCUIT],
  cycle: [...INLET, ...OUTLET, ...CIRCUIT, ...DRIVE],
}

/** Parts that an outcome depends on; a check that is not listed depends on none that is worked on. */
const PARTS_OF_CHECK: Readonly<Partial<Record<CheckId, readonly PartId[]>>> = {
  'tap.look': ['tap'],
  'tap.bucket': ['tap'],
  'hose-end.bucket': ['tap', 'fill-hose'],
  'fill-hose.look': ['fill-hose'],
  'screens.look': ['inlet-screen', 'inlet-valve'],
  'plug-out-in-fill': ['inlet-valve', ...SENSING, 'board'],
  'valve.coil': ['inlet-valve'],
  'valve.voltage': ['inlet-valve', 'board', 'wiring'],
  'water-when-off': ['inlet-valve', 'fill-hose'],
  'meter.look': ['flow-meter'],
  'dispenser.look': ['dispenser'],
  'stream.look': OUTLET,
  'pump.sound': ['pump', 'coin-trap', 'wiring', 'board'],
  'pump.winding': ['pump'],
  'pump.voltage': ['pump', 'wiring', 'board', 'lid-switch'],
  'board.pump-pin': ['board', 'lid-switch'],
  'pump.runs-for': ['pump'],
  'impeller.feel': ['pump'],
  'trap.look': ['coin-trap'],
  'tub-hose.squeeze': ['tub-pump-hose'],
  'hose-off-at-pump': OUTLET,
  'drain-hose.look': ['outer-drain-hose', 'standpipe'],
  'standpipe.height': ['standpipe'],
  'standpipe.backs-up': ['standpipe', 'house-drain'],
  'drain.lift-stop': ['pump'],
  'drain.caught-back': ['flap-valve', 'outer-drain-hose'],
  'suds.seen': ['tub'],
  'level-hose.look': ['level-hose'],
  'air-dome.look': ['air-dome'],
  'level-switch.blow': ['level-switch'],
  'ruler-vs-indicated': SENSING,
  'leak.catch': [...VESSEL, ...OUTLET, ...INLET],
  'leak.stop-level': [...VESSEL, ...OUTLET],
  'leak.phase': [...VESSEL, ...OUTLET, ...INLET],
  'leak.place': [...VESSEL, ...OUTLET, ...INLET],
  'leak.amount': [...VESSEL, ...OUTLET, ...INLET],
  'leak.trail': [...VESSEL, ...OUTLET, ...INLET],
  'leak.dry': [...VESSEL, ...OUTLET, ...INLET],
  'leak.drops': [...VESSEL, ...OUTLET, ...INLET],
  'leak.cardboard': [...VESSEL, ...OUTLET, ...INLET],
  'weep-holes': ['shaft-seal'],
  'centre-post': ['tub-seal', 'shaft-seal'],
  'bellows.look': ['bellows'],
  'filter-cap.look': ['filter-cap'],
  'belt.look': ['drive-belt'],
  'tub.spins': [...DRIVE, 'lid-switch'],
  'lid-switch.continuity': ['lid-switch'],
  'motor.heard': ['drive-coupler', 'clutch', 'drive-belt', 'board', 'wiring'],
  'clutch.feel': ['clutch', 'shaft-seal'],
  'recirculation-hose.look': ['recirculation-hose'],
  'drain-hose.flow-through': ['inner-drain-hose', 'outer-drain-hose'],
  'pump.ports-look': ['pump', 'coin-trap'],
  'pump.housing-look': ['pump'],
  'sump-outlet.look': ['sump-boot', 'tub-pump-hose'],
  'filter-cap.turn': ['filter-cap', 'coin-trap'],
  'clamps.look': ['tub-pump-hose', 'sump-boot', 'inner-drain-hose'],
  'fill.temperature': ['fill-hose'],
  insulation: ['pump', 'inlet-valve', 'wiring', 'board'],
  'earth.continuity': ['wiring'],
}

/** Parts that an outcome of a check depends on, the first one being where it is made. */
export const partsOfCheck = (check: CheckId): readonly PartId[] => PARTS_OF_CHECK[check] ?? []

interface Dated {
  /** When it was made or seen, ms since 1970; null = nobody wrote it down, so before every act. */
  atMs?: number | null | undefined
}

/** Whether work on a part, at this tap where it belongs to one, changes what something shows that depends on some parts. */
function touches(
  { part, tap }: Pick<VisitAct, 'part' | 'tap'>,
  parts: readonly PartId[],
  taps: readonly string[],
): boolean {
  return parts.includes(part) && (!tap || taps.length === 0 || taps.includes(tap))
}

/** Acts that touch any of some parts, on this tap where they belong to one. Oldest first. */
function touching(acts: readonly VisitAct[], parts: readonly PartId[], taps: readonly Tap[]): VisitAct[] {
  return acts.filter((act) => touches(act, parts, taps)).sort((a, b) => a.atMs - b.atMs)
}

/** Whether what a run shows depends on a part that is worked on, at this tap where it belongs to one. */
export function actTouchesRun(
  work: Pick<VisitAct, 'part' | 'tap'>,
  run: { kind: RunKind; taps: readonly string[] },
): boolean {
  return touches(work, PARTS_OF_RUN[run.kind], run.taps)
}

/** The last act that something made at a time speaks from before; null = it speaks of the machine as it is. */
function actSince(item: Dated, acts: readonly VisitAct[]): VisitAct | null {
  const last = acts.at(-1)
  if (!last) return null
  return item.atMs !== null && item.atMs !== undefined && item.atMs >= last.atMs ? null : last
}

/** The act after which a run no longer speaks of the machine; null = it still does. */
export function runOutdatedBy(
  run: Dated & { plan: { kind: RunKind; taps: readonly Tap[] } },
  acts: readonly VisitAct[],
): VisitAct | null {
  return actSince(run, touching(acts, PARTS_OF_RUN[run.plan.kind], run.plan.taps))
}

/** The act after which a look no longer speaks of the machine; null = it still does. */
export function lookOutdatedBy(
  look: Dated & { check: string; tap?: Tap | undefined },
  acts: readonly VisitAct[],
): VisitAct | null {
  const parts = PARTS_OF_CHECK[look.check as CheckId] ?? []
  return actSince(look, touching(acts, parts, look.tap ? [look.tap] : []))
}

/** Those of some looks that speak of the machine as it is now. */
export const looksOfNow = <T extends Dated & { check: string; tap?: Tap | null | undefined }>(
  looks: readonly T[],
  acts: readonly VisitAct[],
): T[] => looks.filter((look) => lookOutdatedBy({ ...look, tap: look.tap ?? undefined }, acts) === null)

/** Number of acts that something was made after: runs of one number belong to one epoch. */
export function epochOfRun(
  run: Dated & { plan: { kind: RunKind; taps: readonly Tap[] } },
  acts: readonly VisitAct[],
): number {
  const own = touching(acts, PARTS_OF_RUN[run.plan.kind], run.plan.taps)
  const { atMs } = run
  return atMs === null || atMs === undefined ? 0 : own.filter((act) => act.atMs <= atMs).length
}

/** In the order made: what nobody dated first, as it stood, then by the clock. */
export function inOrderMade<T extends Dated>(items: readonly T[]): T[] {
  return items
    .map((item, place) => ({ item, place, at: item.atMs ?? Number.NEGATIVE_INFINITY }))
    .sort((a, b) => (a.at === b.at ? a.place - b.place : a.at - b.at))
    .map(({ item }) => item)
}
