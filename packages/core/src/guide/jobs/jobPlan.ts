import { PART_IDS } from '../../catalogue/catalogueIds.ts'
import { PANEL_MIN, type Panel, panelOf } from '../../machine/access.ts'
import type { MachineSpec } from '../../machine/machineSpec.ts'
import { type PartId, partsOf } from '../../machine/parts.ts'
import { ACT_WORDS, type ActWord } from '../../reason/evidence/seen/acts.ts'
import type { Said } from '../../state/entries.ts'
import { type ActId, type Gate, gateOf } from '../../state/gates.ts'
import type { MachineState, StateField } from '../../state/machineState.ts'
import { WORKING_TOPIC } from '../../state/topics.ts'
import { jobOf } from './jobs.ts'
import { BRANCHES, type BranchId, type Found, JOB_IDS, type JobId, type JobStep } from './jobTypes.ts'
import { FRAME, wayIn } from './ways.ts'

/** Where in a job a step stands. */
export type StepSection = 'frame' | 'way' | 'work' | 'end'
export interface PlannedStep extends JobStep {
  section: StepSection
  /** Bag that what comes off goes into; null = nothing does. */
  bag: string | null
  /** With it the job is closed up: nothing may be left over. */
  closesUp: boolean
}

const CLOSES_UP = ['end.close', 'end.stand', 'end.prove'] as const
const LETTERS = 'ABCDEFGHIJKLMNOP'

/** What comes off before a job in a machine; null = nothing. */
export function panelFor(job: JobId, machine: MachineSpec): Panel | null {
  const { panel, outside, part } = jobOf(job)
  if (panel || outside) return panel ?? null
  const parts = partsOf(machine)
  // A part that only some machines have is at the pump.
  const access = (parts.find(({ id }) => id === part) ?? parts.find(({ id }) => id === 'pump'))?.access
  return access ? panelOf(access.by) : null
}

/** Every step of a job in a machine, in order: made safe, the way in, the work, and closed up after it was proved. */
export function jobSteps(id: JobId, machine: MachineSpec, found: Found = {}): PlannedStep[] {
  const job = jobOf(id)
  const panel = panelFor(id, machine)
  const work = job.steps.filter(({ when }) => when === undefined || foundOf(found, when[0]) === when[1])
  const tipped = panel === 'below' || work.some(({ sets }) => sets?.some(([field]) => field === 'tilt'))
  const gated = panel !== null || work.some(({ gate }) => gate !== undefined && gate !== 'open-door')
  const frame = gated ? FRAME.filter(({ id: step }) => step !== 'frame.water' || !job.outside) : []
  const end: JobStep[] = [
    ...(tipped
      ? [{ id: 'end.stand', minutes: PANEL_MIN.below.on, sets: [['tilt', 'upright']] as const }]
      : []),
    ...(job.refers ? [] : [{ id: 'end.prove', minutes: 0 }]),
    ...(panel && panel !== 'below'
      ? [
          {
            id: 'end.close',
            minutes: PANEL_MIN[panel].on,
            sets: [
              ['panels', 'closed'],
              ['hose-end', 'standpipe'],
            ] as const,
          },
        ]
      : []),
  ]
  const sections: [StepSection, readonly JobStep[]][] = [
    ['frame', frame],
    ['way', panel ? wayIn(panel) : []],
    ['work', work],
    ['end', end],
  ]
  // Where nothing is put back on, a tipped machine is closed up before it stands, and the rest before it is proved.
  const last = CLOSES_UP.find((step) => end.some(({ id: own }) => own === step))
  let bags = 0
  return sections.flatMap(([section, steps]) =>
    steps.map((step) => ({
      ...step,
      section,
      bag: step.takes ? (LETTERS[bags++] ?? null) : null,
      closesUp: step.id === last,
    })),
  )
}

/** Minutes of a job in a machine, its proof not counted. */
export function jobMinutes(id: JobId, machine: MachineSpec, found: Found = {}): number {
  return jobSteps(id, machine, found).reduce((sum, { minutes }) => sum + minutes, 0)
}

/** What was found of a branch, else the one met most. */
export const foundOf = (found: Found, branch: BranchId): string => found[branch] ?? BRANCHES[branch][0]

export const SHOWED = ['as-thought', 'sound', 'other'] as const
export type Showed = (typeof SHOWED)[number]

const topic = (kind: 'job' | 'decides' | 'off' | 'back', job: JobId, step: string) => `${kind}:${job}:${step}`
export const stepTopic = topic

/** What is in a bag. */
export interface Bag {
  letter: string
  step: PlannedStep
  off: number
  back: number
}
/** A step as it stands. */
export interface StepNow {
  step: PlannedStep
  done: boolean
  /** Its deciding point is ticked; true where it has none. */
  decided: boolean
  /** What has to be brought about before it may be done; open = nothing. */
  gate: Gate | null
}
export interface JobNow {
  steps: StepNow[]
  /** Number of the first step that is not done; the number of steps = all are. */
  at: number
  bags: Bag[]
  /** Of what came off, how much is not back. */
  left: number
  minutes: number
  minutesLeft: number
}

