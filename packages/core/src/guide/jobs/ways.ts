import { PANEL_MIN, type Panel } from '../../machine/access.ts'
import type { JobStep } from './jobTypes.ts'

/** Steps by which a panel comes off, with their shares of its minutes. Common practice, no published source. */
type WayStep = Omit<JobStep, 'minutes'> & { share: number }

const OPENS: JobStep['sets'] = [['panels', 'open']]
const WAYS: Readonly<Record<Panel, readonly WayStep[]>> = {
  lower: [
    {
      id: 'way.lower',
      share: 1,
      gate: 'open-panel',
      sets: OPENS,
      branch: 'lower-panel',
      tools: ['cross-head', 'flat-blade'],
      takes: { what: 'screws', count: 2 },
    },
  ],
  front: [
    {
      id: 'way.front-top',
      share: 0.15,
      gate: 'open-panel',
      tools: ['cross-head', 'gloves'],
      takes: { what: 'screws', count: 2 },
    },
    { id: 'way.front-drawer', share: 0.2, tools: ['cross-head'], takes: { what: 'screws', count: 4 } },
    {
      id: 'way.front-boot',
      share: 0.2,
      gate: 'open-door',
      tools: ['hook'],
      takes: { what: 'springs', count: 1 },
      drawing: { of: 'clock', marks: [{ at: 6, what: 'spring' }] },
    },
    { id: 'way.front-lock', share: 0.1, branch: 'door-lock', tools: ['t20'], photo: true },
    {
      id: 'way.front-off',
      share: 0.35,
      sets: OPENS,
      tools: ['cross-head', 'gloves'],
      takes: { what: 'screws', count: 5 },
    },
  ],
  rear: [
    {
      id: 'way.rear',
      share: 1,
      gate: 'open-panel',
      sets: OPENS,
      tools: ['cross-head'],
      takes: { what: 'screws', count: 4 },
    },
  ],
  side: [
    {
      id: 'way.side',
      share: 1,
      gate: 'open-panel',
      sets: OPENS,
      tools: ['cross-head'],
      takes: { what: 'screws', count: 4 },
    },
  ],
  top: [
    {
      id: 'way.top',
      share: 1,
      gate: 'open-panel',
      sets: OPENS,
      tools: ['cross-head', 't20'],
      takes: { what: 'screws', count: 2 },
    },
  ],
  console: [
    {
      id: 'way.console',
      share: 1,
      gate: 'open-panel',
      sets: OPENS,
      branch: 'console',
      tools: ['putty-knife', 'hex-1-4'],
      takes: { what: 'screws', count: 2 },
    },
  ],
  cabinet: [
    {
      id: 'way.cabinet',
      share: 1,
      gate: 'open-panel',
      sets: OPENS,
      tools: ['putty-knife', 'hex-5-16', 'gloves'],
      takes: { what: 'screws', count: 2 },
    },
  ],
  below: [
    { id: 'way.below-tie', share: 0.3, sets: [['hose-end', 'lifted']], tools: ['tape'] },
    {
      id: 'way.below-tip',
      share: 0.7,
      gate: 'tip',
      sets: [['tilt', 'tipped']],
      caution: 'two-tip',
      tools: ['cardboard'],
    },
  ],
}

/** Steps by which what stands before a part comes away. */
export const wayIn = (panel: Panel): JobStep[] =>
  WAYS[panel].map(({ share, ...step }) => ({ ...step, minutes: share * PANEL_MIN[panel].off }))

/** Before anything is touched; steps that the machine's state has brought about already are done. */
export const FRAME: readonly JobStep[] = [
  { id: 'frame.plug', minutes: 0.5, sets: [['mains', 'unplugged']] },
  {
    id: 'frame.taps',
    minutes: 0.5,
    sets: [
      ['tap-cold', 'shut'],
      ['tap-hot', 'shut'],
    ],
  },
  { id: 'frame.water', minutes: 3, tools: ['tray', 'vacuum'], sets: [['water', 'empty']] },
]

/** Ways to a pump that is behind the front, min to its being out and in again, empty and reachable. One of them only looks shorter. Common practice, no published source. */
export const PUMP_WAYS = [
  { way: 'lower', minutes: [20, 30] },
  { way: 'below', minutes: [30, 45] },
  { way: 'front', minutes: [50, 70] },
  { way: 'blind', minutes: [60, 90], looksShorter: true },
] as const
