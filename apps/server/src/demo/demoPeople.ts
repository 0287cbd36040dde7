import { createHash } from 'node:crypto'
import {
  BLANK_RECORD,
  familyDefaults,
  type MachineRecord,
  type MachineSpec,
  type SiteSpec,
} from '@brendik/core'

/** A UUID that is the same every time for the same name. */
export function idOf(name: string): string {
  const hex = createHash('sha256').update(`brendik demo ${name}`).digest('hex')
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-4${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`
}

function machine(name: string, spec: MachineSpec, record: Partial<MachineRecord> = {}) {
  return {
    id: idOf(`machine ${name}`),
    spec: { ...spec, label: name },
    record: { ...BLANK_RECORD, ...record },
  }
}
const front = familyDefaults('front-load')
const top = familyDefaults('top-load-pump')

export const DEMO_MACHINES = [
  machine(
    'Laundry 2, front loader',
    {
      ...front,
      valve: { ratedLMin: 8, taps: ['cold', 'hot'] },
      pump: { shutoffHeadM: 2.4, freeFlowLMin: 34 },
      drainHose: { boreMm: 19, lengthM: 2.2, wall: 'corrugated' },
      fillLevelMm: 120,
    },
    {
      make: 'Made-up Works',
      model: 'L2-700',
      serial: '0042-17',
      builtYear: 2017,
      supplyVolts: 230,
      techSheet: {
        found: 'found',
        pumpOhm: [165, 195],
        valveOhm: null,
        pins: 'CN4: 1 pump, 2 neutral, 3 lid lock',
        faults: 'long drain after 10 min; no water after 2 min',
        testMode: 'hold both outer keys while switching on; third step runs the pump',
      },
    },
  ),
  machine('Basement top loader', {
    ...top,
    tub: { diameterMm: 560, depthMm: 430, sumpL: 0.9, floorMm: 2 },
    valve: { ratedLMin: 10, taps: ['cold', 'hot'] },
    pump: { shutoffHeadM: 2.8, freeFlowLMin: 40 },
  }),
  machine('Flat 3 front loader', {
    ...familyDefaults('front-load-sealed'),
    tub: { ...familyDefaults('front-load-sealed').tub, assumed: true },
    fillLevelMm: 95,
  }),
  machine('Garage top loader', {
    ...familyDefaults('top-load-belt'),
    valve: { ratedLMin: 11, taps: ['cold', 'hot'] },
  }),
  ...[1, 2, 3, 4, 5, 6, 7].map((n) =>
    machine(
      `Corner laundry, washer ${n}`,
      { ...front, tub: { ...front.tub, assumed: true } },
      { make: 'Made-up Works', model: 'C3-450', builtYear: 2021, supplyVolts: 230 },
    ),
  ),
]
/** The first of the washers of the laundry, and their place. */
export const LAUNDRY = { machine: 4, site: 4 } as const

const sites: { name: string; spec: SiteSpec }[] = [
  {
    name: 'Larch House',
    spec: { supplyKpa: { cold: 320, hot: null }, standpipeHeightMm: 900, waterTempC: 14, portHeightMm: 160 },
  },
  {
    name: '14 Quarry Lane',
    spec: { supplyKpa: { cold: null, hot: null }, standpipeHeightMm: 850, waterTempC: 12, portHeightMm: 230 },
  },
  {
    name: 'Mill Yard, flat 3',
    spec: {
      supplyKpa: { cold: null, hot: null },
      standpipeHeightMm: null,
      waterTempC: 15,
      portHeightMm: null,
    },
  },
  {
    name: 'Ash Row 5, garage',
    spec: { supplyKpa: { cold: 410, hot: 400 }, standpipeHeightMm: 900, waterTempC: 13, portHeightMm: 240 },
  },
  {
    name: 'Corner laundry',
    spec: { supplyKpa: { cold: 350, hot: null }, standpipeHeightMm: 920, waterTempC: 14, portHeightMm: null },
  },
]
export const DEMO_CUSTOMERS = [
  { name: 'Larch House residents', phone: '555 0142', note: 'Key at the caretaker’s window.' },
  { name: 'Quarry Lane household', phone: '555 0177', note: '' },
  { name: 'Mill Yard letting', phone: '555 0119', note: 'Tenant is in after three.' },
  { name: 'Ash Row household', phone: '555 0163', note: 'Floor drain in the garage.' },
  { name: 'Corner laundry', phone: '555 0186', note: 'Closed on Mondays.' },
].map((customer) => ({ id: idOf(`customer ${customer.name}`), ...customer }))
export const DEMO_SITES = sites.map((site, i) => ({
  id: idOf(`site ${site.name}`),
  ...site,
  customerId: DEMO_CUSTOMERS[i]?.id ?? null,
}))

export const DEMO_WORKSHOP = { id: '5b1de6f0-6c1e-4c1a-9d0e-1b7a5f3c0001', name: 'Demo workshop' }
export const DEMO_PEOPLE = [
  { id: '5b1de6f0-6c1e-4c1a-9d0e-1b7a5f3c0002', name: 'Ines', role: 'owner' },
  { id: '5b1de6f0-6c1e-4c1a-9d0e-1b7a5f3c0003', name: 'Tobin', role: 'technician' },
] as const
export const DEMO_KEY_ID = idOf('instrument key')
