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
  'table.archive': 'The whole workshop as an archive',
  'table.allHint': 'Everything of this workshop as CSV, with what each column means, in one zip.',
} as const
