import type { FaultId } from '../../src/reason/catalogue/faultCard.ts'

/** How a fault shows itself in this study's town, written apart from what the diagnosis believes: what people call for, what a look finds. */
export interface Signs {
  /** How many of a thousand calls. */
  calls: number
  /** What the customer may say, each with its weight. */
  says: Readonly<Record<string, number>>
  /** Looks that find it: outcome and how often it is found. */
  looks?: Readonly<Record<string, readonly [outcome: string, found: number]>>
  /** Readings: of a winding or coil, volts and the like. */
  reads?: Readonly<Record<string, 'open' | 'short' | 'dead' | 'low' | 'soon' | 'deep' | 'high'>>
  fill?: 'slow-side' | 'slow-house' | 'none' | 'over' | 'meter' | 'loses'
  drain?: 'none' | 'weak' | 'tight' | 'stops' | 'foam' | 'backs-up' | 'high' | 'runs-back'
  hold?: 'seeps' | 'siphons' | 'decays'
  front?: boolean
  top?: boolean
  electric?: boolean
}

const slow = { 'slow-fill': 6, 'fault-no-water': 3, 'not-filling': 1 }
const dry = { 'not-draining': 7, 'fault-long-drain': 3 }
const weak = { 'slow-drain': 6, 'fault-long-drain': 3, 'not-draining': 1, 'wet-laundry': 1 }
const much = { overfilling: 7, 'fault-overfill': 3 }

