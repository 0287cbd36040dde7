export const learned = {
  'learned.learned': 'What turned out to be true',
  'learned.none':
    'Nothing yet: it comes from closed visits in which the repair was proven, or the old part was looked at.',
  'learned.all': 'How sure, which checks, which chances',
  'learned.inShort':
    'The part suspected first was it in {right} of {n, plural, one {# visit} other {# visits}}.',
  'learned.firstSuspect': 'The first suspect',
  'learned.firstRight':
    'The part suspected first was it in {right} of {n, plural, one {# visit} other {# visits}}; {lo} to {hi} at this count.',
  'learned.rightOf': '{right} of {n}',
  'learned.calibration': 'Were the percentages right?',
  'learned.says':
    '{says, select, as_said {Yes: it was it as often as said, over {n, plural, one {# visit} other {# visits}}.} too_sure {Too sure: it was it less often than said, over {n, plural, one {# visit} other {# visits}}.} too_careful {Too careful: it was it more often than said, over {n, plural, one {# visit} other {# visits}}.} other {Too few visits to tell.}}',
  'learned.said': 'Said',
  'learned.came': 'It was it',
  'learned.range': '{lo}–{hi} %',
  'learned.howToRead': 'Black: how often it was it, with its range. Amber: what was said on the mean.',
  'learned.checks': 'Which checks led there',
  'learned.checksWhat': 'How far each moved the chance of what turned out to be true, on the mean.',
  'learned.gain': '{way, select, down {−} other {+}}{points, plural, one {# point} other {# points}}',
  'learned.worth':
    '{n, plural, one {# time} other {# times}}, {minutes} min; {misled, plural, one {led away once} other {led away # times}}',
  'learned.carryTitle': 'To have in the van',
  'learned.carryWhat': 'What was replaced in the year behind, and what covers four weeks nine times of ten.',
  'learned.went': '{went} in a year',
  'learned.carry': 'carry {n}',
  'learned.chances': 'Chances from these visits',
  'learned.chancesWhat':
    'Counted over {visits, plural, one {# visit} other {# visits}}. {uses, select, yes {Visits opened from now on are weighed with it: a fault becomes at most four times as likely, and no visit opened before changes.} other {All visits are weighed with the usual chances.}}',
  'learned.chancesNone': 'No chance differs from the usual one by as much as would matter.',
  'learned.switch': 'Weigh with it',
  'learned.on': 'Weigh with it',
  'learned.off': 'Usual chances',
  'learned.factor': '{factor}×',
  'learned.counted': 'found {found} times, expected {expected}',
} as const
