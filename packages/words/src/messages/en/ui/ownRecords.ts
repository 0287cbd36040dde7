/** Runs of machines proven healthy, and what they say of the next. */
export const ownRecords = {
  'ownRecords.ownRecords': 'Own records',
  'ownRecords.usual': 'What is usual',
  'ownRecords.expectedBy': 'Expected by',
  'ownRecords.restsOn':
    '{of, select, machine {This machine and others of its model: } model {Of this model: } other {Of this family, none of this model yet: }}{machines, plural, one {# machine} other {# machines}} proven healthy, {runs, plural, one {# run} other {# runs}}.',
  'ownRecords.without': 'Without: {lo} to {hi}.',
  'ownRecords.see': 'See these records',
  'ownRecords.result':
    'Expected by own records: {machines, plural, one {# machine} other {# machines}}, {runs, plural, one {# run} other {# runs}}. By what is usual {lo} to {hi}, and the run would be {verdict, select, within {as expected} slow {slow} fast {fast} other {undecided}}.',
  'ownRecords.farFromOwn':
    'Not out of the ordinary for its family, but far from your own machines like this one.',
  'ownRecords.what':
    '{uses, select, yes {Runs made after a repair was proven are what the next machine of that make and model is measured by.} other {Switched off: runs are expected by what is usual of a family.}}',
  'ownRecords.none':
    'None yet: they come from fills and drains timed after a repair, in closed visits in which it was proven.',
  'ownRecords.counted':
    '{machines, plural, one {# machine} other {# machines}}, {runs, plural, one {# run} other {# runs}}',
  'ownRecords.far': '{far, plural, one {# far from the others} other {# far from the others}}',
  'ownRecords.all': 'All {lines}',
  'ownRecords.opening': 'Opening the records …',
  'ownRecords.healthyValues': 'A healthy one, by these runs',
  'ownRecords.nothingUsed': 'No run counts now.',
  'ownRecords.onlyTogether': 'Told only together, through the time they make: {values}.',
  'ownRecords.usualOf': 'usual {range}',
  'ownRecords.nextOne':
    '{has, select, yes {expected of the next one, nothing measured on it; by what is usual {usual}} other {Expected of the next one by what is usual: {usual}}}',
  'ownRecords.axis':
    'Time of each run against the others like it. Dashed: where healthy ones lie. Rings: far off, not used.',
  'ownRecords.percent': '{percent} %',
  'ownRecords.strip': '{kind}: how {runs, plural, one {# run} other {# runs}} stand among their peers',
  'ownRecords.runs': 'The runs',
  'ownRecords.runsWhat':
    'One that was not of a healthy machine can be set aside; what is expected is then worked out anew.',
  'ownRecords.run': '{machine}, {kind}',
  'ownRecords.stands':
    '{state, select, aside {set aside by {by}} waiting {not compared} far {far from the others, not used: {percent} % {longer, select, yes {longer} other {shorter}}} other {{percent} % {longer, select, yes {longer} other {shorter}} than the others}}',
  'ownRecords.setAside': 'Set aside',
  'ownRecords.countAgain': 'Count again',
} as const