/** Faults that are no leaks; those are drawn with the leak test. */
export const SIGNS: Readonly<Partial<Record<FaultId, Signs>>> = {
  'tap.part-shut': { calls: 18, says: slow, fill: 'slow-side', looks: { 'tap.look': ['part-shut', 0.93] } },
  'supply.low-pressure': { calls: 14, says: slow, fill: 'slow-house' },
  'fill-hose.kinked': {
    calls: 15,
    says: slow,
    fill: 'slow-side',
    looks: { 'fill-hose.look': ['kinked', 0.88] },
  },
  'inlet-screen.clogged': {
    calls: 50,
    says: slow,
    fill: 'slow-side',
    looks: { 'screens.look': ['grit', 0.95] },
  },
  'inlet-valve.restricted': { calls: 22, says: slow, fill: 'slow-side' },
  'inlet-valve.dead-coil': {
    calls: 16,
    says: { 'not-filling': 7, 'fault-no-water': 3 },
    fill: 'none',
    reads: { 'valve.coil': 'open' },
  },
  'inlet-valve.stuck-open': {
    calls: 12,
    says: { overfilling: 6, 'fills-when-off': 4 },
    fill: 'over',
    hold: 'seeps',
    looks: { 'plug-out-in-fill': ['flow-continues', 0.97], 'water-when-off': ['yes', 0.93] },
  },
  'inlet-valve.seeping': {
    calls: 12,
    says: { 'fills-when-off': 8, overfilling: 1 },
    hold: 'seeps',
    looks: { 'water-when-off': ['yes', 0.92] },
  },
  'fill-hose.crossed': {
    calls: 7,
    says: { routine: 3, smell: 1 },
    looks: { 'fill.temperature': ['swapped', 0.95] },
  },
  'flow-meter.fouled': {
    calls: 16,
    says: { 'fault-no-water': 7, 'not-filling': 2 },
    fill: 'meter',
    looks: { 'meter.look': ['fouled', 0.9] },
  },
  'level-hose.off': {
    calls: 10,
    says: much,
    fill: 'over',
    looks: { 'level-hose.look': ['off', 0.95], 'plug-out-in-fill': ['flow-stops', 0.97] },
    reads: { 'ruler-vs-indicated': 'high' },
  },
  'level-hose.holed': {
    calls: 12,
    says: much,
    fill: 'over',
    hold: 'decays',
    looks: { 'level-hose.look': ['holed', 0.8], 'plug-out-in-fill': ['flow-stops', 0.97] },
  },
  'level-hose.blocked': {
    calls: 8,
    says: { ...much, 'not-filling': 2 },
    fill: 'over',
    looks: { 'level-hose.look': ['kinked', 0.75], 'plug-out-in-fill': ['flow-stops', 0.97] },
  },
  'level-hose.water-inside': {
    calls: 8,
    says: much,
    fill: 'over',
    looks: { 'level-hose.look': ['water-inside', 0.85], 'plug-out-in-fill': ['flow-stops', 0.97] },
    reads: { 'ruler-vs-indicated': 'deep' },
  },
  'air-dome.clogged': {
    calls: 12,
    says: much,
    fill: 'over',
    looks: { 'air-dome.look': ['clogged', 0.9], 'plug-out-in-fill': ['flow-stops', 0.97] },
  },
  'level-switch.contacts-fused': {
    calls: 9,
    says: much,
    fill: 'over',
    looks: { 'level-switch.blow': ['stays-closed', 0.95], 'plug-out-in-fill': ['flow-stops', 0.97] },
  },
  'level-switch.dead': {
    calls: 8,
    says: { 'not-filling': 6, 'does-not-start': 2 },
    fill: 'none',
    looks: { 'level-switch.blow': ['open-when-empty', 0.85] },
  },
  'board.valve-on': {
    calls: 6,
    says: much,
    fill: 'over',
    looks: { 'plug-out-in-fill': ['flow-stops', 0.97] },
  },
  'board.no-valve-output': {
    calls: 8,
    says: { 'not-filling': 8, 'fault-no-water': 3 },
    fill: 'none',
    reads: { 'valve.voltage': 'dead' },
  },
  'suds.lock': {
    calls: 16,
    says: { 'slow-drain': 4, suds: 4, 'fault-long-drain': 3 },
    drain: 'foam',
    looks: { 'suds.seen': ['full', 0.88], 'stream.look': ['foamy', 0.8] },
  },
  'coin-trap.blocked': {
    calls: 75,
    says: weak,
    drain: 'tight',
    front: true,
    looks: { 'trap.look': ['debris', 0.97], 'stream.look': ['weak', 0.8] },
  },
  'tub-pump-hose.blocked': {
    calls: 28,
    says: weak,
    drain: 'tight',
    looks: { 'tub-hose.squeeze': ['object-felt', 0.88], 'stream.look': ['weak', 0.8] },
  },
  'drain-hose.blocked': {
    calls: 30,
    says: weak,
    drain: 'tight',
    looks: { 'stream.look': ['weak', 0.8], 'drain-hose.flow-through': ['poor', 0.9] },
  },
  'drain-hose.kinked': {
    calls: 22,
    says: weak,
    drain: 'tight',
    looks: { 'drain-hose.look': ['kinked', 0.88], 'stream.look': ['weak', 0.8] },
  },
  'standpipe.too-high': { calls: 8, says: weak, drain: 'high', looks: { 'stream.look': ['weak', 0.7] } },
  'flap-valve.failed': { calls: 9, says: { smell: 2, routine: 1, 'slow-drain': 1 }, drain: 'runs-back' },
  'pump.jammed': {
    calls: 50,
    says: { ...dry, noisy: 2 },
    drain: 'none',
    looks: {
      'pump.sound': ['buzz-in-bursts', 0.7],
      'impeller.feel': ['jammed', 0.95],
      'stream.look': ['none', 0.95],
      'pump.ports-look': ['object-in-impeller', 0.8],
    },
  },
  'pump.impeller-loose': {
    calls: 24,
    says: { ...dry, 'slow-drain': 3 },
    drain: 'weak',
    looks: { 'impeller.feel': ['free', 0.93], 'pump.sound': ['runs', 0.7], 'stream.look': ['weak', 0.7] },
  },
  'pump.worn': {
    calls: 42,
    says: weak,
    drain: 'weak',
    looks: { 'stream.look': ['weak', 0.8], 'pump.sound': ['runs-with-rattle', 0.35] },
  },
  'pump.winding-open': {
    calls: 26,
    says: dry,
    drain: 'none',
    electric: true,
    looks: { 'pump.sound': ['silent', 0.96], 'stream.look': ['none', 0.96] },
    reads: { 'pump.winding': 'open' },
  },
  'pump.winding-short': {
    calls: 12,
    says: { ...dry, 'trips-breaker': 4 },
    drain: 'none',
    electric: true,
    looks: { 'pump.sound': ['hum', 0.6], 'stream.look': ['none', 0.85] },
    reads: { 'pump.winding': 'short' },
  },
  'pump.thermal-dropout': {
    calls: 18,
    says: { ...dry, 'slow-drain': 2 },
    drain: 'stops',
    electric: true,
    looks: { 'stream.look': ['stops', 0.85] },
    reads: { 'pump.runs-for': 'soon' },
  },
  'board.no-pump-output': {
    calls: 12,
    says: dry,
    drain: 'none',
    electric: true,
    looks: { 'pump.sound': ['silent', 0.96], 'stream.look': ['none', 0.96] },
    reads: { 'pump.voltage': 'dead', 'board.pump-pin': 'dead' },
  },
  'wiring.pump-circuit-open': {
    calls: 11,
    says: dry,
    drain: 'none',
    electric: true,
    looks: { 'pump.sound': ['silent', 0.96], 'stream.look': ['none', 0.96] },
    reads: { 'pump.voltage': 'dead' },
  },
  'drive-belt.off': {
    calls: 32,
    says: { 'wet-laundry': 8, noisy: 1 },
    looks: { 'belt.look': ['off', 0.9], 'tub.spins': ['no', 0.93], 'motor.heard': ['runs', 0.95] },
  },
  'drive-coupler.broken': {
    calls: 14,
    says: { 'wet-laundry': 8, noisy: 2 },
    top: true,
    looks: { 'belt.look': ['not-fitted', 0.8], 'tub.spins': ['no', 0.93], 'motor.heard': ['runs', 0.95] },
  },
  'clutch.slipping': {
    calls: 12,
    says: { 'wet-laundry': 8 },
    top: true,
    looks: { 'tub.spins': ['slow', 0.9], 'clutch.feel': ['slips', 0.9] },
  },
  'lid-switch.failed': {
    calls: 30,
    says: { 'does-not-start': 4, 'wet-laundry': 4, 'not-draining': 2 },
    looks: {
      'lid-switch.continuity': ['stays-open', 0.97],
      'tub.spins': ['no', 0.9],
      'motor.heard': ['silent', 0.85],
      'machine.starts': ['no', 0.5],
    },
  },
  'wiring.leak-to-frame': { calls: 10, says: { 'trips-breaker': 9 }, reads: { insulation: 'low' } },
}

