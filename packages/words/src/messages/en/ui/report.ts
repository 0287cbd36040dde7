/** The page for the customer. */
export const report = {
  'report.report': 'Report',
  'report.workingOut': 'Working out the runs…',
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
  'report.oldPartShowed': 'The old part showed it when it was opened.',
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
  'report.printHint': 'on paper',
  'report.legend': 'Dashed: before. Line: after. Hatched: as expected of a sound machine.',
  'report.asPdf': 'As a PDF',
  'report.notToldApart': 'Not told apart yet; first of all {fault} ({percent}).',
  'report.share': 'Share',
  'report.shareHint': 'a link for the customer',
  'report.shareTitle': 'A link to this page',
  'report.shareSays':
    'Whoever has the link reads the page and its PDF, in this language and these units, until it ends or is taken back.',
  'report.days': 'It stands for',
  'report.daysOf': '{days, plural, one {# day} other {# days}}',
  'report.makeLink': 'Make the link',
  'report.linkIs': 'The link, shown once',
  'report.standing': 'Links that stand',
  'report.until': 'until {date}',
  'report.takeBack': 'Take back',
  'report.pdfHint': 'made by the server',
  'report.fileAway': 'It is made by the server, which is not reached now. The page can be printed.',
} as const
