/** The page for the customer. */
export const report = {
  'report.report': 'Report',
  'report.headline':
    '{outcome, select, proven {{kind, select, fill {Your washer fills as it should.} drain {Your washer empties as it should.} hold {Your washer holds its water.} other {Your washer works as it should.}}} failed {Your washer is not cured yet.} open {Your washer was repaired. It is not proven yet.} other {What was found at your washer}}',
  'report.took':
    '{kind, select, fill {It took {before} to fill. Now it takes {after}} other {It took {before} to empty. Now it takes {after}}}{sound, select, none {.} other {; a sound machine of its size takes {lo} to {hi}.}}',
  'report.nothingCame':
    '{kind, select, fill {Next to no water came in. Now it fills in {after}} other {It did not empty. Now it takes {after}}}{sound, select, none {.} other {; a sound machine of its size takes {lo} to {hi}.}}',
  'report.holds': 'It lost {before} an hour. Now the level stays.',
  'report.watchedDry': 'Watched {phases}: nothing leaked.',
  'report.didNotPass': 'Did not pass: {points}.',
  'report.phase':
    '{phase, select, idle_taps_on {standing idle with the taps on} fill {filling} hold {holding} wash_motion {turning} drain {emptying} other {spinning}}',
  'report.asFast': 'as fast as before',
  'report.range': '{lo} to {hi}',
  'report.whatWasWrong': 'What was wrong',
  'report.likely': '{fault}, most likely ({percent}).',
  'report.howWeKnow': 'How we know',
  'report.endedByIt': 'Once this was done, the machine ran as a sound one does.',
  'report.whatWasDone': 'What was done',
  'report.nothingDone': 'Nothing was repaired in this visit.',
  'report.cost': 'What it costs',
  'report.leftOut': 'Left out',
  'report.leftOutPoint': '{point}: {reason} ({name}).',
  'report.notYet': 'Not looked at yet: {points}.',
  'report.pleaseWatch': 'Please watch',
  'report.watchFloor':
    'The floor and the first cycles. Water, a fault on the display or a strange sound: call us.',
  'report.watchHoses':
    'The fill hoses once or twice a year; bulging, rust at the fittings or drops: shut the taps and call.',
  'report.record':
    '{runs, plural, one {# run} other {# runs}}, {looks, plural, one {# look} other {# looks}}, in the record of the workshop.',
  'report.received': 'received',
  'report.print': 'Print',
  'report.printHint': 'or keep it as a PDF',
} as const