/** What each look shows where nothing is wrong with it. */
export const AS_IT_SHOULD: Readonly<Record<string, string>> = {
  'tap.look': 'open',
  'fill-hose.look': 'good',
  'screens.look': 'clean',
  'plug-out-in-fill': 'flow-stops',
  'water-when-off': 'no',
  'machine.starts': 'yes',
  'stream.look': 'strong',
  'meter.look': 'clean',
  'drain-hose.look': 'good',
  'trap.look': 'clean',
  'tub-hose.squeeze': 'soft',
  'impeller.feel': 'detents',
  'pump.sound': 'runs',
  'level-hose.look': 'good',
  'level-switch.blow': 'switches',
  'air-dome.look': 'clear',
  'suds.seen': 'none',
  'belt.look': 'on',
  'tub.spins': 'yes',
  'lid-switch.continuity': 'closes',
  'pump.ports-look': 'clear',
  'drain-hose.flow-through': 'free',
  'motor.heard': 'runs',
  'clutch.feel': 'stiff',
  'fill.temperature': 'as-called',
}
/** What a look shows wrongly now and then, where nothing is wrong. */
export const MISTAKEN: Readonly<Record<string, string>> = {
  'tap.look': 'part-shut',
  'screens.look': 'grit',
  'stream.look': 'weak',
  'trap.look': 'debris',
  'pump.sound': 'runs-with-rattle',
  'impeller.feel': 'rough',
  'suds.seen': 'some',
  'drain-hose.look': 'kinked',
  'tub.spins': 'slow',
}
