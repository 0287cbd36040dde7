/** What a workshop hands out: tables of its records, and what programs may ask. */
export const tables = {
  'interface.title': 'What programs can ask',
  'interface.asFile': 'The same as a file, OpenAPI 3.1',
  'interface.sends': 'Sends',
  'interface.askedWith': 'Asked with',
  'interface.gives': 'Gives',
  'interface.by':
    '{by, select, anyone {anybody} owner {an owner} instrument {an instrument, by its key} token {whoever is signed in, or their token} other {whoever is signed in}}',
  'interface.needed': 'needed',
  'table.take': 'The visit as tables',
  'table.takeSheet': 'The visit as a spreadsheet',
  'table.records': 'Your records',
  'table.all': 'All visits as tables',
  'table.archive': 'Write an archive of the whole workshop',
  'table.archiveSays':
    'All but passwords and sessions, in one file that another computer restores. It is written on the server first, so that a download that was cut off goes on where it was.',
  'table.archiveWriting':
    'Writing the archive: {rows, plural, one {# record} other {# records}}, {megabytes} MB.',
  'table.archiveTake': 'Save the archive, {megabytes} MB',
  'table.archiveIs': 'As of {made}. It is here until {until}.',
  'table.archiveFailed': 'The archive could not be finished. Is there room on the server’s disk? Try again.',
  'table.archiveNew': 'Write a new one',
  'table.allHint': 'Everything of this workshop as CSV, with what each column means, in one zip.',
} as const
