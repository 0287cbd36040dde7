import { isHorizontal, type MachineSpec, type Part, type PartId } from '@brendik/core'
import { box, circle, closed, line, type Path, roundBox } from './sectionPath.ts'

/** One thing drawn; `part` when it can be selected. */
export interface Shape {
  part: PartId | null
  path: Path
  /** wall: cabinet and house; body: a part with a face; tube: a hose, drawn as thick as it is; hint: thin, dashed. */
  look: 'wall' | 'body' | 'tube' | 'hint'
}
/** A section through a machine, parametric in its tub and in the heights of its parts. */
export interface Section {
  shapes: Shape[]
  /** Where water can stand: the tub, and what hangs below it. */
  wet: Path[]
  fromX: number
  toX: number
  lowMm: number
  highMm: number
}

/** The house's wall behind the machine, and the standpipe before it, mm from the cabinet's front. */
const BEHIND = 150

type Bands = (id: PartId) => readonly [number, number]
const middle = ([lo, hi]: readonly [number, number]) => (lo + hi) / 2

/** The machine of a visit in section, seen from its left side: front at the left. All heights are those of the parts. */
export function sectionOf(machine: MachineSpec, parts: readonly Part[], portAboveFloorMm: number): Section {
  const bands = new Map(parts.map((part) => [part.id, part.bandMm]))
  const has = (id: PartId) => bands.has(id)
  const band: Bands = (id) => bands.get(id) ?? [0, 0]
  const horizontal = isHorizontal(machine.family)
  const width = horizontal ? 600 : 680
  const drawn = horizontal ? frontLoader(machine, band) : topLoader(machine, band)
  const rim = band('standpipe')[1]
  const behind = house(width, band, portAboveFloorMm)
  const shapes = [...drawn.shapes, ...behind].filter(({ part }) => part === null || has(part))
  return {
    shapes,
    wet: drawn.wet,
    fromX: -45,
    toX: width + BEHIND + 15,
    lowMm: -portAboveFloorMm,
    highMm: Math.max(band('tap')[1], rim + 70, drawn.topMm) + 15,
  }
}

function house(width: number, band: Bands, portAboveFloorMm: number): Shape[] {
  const wall = width + BEHIND
  const [, rim] = band('standpipe')
  const [, drainTop] = band('house-drain')
  const tap = middle(band('tap'))
  const valve = middle(band('inlet-valve'))
  const hose = band('outer-drain-hose')
  const pipe = wall - 45
  return [
    {
      part: null,
      look: 'wall',
      path: line([-45, -portAboveFloorMm], [wall, -portAboveFloorMm], [wall, band('tap')[1] + 15]),
    },
    {
      part: 'tap',
      look: 'body',
      path: closed(
        [wall, band('tap')[0]],
        [wall - 16, band('tap')[0]],
        [wall - 16, tap - 12],
        [wall - 34, tap - 12],
        [wall - 34, tap + 12],
        [wall - 16, tap + 12],
        [wall - 16, band('tap')[1]],
        [wall, band('tap')[1]],
      ),
    },
    {
      part: 'fill-hose',
      look: 'tube',
      path: [
        ['M', wall - 34, tap],
        ['C', wall - 110, tap, width + 60, band('fill-hose')[0], width, valve],
      ],
    },
    { part: 'standpipe', look: 'body', path: box(pipe - 15, drainTop, pipe + 15, rim) },
    { part: 'house-drain', look: 'body', path: box(pipe - 12, band('house-drain')[0], pipe + 12, drainTop) },
    {
      part: 'outer-drain-hose',
      look: 'tube',
      path: [
        ['M', width, hose[0] + 120],
        ['C', width + 40, hose[0] - 40, width + 48, hose[0] + 60, width + 48, hose[0] + 200],
        ['L', width + 48, rim + 10],
        ['C', width + 48, rim + 75, pipe, rim + 75, pipe, rim + 10],
        ['L', pipe, rim - 50],
      ],
    },
  ]
}

