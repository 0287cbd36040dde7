import { PANEL_MIN } from '../../machine/access.ts'
import type { MachineSpec, SiteSpec } from '../../machine/machineSpec.ts'
import { tapedTub } from '../../machine/machineSpec.ts'
import { type Message, message } from '../../message.ts'
import { tubLevelMm } from '../../physics/tub/tubVolume.ts'
import { lipLevelMm, litresInside, RESIDUE_L, waysOut } from '../../state/waterInside.ts'
import type { Needs } from './needs.ts'
import { fullL, type WorkState } from './workState.ts'

/** One change of the machine's state that a step needs first. */
export interface Change {
  id:
    | 'plug-out'
    | 'plug-in'
    | 'taps'
    | 'panel'
    | 'tip'
    | 'stand-up'
    | 'hose-end'
    | 'water-in'
    | 'water-out'
    | 'cap'
    | 'cool'
  name: Message
  minutes: number
}

const PLUG_MIN = 0.5
const TAP_MIN = 0.5
const HOSE_END_MIN = 1
/** A tray under the cap holds so much of what is in sump and hose, L; more goes out another way first. */
const TRAY_L = 3
/** Water for the pump to run on, and to stand above joints, L. */
const ENOUGH_L = 4
/** So little is left that what opens below lets a cloth's worth out, L. */
const NEARLY_NONE_L = 2.5
/** Litres a minute of a usual inlet with one tap, and of a usual drain. Estimates. */
const FILLS_L_MIN = 8
const CONTAINER_L = 10

/** What the water, its ways in and its ways out cost on one machine. */
export interface Waterworks {
  fullL: number
  lipL: number
  residueL: number
  fillMin: (fromL: number) => number
  /** @param ownPump - Whether its own pump may be counted on. */
  outMin: (fromL: number, ownPump: boolean) => number
}

/** @param pumpTrusted - False where it may not drain: other ways are then counted. */
export function waterworksOf(machine: MachineSpec, site: SiteSpec, pumpTrusted: boolean): Waterworks {
  const full = fullL(machine)
  const known = new Map<string, number>()
  return {
    fullL: full,
    lipL: litresInside(machine, { kind: 'level', levelMm: lipLevelMm(machine) }),
    residueL: Math.min(NEARLY_NONE_L, RESIDUE_L + machine.tub.sumpL),
    fillMin: (fromL) => Math.max(0, full - fromL) / FILLS_L_MIN + 0.5,
    outMin: (fromL, mainsOn) => {
      const own = mainsOn && pumpTrusted
      const key = `${Math.round(fromL)} ${own}`
      const before = known.get(key)
      if (before !== undefined) return before
      const levelMm = tubLevelMm(tapedTub(machine), Math.max(0, fromL - RESIDUE_L))
      const ways = waysOut(machine, site, { kind: 'level', levelMm }, 0, CONTAINER_L, own)
      const minutes = Math.min(
        ...ways
          .filter(({ id, notHere }) => notHere === null && (own || id !== 'pump-out'))
          .map((way) => way.minutes),
        60,
      )
      known.set(key, minutes)
      return minutes
    },
  }
}

