/** Ids of checks and faults that a visit file may name. A contract: add, never rename. */
export const FAULT_IDS = [
  'none', 'tap.part-shut', 'supply.low-pressure', 'fill-hose.kinked', 'fill-hose.leak', 'inlet-screen.clogged',
  'inlet-valve.restricted', 'inlet-valve.dead-coil', 'inlet-valve.stuck-open', 'inlet-valve.seeping',
  'inlet-valve.body-leak', 'valve-hose.leak', 'flow-meter.fouled', 'dispenser.overflow', 'level-hose.off',
  'level-hose.holed', 'level-hose.blocked', 'level-hose.water-inside', 'air-dome.clogged',
  'level-switch.contacts-fused', 'level-switch.drift', 'level-switch.dead', 'bellows.leak',
  'bellows.drain-holes-blocked', 'bellows.misaligned', 'tub-seam.leak', 'tub-seal.leak', 'shaft-seal.leak',
  'sump-boot.leak', 'suds.lock', 'coin-trap.blocked', 'tub-pump-hose.blocked', 'tub-pump-hose.leak',
  'pump.seal-leak', 'pump.jammed', 'pump.impeller-loose', 'pump.worn', 'pump.winding-open', 'pump.winding-short',
  'pump.thermal-dropout', 'filter-cap.leak', 'flap-valve.failed', 'drain-hose.blocked', 'drain-hose.kinked',
  'drain-hose.leak', 'standpipe.too-high', 'standpipe.siphon', 'spill.condensation', 'spill.opening', 'spill.suds',
  'house-drain.blocked', 'drive-belt.off', 'lid-switch.failed', 'board.no-pump-output', 'board.no-valve-output',
  'board.valve-on', 'wiring.pump-circuit-open',
] as const
export type FaultId = (typeof FAULT_IDS)[number]

export const CHECK_IDS = [
  'complaint', 'leak.phase', 'leak.place', 'leak.amount', 'leak.trail', 'tap.bucket', 'hose-end.bucket',
  'supply.gauge', 'screens.look', 'fill-hose.look', 'plug-out-in-fill', 'valve.coil', 'valve.voltage', 'tap.look',
  'water-when-off', 'machine.starts', 'dispenser.look', 'stream.look', 'bearing.noise', 'door-opening-spill',
  'meter.look', 'drain-hose.look', 'standpipe.height', 'standpipe.backs-up', 'drain.lift-stop', 'drain.caught-back',
  'leak.catch', 'leak.stop-level', 'hose-off-at-pump', 'trap.look', 'tub-hose.squeeze', 'impeller.feel',
  'pump.sound', 'pump.winding', 'pump.voltage', 'board.pump-pin', 'pump.runs-for', 'level-hose.look',
  'level-switch.blow', 'air-dome.look', 'ruler-vs-indicated', 'suds.seen', 'weep-holes', 'centre-post',
  'bellows.look', 'filter-cap.look', 'belt.look', 'tub.spins', 'lid-switch.continuity',
] as const

export const PART_IDS = [
  'tap', 'fill-hose', 'inlet-screen', 'inlet-valve', 'valve-hose', 'flow-meter', 'dispenser', 'tub', 'tub-seam',
  'bellows', 'tub-seal', 'shaft-seal', 'air-dome', 'level-hose', 'level-switch', 'sump-boot', 'coin-trap',
  'tub-pump-hose', 'pump', 'filter-cap', 'flap-valve', 'inner-drain-hose', 'outer-drain-hose', 'standpipe',
  'house-drain', 'drive-belt', 'lid-switch', 'board', 'wiring',
] as const