function frontLoader(machine: MachineSpec, band: Bands): { shapes: Shape[]; wet: Path[]; topMm: number } {
  const [f, t] = band('tub')
  const d = machine.tub.diameterMm
  const c = (f + t) / 2
  const [foldLo, foldHi] = band('bellows')
  const sump = band('sump-boot')
  const pump = band('pump')
  const pumpY = middle(pump)
  const valve = band('inlet-valve')
  const dispenser = band('dispenser')
  const seal = band('tub-seal')
  const top = Math.max(valve[1], dispenser[1]) + 25
  const hose = band('inner-drain-hose')
  const tub = roundBox(110, f, 530, t, 62)
  const boot = closed([270, f + 4], [372, f + 4], [346, sump[0]], [296, sump[0]])
  return {
    topMm: top,
    wet: [tub, boot],
    shapes: [
      { part: null, look: 'wall', path: box(0, -machineFloor(pump), 600, top) },
      { part: null, look: 'hint', path: roundBox(128, f + 18, 514, t - 18, 50) },
      // The door: its glass reaches into the drum.
      {
        part: null,
        look: 'hint',
        path: [
          ['M', 0, c + 0.34 * d],
          ['Q', -38, c, 0, c - 0.34 * d],
        ],
      },
      {
        part: null,
        look: 'hint',
        path: [
          ['M', 12, c + 0.24 * d],
          ['Q', 150, c + 0.1 * d, 138, c - 0.05 * d],
          ['Q', 120, foldHi - 6, 14, foldHi + 12],
        ],
      },
      { part: 'tub', look: 'body', path: tub },
      { part: 'tub-seam', look: 'hint', path: line([330, t + 9], [330, f - 9]) },
      {
        part: 'bellows',
        look: 'tube',
        path: fold(foldHi, foldLo),
      },
      { part: null, look: 'hint', path: fold(2 * c - foldHi, 2 * c - foldLo) },
      { part: 'tub-seal', look: 'body', path: box(523, seal[0], 545, seal[1]) },
      { part: null, look: 'hint', path: line([545, c], [582, c]) },
      { part: null, look: 'hint', path: line([576, c - 110], [576, c + 110]) },
      {
        part: 'drive-belt',
        look: 'hint',
        path: line([586, band('drive-belt')[1]], [586, band('drive-belt')[0]]),
      },
      ...electrics(band, { boardX: 240, switchX: 6, pumpX: 158, pumpTop: pump[1] }),
      ...levelSensing(band, 470, 560),
      { part: 'sump-boot', look: 'body', path: boot },
      {
        part: 'tub-pump-hose',
        look: 'tube',
        path: [
          ['M', 320, sump[0]],
          ['C', 318, band('tub-pump-hose')[0], 250, pumpY, 190, pumpY],
        ],
      },
      { part: 'pump', look: 'body', path: circle(158, pumpY, (pump[1] - pump[0]) / 2) },
      { part: 'coin-trap', look: 'body', path: box(78, band('coin-trap')[0], 118, band('coin-trap')[1]) },
      {
        part: 'filter-cap',
        look: 'body',
        path: box(6, band('filter-cap')[0] + 6, 76, band('filter-cap')[1] - 6),
      },
      {
        part: 'flap-valve',
        look: 'body',
        path: closed(
          [196, band('flap-valve')[0]],
          [222, middle(band('flap-valve'))],
          [196, band('flap-valve')[1]],
        ),
      },
      {
        part: 'inner-drain-hose',
        look: 'tube',
        path: [
          ['M', 175, pump[0] + 8],
          ['L', 540, hose[0] - 22],
          ['Q', 574, hose[0] - 20, 574, hose[0] + 30],
          ['L', 574, hose[1] - 60],
          ['Q', 574, hose[1], 586, hose[1] - 30],
          ['L', 598, band('outer-drain-hose')[0] + 120],
        ],
      },
      ...inlet(band, 600, 545, [205, middle(band('valve-hose'))]),
      {
        part: 'dispenser',
        look: 'body',
        path: closed(
          [22, dispenser[1]],
          [205, dispenser[1]],
          [205, dispenser[0] + 34],
          [150, dispenser[0]],
          [22, dispenser[0]],
        ),
      },
    ],
  }
}

/** The bellows from the rim of the door to the lip of the tub, its fold hanging down to `deep`, or standing up to it. */
function fold(rim: number, deep: number): Path {
  const back = rim + (deep > rim ? 16 : -16)
  const turn = deep + (deep > rim ? -16 : 16)
  return [
    ['M', 14, rim],
    ['L', 34, turn],
    ['Q', 52, 2 * deep - turn, 70, turn],
    ['L', 86, back],
    ['L', 110, back],
  ]
}

/** The cabinet ends a little above the room's floor, on its feet. */
const machineFloor = (lowest: readonly [number, number]) => -lowest[0] + 26

