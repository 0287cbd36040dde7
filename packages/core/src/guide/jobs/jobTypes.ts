import type { Panel } from '../../machine/access.ts'
import type { FamilyId } from '../../machine/machineSpec.ts'
import type { PartId } from '../../machine/parts.ts'
import type { ActWord } from '../../reason/evidence/seen/acts.ts'
import type { CautionId } from '../../state/cautions.ts'
import type { ActId } from '../../state/gates.ts'
import type { StateField } from '../../state/machineState.ts'

/** What a step wants in the hand. Sizes as they are met, common practice, no published source. */
export const TOOL_IDS = [
  'cross-head',
  'flat-blade',
  'putty-knife',
  'hex-5-16',
  'hex-3-8',
  'hex-1-4',
  'socket-7',
  'socket-10',
  'socket-7-16',
  'socket-1-2',
  'extension',
  't15',
  't20',
  't25',
  'pliers',
  'long-nose',
  'clamp-pliers',
  'hook',
  'spanner-wrench',
  'puller',
  'oil',
  'torch',
  'tray',
  'tape',
  'wood',
  'fine-paper',
  'grease',
  'soap',
  'brush',
  'degreaser',
  'gloves',
  'meter',
  'vacuum',
  'snake',
  'cardboard',
] as const
export type ToolId = (typeof TOOL_IDS)[number]

/** What comes off and is counted. */
export const TAKEN = ['screws', 'bolts', 'clips', 'clamps', 'nuts', 'springs', 'rings', 'pins'] as const
export type TakenWhat = (typeof TAKEN)[number]

/** A drawing of a position, a direction or an order, from its figures. */
export type JobDrawing =
  | { of: 'clock'; marks: readonly { at: number; what: 'mark' | 'holes' | 'spring' | 'outlet' }[] }
  | { of: 'bolts'; count: number; order: readonly number[]; hidden?: number }
  | { of: 'turn'; way: 'clockwise' | 'anticlockwise'; what: 'nut' | 'housing' | 'cap' | 'read' }
  | { of: 'clips'; clips: number; legs: number }
  | { of: 'clamp' }
  | { of: 'seal' }
  | { of: 'belt'; first: 'motor' | 'pump' }

/** What is found differently from machine to machine, and is remembered for it. */
export const BRANCHES = {
  'lower-panel': ['screws', 'clips'],
  console: ['screws', 'clips'],
  'door-lock': ['unscrewed', 'unplugged'],
  'pump-fixing': ['screws', 'tongue', 'bracket'],
  'bellows-band': ['spring', 'screw-clamp'],
  counterweight: ['no', 'yes'],
} as const satisfies Record<string, readonly string[]>
export type BranchId = keyof typeof BRANCHES
/** What was found so far of a machine. */
export type Found = Readonly<Partial<Record<BranchId, string>>>

export interface JobStep {
  /** Names its words too. */
  id: string
  minutes: number
  /** What has to be passed before it is offered. */
  gate?: ActId
  /** How the machine stands once it is done. */
  sets?: readonly (readonly [StateField, string])[]
  caution?: CautionId
  tools?: readonly ToolId[]
  takes?: { what: TakenWhat; count: number }
  /** A picture before it moves. */
  photo?: boolean
  /** A point that decides whether it leaks again, or whether it holds: it is ticked by itself. */
  decides?: true | 'hold'
  drawing?: JobDrawing
  /** Asked here; those steps of others that depend on it follow. */
  branch?: BranchId
  /** Only where this was found; a branch that nobody answered counts as its first option. */
  when?: readonly [BranchId, string]
  /** The old part is in the hand: what it shows is asked. */
  opens?: boolean
  /** With this the act is done. */
  does?: boolean
  /** It may turn out worse than thought: decide again. */
  worse?: boolean
}

/** A job with its own steps; the frame, the ways in and out and the bags going back are put around it. */
export interface Job {
  id: JobId
  part: PartId
  act: ActWord
  steps: readonly JobStep[]
  /** Nothing of the machine is unplugged or opened for it. */
  outside?: boolean
  /** It is another trade's: what the technician may do and say. */
  refers?: boolean
  /** Machines that it is for; without it all that have the part. */
  drum?: 'horizontal' | 'vertical'
  families?: readonly FamilyId[]
  /** What comes off before it, where it is not what usually stands before the part. */
  panel?: Panel
  /** Parts list beside the part itself. */
  parts?: readonly PartId[]
}

export const JOB_IDS = [
  'pump-on-motor',
  'pump-below',
  'pump-rear',
  'pump-lower',
  'pump-front',
  'pump-laid',
  'pump-motor',
  'motor-pump',
  'pump-object',
  'trap-cap',
  'trap-boot',
  'filter-cap',
  'drain-hose',
  'tub-pump-hose',
  'fill-hose',
  'bellows',
  'bellows-holes',
  'tub-seal',
  'rear-seal',
  'shaft-seal',
  'clutch',
  'screens',
  'inlet-valve',
  'valve-hose',
  'flow-meter',
  'level',
  'belt',
  'board',
  'sump-boot',
  'tub-seam',
  'flap-valve',
  'dispenser',
  'lid-switch',
  'wiring',
  'frame-leak',
  'coupler',
  'recirculation',
  'drawer-tube',
  'cover-seal',
  'gearcase-oil',
  'crossed',
  'tap',
  'standpipe',
  'house-drain',
  'suds',
  'spill',
] as const
export type JobId = (typeof JOB_IDS)[number]