/**
 * How a job stands: what is done, what comes next, and what stands in its way. A gate that a step passed goes on to hold for those after it: a machine
 * that was plugged in again is not worked in.
 * @param nowMs - Now, ms since 1970: a pump cools.
 */
export function jobNow(
  id: JobId,
  machine: MachineSpec,
  state: MachineState,
  said: ReadonlyMap<string, Said>,
  found: Found,
  nowMs: number,
): JobNow {
  const planned = jobSteps(id, machine, found)
  const value = (kind: 'job' | 'decides' | 'off' | 'back', step: string) =>
    said.get(topic(kind, id, step))?.latest.value ?? null
  const gates = new Set<ActId>()
  // Once it was worked in, making it safe lies behind: it is plugged in again to be proved, and whatever is still to be done inside is gated.
  const begun = planned.some(({ section, id: step }) => section !== 'frame' && value('job', step) === true)
  const steps = planned.map((step): StepNow => {
    if (step.gate) gates.add(step.gate)
    const done =
      value('job', step.id) === true || (step.section === 'frame' && (begun || isSo(state, machine, step)))
    return {
      step,
      done,
      decided: !step.decides || value('decides', step.id) === true,
      gate:
        step.section === 'end' || gates.size === 0 ? null : together([...gates], machine, state, nowMs, step),
    }
  })
  const bags = planned.flatMap((step): Bag[] => {
    if (!step.takes || step.bag === null || value('job', step.id) !== true) return []
    const off = value('off', step.id)
    const back = value('back', step.id)
    return [
      {
        letter: step.bag,
        step,
        off: typeof off === 'number' ? off : step.takes.count,
        back: typeof back === 'number' ? back : 0,
      },
    ]
  })
  const first = steps.findIndex(({ done }) => !done)
  const sum = (some: readonly StepNow[]) => some.reduce((total, { step }) => total + step.minutes, 0)
  return {
    steps,
    at: first < 0 ? steps.length : first,
    bags,
    left: bags.reduce((total, { off, back }) => total + Math.max(0, off - back), 0),
    minutes: sum(steps),
    minutesLeft: sum(steps.filter(({ done }) => !done)),
  }
}

/** Whether a step may be ticked: nothing stands in its way, its deciding point is ticked, and before closing up nothing is left over. */
export const mayBeDone = ({ step, gate, decided }: StepNow, { left }: Pick<JobNow, 'left'>): boolean =>
  (gate === null || gate.open) && decided && (!step.closesUp || left === 0)

function together(
  acts: readonly ActId[],
  machine: MachineSpec,
  state: MachineState,
  nowMs: number,
  step: PlannedStep,
): Gate {
  const all = acts.map((act) => gateOf(act, machine, state, nowMs))
  const blocks = all.flatMap((gate) => gate.blocks)
  const own = all.find(({ act }) => act === step.gate) ?? (all.at(-1) as Gate)
  return {
    act: own.act,
    open: blocks.length === 0,
    blocks: blocks.filter(
      (block, n) =>
        blocks.findIndex(({ field, why }) => field === block.field && why.id === block.why.id) === n,
    ),
    cautions: step.gate ? own.cautions : [],
  }
}

/** Whether the machine stands as a step would leave it. */
function isSo(state: MachineState, machine: MachineSpec, { sets }: JobStep): boolean {
  const is = (field: StateField, value: string): boolean => {
    if (field === 'mains') return state.mains === value
    if (field === 'tap-cold' || field === 'tap-hot') {
      const tap = field === 'tap-cold' ? 'cold' : 'hot'
      return !machine.valve.taps.includes(tap) || state.taps[tap] === value
    }
    if (field === 'water') return state.water.kind === 'empty'
    return false
  }
  return sets?.every(([field, value]) => is(field, value)) ?? false
}

/** The job that is being worked, and what it is kept as once it is done. */
export interface Working {
  job: JobId
  act: ActWord
  part: PartId
}
/** Work as the value of its entry. */
export const workingValue = ({ job, act, part }: Working): string => `${job} ${act} ${part}`

/** The job that is being worked; null = none. What cannot be read is none. */
export function workingOn(said: ReadonlyMap<string, Said>): Working | null {
  const value = said.get(WORKING_TOPIC)?.latest.value
  const [id, act, part] = typeof value === 'string' ? value.split(' ') : []
  const job = JOB_IDS.find((one) => one === id)
  if (!job) return null
  const usual = jobOf(job)
  return {
    job,
    act: ACT_WORDS.find((word) => word === act) ?? usual.act,
    part: PART_IDS.find((one) => one === part) ?? usual.part,
  }
}

/** Parts that showed, opened, what was thought. */
export const showedAsThought = (said: ReadonlyMap<string, Said>): PartId[] =>
  PART_IDS.filter((part) => showedOf(said, part) === 'as-thought')

/** What the old part showed, as it was said; null = nobody said. */
export function showedOf(said: ReadonlyMap<string, Said>, part: PartId): Showed | null {
  const value = said.get(`showed:${part}`)?.latest.value
  return SHOWED.find((one) => one === value) ?? null
}
