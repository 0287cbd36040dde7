import type { Job } from './jobTypes.ts'
import { HOSES_ON } from './pumpJobs.ts'

/** Hoses, inlet, level, drive, electrics and what is of the house: REPAIR jobs D, H, I, J, L and the rest of M. */
export const OTHER_JOBS: readonly Job[] = [
  {
    id: 'drain-hose',
    part: 'outer-drain-hose',
    act: 'cleared',
    steps: [
      { id: 'dh.walk', minutes: 3, tools: ['torch'] },
      { id: 'dh.off', minutes: 4, tools: ['clamp-pliers', 'tray'], takes: { what: 'clamps', count: 1 } },
      { id: 'dh.rinse', minutes: 8, does: true, tools: ['snake'], opens: true },
      { ...HOSES_ON, id: 'dh.on', minutes: 4 },
    ],
  },
  {
    id: 'tub-pump-hose',
    part: 'tub-pump-hose',
    act: 'replaced',
    steps: [
      {
        id: 'th.off',
        minutes: 7,
        gate: 'pull-pump-hose',
        caution: 'flood-residue',
        tools: ['clamp-pliers', 'tray'],
        takes: { what: 'clamps', count: 2 },
      },
      { id: 'th.flex', minutes: 4, tools: ['torch'], opens: true },
      { id: 'th.fit', minutes: 5, does: true },
      { ...HOSES_ON, id: 'th.on', minutes: 6 },
    ],
  },
  {
    id: 'fill-hose',
    part: 'fill-hose',
    act: 'replaced',
    outside: true,
    steps: [
      { id: 'fh.off', minutes: 2, gate: 'unscrew-fill-hose', tools: ['pliers', 'tray'] },
      { id: 'fh.washers', minutes: 3, does: true, opens: true, decides: true },
      { id: 'fh.on', minutes: 3, decides: true },
      {
        id: 'fh.idle',
        minutes: 2,
        sets: [
          ['tap-cold', 'open'],
          ['tap-hot', 'open'],
        ],
      },
    ],
  },
  {
    id: 'screens',
    part: 'inlet-screen',
    act: 'cleaned',
    outside: true,
    steps: [
      { id: 'sc.off', minutes: 2, gate: 'unscrew-fill-hose', tools: ['pliers', 'tray'] },
      { id: 'sc.rinse', minutes: 5, does: true, opens: true, tools: ['brush', 'long-nose'] },
      { id: 'sc.on', minutes: 3, decides: true },
    ],
  },
  {
    id: 'inlet-valve',
    part: 'inlet-valve',
    act: 'replaced',
    steps: [
      { id: 'iv.mark', minutes: 2, photo: true },
      { id: 'fh.off', minutes: 2, gate: 'unscrew-fill-hose', tools: ['pliers', 'tray'] },
      {
        id: 'iv.off',
        minutes: 6,
        tools: ['clamp-pliers', 'hex-1-4'],
        takes: { what: 'screws', count: 2 },
      },
      { id: 'iv.look', minutes: 2, opens: true },
      { id: 'iv.fit', minutes: 7, does: true, decides: true },
      { id: 'fh.on', minutes: 3, decides: true },
    ],
  },
  {
    id: 'valve-hose',
    part: 'valve-hose',
    act: 'replaced',
    steps: [
      {
        id: 'vh.off',
        minutes: 4,
        gate: 'hands-at-pump',
        tools: ['clamp-pliers'],
        takes: { what: 'clamps', count: 2 },
      },
      { id: 'vh.fit', minutes: 6, does: true, opens: true },
      { ...HOSES_ON, id: 'vh.on', minutes: 4 },
    ],
  },
  {
    id: 'flow-meter',
    part: 'flow-meter',
    act: 'cleaned',
    steps: [
      { id: 'fm.out', minutes: 6, tools: ['clamp-pliers'], takes: { what: 'clamps', count: 2 }, photo: true },
      { id: 'fm.flush', minutes: 8, does: true, opens: true, tools: ['degreaser', 'gloves'] },
      { id: 'fm.on', minutes: 6, decides: true },
    ],
  },
  {
    id: 'level',
    part: 'level-hose',
    act: 'cleared',
    steps: [
      { id: 'lv.off', minutes: 3, photo: true, opens: true },
      { id: 'lv.dome', minutes: 4, tools: ['brush'] },
      { id: 'lv.blow', minutes: 3, tools: ['meter'] },
      { id: 'lv.on', minutes: 4, does: true, decides: true },
    ],
  },
  {
    id: 'belt',
    part: 'drive-belt',
    act: 'replaced',
    steps: [
      { id: 'bt.why', minutes: 3, opens: true, tools: ['torch'] },
      {
        id: 'bt.on',
        minutes: 7,
        gate: 'hands-at-pump',
        does: true,
        decides: true,
        drawing: { of: 'belt', first: 'motor' },
      },
      { id: 'bt.turn', minutes: 2, decides: true },
    ],
  },
  {
    id: 'board',
    part: 'board',
    act: 'replaced',
    steps: [
      { id: 'bd.sure', minutes: 3 },
      { id: 'bd.plugs', minutes: 6, gate: 'measure-dead', photo: true },
      {
        id: 'bd.swap',
        minutes: 15,
        does: true,
        opens: true,
        tools: ['hex-1-4'],
        takes: { what: 'screws', count: 4 },
      },
      { id: 'bd.on', minutes: 7, decides: true },
      { id: 'bd.sheet', minutes: 1 },
    ],
  },
  {
    id: 'flap-valve',
    part: 'flap-valve',
    act: 'replaced',
    steps: [
      {
        id: 'fv.out',
        minutes: 5,
        gate: 'pull-pump-hose',
        caution: 'flood-residue',
        tools: ['clamp-pliers', 'tray'],
        takes: { what: 'clamps', count: 1 },
      },
      { id: 'fv.fit', minutes: 5, does: true, opens: true, decides: true },
      { ...HOSES_ON, id: 'fv.on', minutes: 4 },
    ],
  },
  {
    id: 'dispenser',
    part: 'dispenser',
    act: 'cleaned',
    outside: true,
    steps: [
      { id: 'ds.out', minutes: 3 },
      { id: 'ds.wash', minutes: 8, does: true, tools: ['brush'] },
      { id: 'ds.in', minutes: 3, decides: true },
    ],
  },
  {
    id: 'lid-switch',
    part: 'lid-switch',
    act: 'replaced',
    steps: [
      {
        id: 'ls.out',
        minutes: 7,
        gate: 'measure-dead',
        photo: true,
        tools: ['cross-head', 't20'],
        takes: { what: 'screws', count: 2 },
      },
      { id: 'ls.meter', minutes: 3, opens: true, tools: ['meter'] },
      { id: 'ls.fit', minutes: 8, does: true, decides: true },
    ],
  },
  {
    id: 'wiring',
    part: 'wiring',
    act: 'adjusted',
    steps: [
      {
        id: 'wr.find',
        minutes: 8,
        gate: 'measure-dead',
        tools: ['meter', 'torch'],
        photo: true,
        opens: true,
      },
      { id: 'wr.mend', minutes: 14, does: true, decides: true, tools: ['pliers'] },
      { id: 'wr.measure', minutes: 4, decides: true, tools: ['meter'] },
    ],
  },
  {
    id: 'frame-leak',
    part: 'wiring',
    act: 'replaced',
    steps: [
      { id: 'fr.law', minutes: 1 },
      { id: 'fr.find', minutes: 15, gate: 'measure-dead', tools: ['meter'], photo: true, opens: true },
      { id: 'fr.new', minutes: 15, does: true, decides: true },
      { id: 'wr.measure', minutes: 4, decides: true, tools: ['meter'] },
    ],
  },
  {
    id: 'coupler',
    part: 'drive-coupler',
    act: 'replaced',
    steps: [
      {
        id: 'co.pump',
        minutes: 8,
        gate: 'hands-at-pump',
        tools: ['flat-blade', 'tray'],
        takes: { what: 'clips', count: 2 },
      },
      { id: 'co.motor', minutes: 12, takes: { what: 'clips', count: 2 }, tools: ['hex-5-16'] },
      { id: 'co.halves', minutes: 15, does: true, opens: true, decides: true, tools: ['wood'] },
      { id: 'co.align', minutes: 12, decides: true },
    ],
  },
  {
    id: 'recirculation',
    part: 'recirculation-hose',
    act: 'replaced',
    steps: [
      {
        id: 'rc.off',
        minutes: 6,
        gate: 'hands-at-pump',
        tools: ['clamp-pliers', 'tray'],
        takes: { what: 'clamps', count: 2 },
      },
      { id: 'rc.fit', minutes: 8, does: true, opens: true },
      { ...HOSES_ON, id: 'rc.on', minutes: 4 },
    ],
  },
  {
    id: 'drawer-tube',
    part: 'drawer-tube',
    act: 'adjusted',
    steps: [
      { id: 'dt.off', minutes: 6, gate: 'hands-at-pump', photo: true },
      { id: 'dt.on', minutes: 10, does: true, decides: true, opens: true },
    ],
  },
  {
    id: 'crossed',
    part: 'fill-hose',
    act: 'adjusted',
    outside: true,
    steps: [
      { id: 'fh.off', minutes: 2, gate: 'unscrew-fill-hose', tools: ['pliers', 'tray'] },
      { id: 'cr.swap', minutes: 2, does: true },
      { id: 'fh.on', minutes: 2, decides: true },
    ],
  },
  {
    id: 'tap',
    part: 'tap',
    act: 'adjusted',
    outside: true,
    steps: [
      { id: 'ta.open', minutes: 1, does: true },
      { id: 'ta.plumber', minutes: 4 },
    ],
  },
  {
    id: 'standpipe',
    part: 'standpipe',
    act: 'adjusted',
    outside: true,
    steps: [
      { id: 'sp.see', minutes: 2 },
      { id: 'sp.loop', minutes: 8, does: true, decides: true },
      { id: 'sp.plumber', minutes: 3 },
    ],
  },
  {
    id: 'house-drain',
    part: 'house-drain',
    act: 'cleared',
    outside: true,
    refers: true,
    steps: [
      { id: 'hd.show', minutes: 4 },
      { id: 'hd.plumber', minutes: 4 },
    ],
  },
  {
    id: 'suds',
    part: 'tub',
    act: 'cleared',
    outside: true,
    steps: [
      { id: 'su.rinse', minutes: 15, does: true },
      { id: 'su.write', minutes: 3, decides: true },
    ],
  },
  {
    id: 'spill',
    part: 'tub',
    act: 'cleaned',
    outside: true,
    steps: [
      { id: 'sl.dry', minutes: 3 },
      { id: 'sl.show', minutes: 2 },
    ],
  },
]