/** The changes that bring the machine to what a step needs, in the order they are made; null = it cannot be done by this person or now. */
export function changesFor(
  needs: Needs,
  state: WorkState,
  water: Waterworks,
): { changes: Change[]; minutes: number; before: WorkState } | null {
  if (needs.live && !state.competent) return null
  if (state.frameMayBeLive && needsCurrent(needs, state)) return null
  if (state.lock === 'locked' && needs.water === 'below-lip') return null
  const changes: Change[] = []
  let now = state
  const change = (id: Change['id'], minutes: number, to: Partial<WorkState>, name: Message) => {
    changes.push({ id, name, minutes })
    now = { ...now, ...to }
  }
  const plug = (on: boolean) => {
    if (now.mainsOn !== on)
      change(
        on ? 'plug-in' : 'plug-out',
        PLUG_MIN,
        { mainsOn: on },
        message(on ? 'change.plug-in' : 'change.plug-out'),
      )
  }
  const taps = (to: 'open' | 'shut') => {
    if (now.taps.cold !== to || now.taps.hot !== to)
      change('taps', TAP_MIN, { taps: { cold: to, hot: to } }, message('change.taps', { to }))
  }
  const out = () =>
    change(
      'water-out',
      water.outMin(now.waterL, now.mainsOn),
      { waterL: water.residueL },
      message('change.water-out'),
    )

  const wantsOut =
    (needs.water === 'out' && now.waterL > water.residueL + 0.5) ||
    (needs.water === 'contained' && now.waterL > Math.max(TRAY_L, now.containedL)) ||
    (needs.water === 'below-lip' && now.waterL >= water.lipL - 1)
  // Water goes out while the plug is still in: its own pump may do it.
  if (wantsOut) out()
  const wantsIn = needs.water === 'in' && now.waterL < ENOUGH_L
  // Panels come off with the plug out; what runs is plugged in after.
  if (needs.panel && !now.panelsOff.includes(needs.panel)) {
    plug(false)
    if (needs.panel === 'below') {
      if (now.waterL > water.residueL + 0.5) out()
      taps('shut')
      change(
        'tip',
        PANEL_MIN.below.off,
        { tilted: true, panelsOff: [...now.panelsOff, 'below'] },
        message('change.tip'),
      )
    } else
      change(
        'panel',
        PANEL_MIN[needs.panel].off,
        { panelsOff: [...now.panelsOff, needs.panel] },
        message('change.panel', { panel: needs.panel }),
      )
  }
  if (now.tilted && (needs.mains === 'on' || wantsIn))
    change(
      'stand-up',
      PANEL_MIN.below.on,
      { tilted: false, panelsOff: now.panelsOff.filter((one) => one !== 'below') },
      message('change.stand-up'),
    )
  if (now.capOpen && (needs.mains === 'on' || wantsIn))
    change('cap', PLUG_MIN, { capOpen: false }, message('change.cap'))
  if (wantsIn || needs.leaves === 'full' || needs.taps === 'open') taps('open')
  if (wantsIn) {
    plug(true)
    change('water-in', water.fillMin(now.waterL), { waterL: water.fullL }, message('change.water-in'))
  }
  if (needs.taps === 'shut') taps('shut')
  if (needs.hoseEnd && now.hoseEnd !== needs.hoseEnd)
    change(
      'hose-end',
      HOSE_END_MIN,
      { hoseEnd: needs.hoseEnd },
      message('change.hose-end', { to: needs.hoseEnd }),
    )
  if (needs.mains) plug(needs.mains === 'on')
  if (needs.coolPump && now.pumpHotMin > 0)
    change('cool', now.pumpHotMin, { pumpHotMin: 0 }, message('change.cool'))
  return { changes, minutes: changes.reduce((sum, { minutes }) => sum + minutes, 0), before: now }
}

/** Whether a step runs the machine, if only to bring the water in. */
const needsCurrent = ({ mains, live, water }: Needs, { waterL }: WorkState): boolean =>
  mains === 'on' || live === true || (water === 'in' && waterL < ENOUGH_L)

/** Minutes of a step itself, and the machine as it leaves it. */
export function doneIn(
  needs: Needs,
  before: WorkState,
  water: Waterworks,
): { minutes: number; after: WorkState } {
  const flow = needs.leaves === 'full' ? water.fillMin(before.waterL) : 0
  const minutes =
    needs.doing ?? (needs.leaves === 'full' ? flow : Math.max(1, water.outMin(before.waterL, true)))
  const waterL =
    needs.leaves === 'full' ? water.fullL : needs.leaves === 'empty' ? water.residueL : before.waterL
  return {
    minutes: needs.doing === null ? minutes : minutes + (needs.leaves === 'full' ? flow : 0),
    after: waterL === before.waterL ? before : { ...before, waterL },
  }
}
