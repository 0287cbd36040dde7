/** What is left to come back to. */
export const follow = {
  'follow.followUps': 'To come back to',
  'follow.due': 'Due to come back to',
  'follow.kind':
    '{kind, select, weep {Weep to look at again} part {Part to arrive} trial {Trial part to judge} hoses {Fill hoses to look at} other {Customer to call}}',
  'follow.add': 'Add what to come back to',
  'follow.what': 'What',
  'follow.when': 'When',
  'follow.in': '{days, plural, one {tomorrow} other {in # days}}',
  'follow.note': 'Note',
  'follow.done': 'Done',
  'follow.doneBy': 'done {date}, {by}',
  'follow.remind': 'Reminded',
  'follow.told': '{n, plural, one {reminded once} other {reminded # times}}',
  'follow.takeBack': 'Take back: {what}',
  'follow.calendar': 'Calendar',
  'follow.calendarSays':
    'Open visits and what you have to come back to, in the calendar of your phone. Whoever has the address reads them: a new one ends the old.',
  'follow.makeAddress': 'Make the address',
  'follow.address': 'The address, shown once',
  'follow.endAddress': 'End it',
  'follow.file': 'As a file',
} as const
