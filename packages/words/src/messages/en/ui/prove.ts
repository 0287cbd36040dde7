/** Proving a repair: the same runs before and after, and the points that have to pass. */
export const prove = {
  'prove.prove': 'Prove',
  'prove.points': 'What proves it',
  'prove.pointsAndDone': 'Points and what was done',
  'prove.pointsOutcome':
    '{outcome, select, proven {Proven} failed {Not cured: a point failed} nothing_done {Nothing was done yet} other {Proved when each has passed}}',
  'prove.nothingDone': 'Nothing was done to this machine yet',
  'prove.nothingDoneSays':
    'Before and after are told apart by what was done. Enter it, then time the same runs again: they are laid over each other here.',
  'prove.enterWhatWasDone': 'Enter what was done',
  'prove.noPair': 'No run on both sides yet',
  'prove.noPairSays':
    'Time a run again that was made before the repair, the same way: same tap, same hose height. What changed then stands here.',
  'prove.beforeAndAfter':
    '{run}{height, select, none {} other {, hose end {height}}}{tap, select, cold {, cold tap} hot {, hot tap} other {}}: before and after',
  'prove.as': 'as fast as before',
  'prove.range': '{lo} to {hi}.',
  'prove.sound': 'A sound machine would come to {lo} to {hi}.',
  'prove.flows': '{after} now, {before} before.',
  'prove.durations': 'Took {before}, takes {after}.',
  'prove.fromNothing': 'where next to nothing came before',
  'prove.loses': 'is what it loses now',
  'prove.rises': 'is what comes in now',
  'prove.says':
    '{says, select, cured {Cured: it runs as a sound machine does.} better {Better, but not yet what a sound machine gives.} same {Nothing changed.} worse {Worse than before.} was_sound {Sound before and after: this run proves nothing.} other {The readings leave it open. Another run each way tells.}}',
  'prove.real':
    'Chance that it is better and not the luck of one run: {chance}, after {before} {before, plural, one {run} other {runs}} before and {after} after.',
  'prove.legend': 'Dashed: before, {before}. Line: after, {after}. Hatched: expected.',
  'prove.chart': 'The run before and after, level over time',
  'prove.otherRatio': '{ratio} × as fast, {lo} to {hi}',
  'prove.point.insulation': 'Live parts to the frame, over 2 MΩ',
  'prove.point.earth': 'Plug’s earth to the frame, under 1 Ω',
  'prove.point.prime': 'Primed with {litres} before the pump turns',
  'prove.point.run-fill': 'Fill: as a sound machine',
  'prove.point.run-hold': 'Hold: the level stays',
  'prove.point.run-drain': 'Drain: as a sound machine',
  'prove.point.dry':
    'Dry {phase, select, idle_taps_on {standing idle, taps on} fill {while filling} hold {while holding} wash_motion {while it turns} drain {while draining} other {while spinning}}',
  'prove.point.past-trip': 'Runs past {time}, when it used to stop',
  'prove.point.cycle': 'Closed, on cardboard, one cycle',
  'prove.pointState': '{state, select, passed {passed} failed {failed} waived {waived} other {open}}',
  'prove.waivedBy': 'Waived by {name}: {reason}',
  'prove.waive': 'Waive',
  'prove.waivePoint': 'Waive: {point}',
  'prove.waiveHint': 'by name, with a reason',
  'prove.waiveWhy': 'It stands in the record under your name.',
  'prove.reason': 'Why it is left out',
  'prove.takeBack': 'Take back',
  'prove.snugged': 'Snugged evenly',
  'prove.snuggedHint': 'dried: watch it again',
  'prove.backToWeighing': 'Not cured',
  'prove.backToWeighingHint': 'back to weighing',
  'prove.next':
    '{point, select, insulation {Measure} earth {Measure} prime {Enter the water} run_fill {Time the fill} run_hold {Time the hold} run_drain {Time the drain} past_trip {Time it} cycle {Run a cycle} other {Watch it}}',
  'prove.nextMinutes': '{minutes} min',
  'prove.line':
    'Repair: {outcome, select, proven {proven} failed {not cured, a point failed} other {not proven yet, {open, plural, one {# point} other {# points}} open}}.',
  'prove.closedUnproven': 'Left unproven: ask the customer to watch the floor and the first cycles.',
} as const