function topLoader(machine: MachineSpec, band: Bands): { shapes: Shape[]; wet: Path[]; topMm: number } {
  const [f, t] = band('tub')
  const sump = band('sump-boot')
  const pump = band('pump')
  const pumpY = middle(pump)
  const shaft = band('shaft-seal')
  const seal = band('tub-seal')
  const valve = band('inlet-valve')
  const dispenser = band('dispenser')
  const hose = band('inner-drain-hose')
  const lid = t + 200
  const top = Math.max(lid + 62, valve[1] + 20)
  const tub = roundBox(65, f, 590, t, 40)
  const boot = closed([196, f + 4], [254, f + 4], [244, sump[0]], [206, sump[0]])
  const drive: Shape[] =
    machine.family === 'top-load-motor-pump'
      ? [{ part: null, look: 'hint', path: box(120, pump[1], 206, pump[1] + 92) }]
      : machine.family === 'top-load-belt'
        ? [{ part: null, look: 'hint', path: box(470, -172, 560, -84) }]
        : [{ part: null, look: 'hint', path: box(278, shaft[0] - 66, 396, shaft[0] - 36) }]
  return {
    topMm: top,
    wet: [tub, boot],
    shapes: [
      {
        part: null,
        look: 'wall',
        path: closed(
          [0, -machineFloor(pump)],
          [680, -machineFloor(pump)],
          [680, top],
          [560, top],
          [540, lid],
          [0, lid],
        ),
      },
      { part: 'tub', look: 'body', path: tub },
      { part: null, look: 'hint', path: roundBox(84, f + 18, 571, t - 12, 30) },
      {
        part: null,
        look: 'hint',
        path: closed([318, f], [356, f], [346, f + 0.72 * (t - f)], [328, f + 0.72 * (t - f)]),
      },
      { part: 'tub-seam', look: 'hint', path: line([65, f - 9], [65, t + 9]) },
      { part: 'tub-seal', look: 'body', path: box(308, seal[0], 366, seal[1]) },
      { part: 'shaft-seal', look: 'body', path: box(326, shaft[0], 348, shaft[1]) },
      { part: null, look: 'hint', path: box(288, shaft[0] - 36, 386, shaft[0]) },
      ...drive,
      {
        part: 'drive-belt',
        look: 'hint',
        path: closed(
          [290, band('drive-belt')[0] + 4],
          [530, band('drive-belt')[0] + 4],
          [530, band('drive-belt')[1] - 4],
          [290, band('drive-belt')[1] - 4],
        ),
      },
      ...electrics(band, { boardX: 580, switchX: 250, pumpX: 158, pumpTop: pump[1] }),
      ...levelSensing(band, 578, 628),
      { part: 'sump-boot', look: 'body', path: boot },
      {
        part: 'tub-pump-hose',
        look: 'tube',
        path: [
          ['M', 225, sump[0]],
          ['C', 225, band('tub-pump-hose')[0] + 20, 205, pumpY, 190, pumpY + 6],
        ],
      },
      { part: 'pump', look: 'body', path: circle(158, pumpY, (pump[1] - pump[0]) / 2) },
      {
        part: 'flap-valve',
        look: 'body',
        path: closed(
          [206, band('flap-valve')[0] - 20],
          [232, middle(band('flap-valve')) - 20],
          [206, band('flap-valve')[1] - 20],
        ),
      },
      {
        part: 'inner-drain-hose',
        look: 'tube',
        path: [
          ['M', 190, pumpY - 18],
          ['L', 615, hose[0] - 26],
          ['Q', 652, hose[0] - 24, 652, hose[0] + 26],
          ['L', 652, hose[1] - 60],
          ['Q', 652, hose[1], 664, hose[1] - 30],
          ['L', 678, band('outer-drain-hose')[0] + 120],
        ],
      },
      ...inlet(band, 680, 606, [430, middle(band('valve-hose')) - 30]),
      {
        part: 'dispenser',
        look: 'body',
        path: closed([96, dispenser[1]], [186, dispenser[1]], [176, dispenser[0]], [106, dispenser[0]]),
      },
    ],
  }
}

/** What carries no water, thin: board, lid or door switch, and the wires down to the pump. */
function electrics(
  band: Bands,
  at: { boardX: number; switchX: number; pumpX: number; pumpTop: number },
): Shape[] {
  const board = band('board')
  const lid = band('lid-switch')
  return [
    { part: 'board', look: 'hint', path: box(at.boardX, board[0], at.boardX + 64, board[1]) },
    { part: 'lid-switch', look: 'hint', path: box(at.switchX, lid[0], at.switchX + 16, lid[1]) },
    {
      part: 'wiring',
      look: 'hint',
      path: line(
        [at.boardX + 8, board[0]],
        [at.boardX + 8, board[0] - 12],
        [at.pumpX + 12, board[0] - 12],
        [at.pumpX + 12, at.pumpTop],
      ),
    },
  ]
}

function levelSensing(band: Bands, x: number, up: number): Shape[] {
  const dome = band('air-dome')
  const sensor = band('level-switch')
  return [
    { part: 'air-dome', look: 'body', path: roundBox(x, dome[0], x + 26, dome[1], 9) },
    { part: 'level-hose', look: 'hint', path: line([x + 13, dome[1]], [up, dome[1] + 36], [up, sensor[0]]) },
    { part: 'level-switch', look: 'body', path: box(up - 20, sensor[0], up + 20, sensor[1]) },
  ]
}

/** Screen, valve, flow meter and the hose behind them. */
function inlet(band: Bands, rear: number, x: number, end: readonly [number, number]): Shape[] {
  const valve = band('inlet-valve')
  const screen = band('inlet-screen')
  const meter = band('flow-meter')
  const hose = middle(band('valve-hose'))
  return [
    { part: 'inlet-valve', look: 'body', path: box(x, valve[0], rear - 16, valve[1]) },
    { part: 'inlet-screen', look: 'body', path: box(rear - 14, screen[0], rear, screen[1]) },
    { part: 'valve-hose', look: 'tube', path: line([x, hose], [end[0], hose], end) },
    { part: 'flow-meter', look: 'body', path: box(x - 62, meter[0], x - 30, meter[1]) },
  ]
}
