import { HEALTHY_IDS, type HealthyId } from '../../machine/healthyDraws.ts'
import { familyDefaults, type Tap } from '../../machine/machineSpec.ts'
import { familyScale, ownOf } from '../../machine/ownRecords.ts'
import { HEALTHY_SUPPLY, hoseEndHeight, portHeight, pumpMiddle } from '../../machine/uncertainty.ts'
import type { FigureKind } from '../../message.ts'
import { expectedRun, type Spread } from './expectedRun.ts'
import { plannedEndMm, type RunPlan } from './runPlan.ts'

/** Where a value came from: read with an instrument or a tape, off a plate, entered with the machine, known by own records, or usual for its family and for houses. */
export type FactFrom = 'measured' | 'plate' | 'given' | 'learned' | 'typical'
export const FACT_IDS = [
  'head',
  'free-flow',
  'hose-bore',
  'hose-length',
  'hose-end',
  'port',
  'rated',
  'supply-cold',
  'supply-hot',
  'tub',
  'start',
  'end',
] as const
export type FactId = (typeof FACT_IDS)[number]

/** One value that an expected run rests on. */
export interface BandFact {
  id: FactId
  kind: FigureKind
  /** In the base unit of its kind. */
  base: number
  from: FactFrom
  /** The plan with this value known as it is taken; null where it is known already. */
  known: RunPlan | null
}

/** Every value that the expected run of a plan rests on, and where each came from. @param plan - A fill, a drain or a run out by gravity. */
export function bandFacts(plan: RunPlan): BandFact[] {
  const facts = [...(plan.kind === 'fill' ? supplyFacts(plan) : drainFacts(plan)), ...tubFacts(plan)]
  const { own, machine, site } = plan
  if (!own) return facts
  const { mean } = ownOf(own, machine, site)
  const scale = familyScale(machine)
  return facts.map((one) => {
    const id = BY_RECORDS[one.id]
    if (!id || one.from !== 'typical') return one
    const { mid, sd } = scale[id]
    return { ...one, from: 'learned', base: mid + sd * (mean[HEALTHY_IDS.indexOf(id)] ?? Number.NaN) }
  })
}
const BY_RECORDS: Partial<Record<FactId, HealthyId>> = {
  head: 'head',
  'free-flow': 'free-flow',
  port: 'port',
  rated: 'rated',
  tub: 'diameter',
}

/** What an expected run rests on: its band, and each value with the band there would be if it were known; null where it is. */
export interface BandRests {
  now: Spread
  /** Without own records; null = it rests on none. */
  usual: Spread | null
  facts: (Omit<BandFact, 'known'> & { band: Spread | null })[]
}
/** Only the end of the run is asked for: a coarse one is ten times as quick, and the same for all that are compared. */
const COARSE = { samples: 400, cells: 10 }

/** What the expected run of a plan rests on, and what would be gained by knowing each value that is only usual; the machine taken to be as usual there. */
export function bandRests(plan: RunPlan): BandRests {
  return {
    now: expectedRun(plan, COARSE).timeS,
    usual: plan.own ? expectedRun({ ...plan, own: undefined }, COARSE).timeS : null,
    facts: bandFacts(plan).map(({ known, ...fact }) => ({
      ...fact,
      band: known && expectedRun(known, COARSE).timeS,
    })),
  }
}

function drainFacts(plan: RunPlan): BandFact[] {
  const { machine, site } = plan
  const { shutoffHeadM, freeFlowLMin } = pumpMiddle(machine)
  const pump = (change: Partial<RunPlan['machine']['pump']>): RunPlan => ({
    ...plan,
    machine: { ...machine, pump: { ...machine.pump, ...change } },
  })
  const end = hoseEndHeight(site, plan.hoseEndMm).mm
  const port = portHeight(machine, site).mm
  return [
    ...(plan.kind === 'drain'
      ? [
          fact(
            'head',
            'head',
            shutoffHeadM,
            machine.pump.shutoffHeadM === null ? 'typical' : 'plate',
            pump({ shutoffHeadM }),
          ),
          fact(
            'free-flow',
            'flow',
            freeFlowLMin,
            machine.pump.freeFlowLMin === null ? 'typical' : 'plate',
            pump({ freeFlowLMin }),
          ),
        ]
      : []),
    fact(
      'hose-end',
      'height',
      end,
      plan.hoseEndMm === null && site.standpipeHeightMm === null ? 'typical' : 'measured',
      { ...plan, hoseEndMm: end },
    ),
    fact('port', 'height', port, site.portHeightMm === null ? 'typical' : 'measured', {
      ...plan,
      site: { ...site, portHeightMm: port },
    }),
    fact('hose-bore', 'height', machine.drainHose.boreMm, 'given', null),
    fact('hose-length', 'length', machine.drainHose.lengthM, 'given', null),
  ]
}

function supplyFacts(plan: RunPlan): BandFact[] {
  const { machine, site } = plan
  const ratedLMin = machine.valve.ratedLMin ?? HEALTHY_SUPPLY.ratedLMin.mid
  const supply = (tap: Tap): BandFact => {
    const kpa = site.supplyKpa[tap]
    const usual = HEALTHY_SUPPLY.staticKpa.mid
    const known = { ...plan, site: { ...site, supplyKpa: { ...site.supplyKpa, [tap]: usual } } }
    return fact(`supply-${tap}`, 'pressure', kpa ?? usual, kpa === null ? 'typical' : 'measured', known)
  }
  return [
    fact('rated', 'flow', ratedLMin, machine.valve.ratedLMin === null ? 'typical' : 'plate', {
      ...plan,
      machine: { ...machine, valve: { ...machine.valve, ratedLMin } },
    }),
    ...plan.taps.map(supply),
  ]
}

function tubFacts(plan: RunPlan): BandFact[] {
  const { machine } = plan
  const { assumed, ...tub } = machine.tub
  const usual = machine.fillLevelMm === familyDefaults(machine.family).fillLevelMm
  const start = plan.startFrom ?? 'read'
  return [
    fact('tub', 'level', tub.diameterMm, assumed ? 'typical' : 'measured', {
      ...plan,
      machine: { ...machine, tub },
    }),
    fact(
      'start',
      'level',
      plan.startLevelMm,
      start === 'read' ? 'measured' : start === 'machine' ? 'given' : 'typical',
      {
        ...plan,
        startFrom: 'read',
      },
    ),
    ...(plan.kind === 'fill'
      ? [
          fact(
            'end',
            'level',
            plannedEndMm(plan),
            plan.endLevelMm !== null || !usual ? 'given' : 'typical',
            null,
          ),
        ]
      : []),
  ]
}

/** @param known - The plan with the value known; nothing is gained where it was measured or read. */
function fact(id: FactId, kind: FigureKind, base: number, from: FactFrom, known: RunPlan | null): BandFact {
  return { id, kind, base, from, known: from === 'typical' || from === 'given' ? known : null }
}
