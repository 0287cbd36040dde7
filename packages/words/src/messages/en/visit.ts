/** What runs and looks of a visit say together. */
export const visit = {
  'cause.none': 'nothing wrong with the inlet',
  'cause.supply.low-pressure': 'low supply pressure',
  'cause.tap.part-shut': 'the tap partly shut',
  'cause.fill-hose.kinked': 'the fill hose kinked',
  'cause.inlet-screen.clogged': 'the inlet screen clogged',
  'cause.inlet-valve.restricted': 'the inlet valve restricted',
  'cause.standpipe.siphon': 'water leaving by the drain hose while it fills',

  'visit.next':
    'Next: {measure, select, tap_bucket {a timed bucket at the tap, hose off} hose_end_bucket {a timed bucket at the hose end} other_tap {a fill through the other tap alone} gauge {a gauge on the tap} throttled_fill {a fill with the tap throttled to 1.4 times the machine’s flow into a bucket} other {a look at the screen: taps off first}} ({minutes} min).',
  'visit.fill.clean-first':
    'The {tap, select, hot {hot} other {cold}} screen is dirty: clean it, then time the {tap, select, hot {hot} other {cold}} fill again.',
  'visit.fill.none': 'The {tap, select, hot {hot} other {cold}} inlet gives what it should.',
  'visit.fill.screen-or-valve':
    'The {tap, select, hot {hot} other {cold}} inlet loses its flow in the machine: screen or valve, which flow alone cannot tell apart.',
  'visit.fill.undecided': 'The {tap, select, hot {hot} other {cold}} inlet still allows {allowed}.',
  'visit.fill.undecided-ruled-out':
    'The {tap, select, hot {hot} other {cold}} inlet still allows {allowed}; ruled out: {ruledOut}.',
  'visit.fill.siphon':
    'Water leaves while it fills on the {tap, select, hot {hot} other {cold}} side ({percent} %): lift the drain hose end above the rim and fill again.',
  'visit.fill.cause': 'On the {tap, select, hot {hot} other {cold}} side it is {cause} ({percent} %).',

  'visit.meter.siphons': 'The meter shows {percent} % of what stays in the tub: the rest leaves by the hose.',
  'visit.meter.low':
    'The meter shows {percent} % of what the level shows: clean the flow meter, then fill again.',
  'visit.meter.high':
    'The meter shows {percent} % of what stays in the tub: water goes elsewhere (leak, siphon, laundry) or the tub size is wrong; not the meter first.',

  'visit.hold.tight': 'The tub holds: {holds, plural, one {# hold} other {# holds}} without a loss.',
  'visit.hold.leak': 'It leaks: every hold lost about {loss}, also with the hose end lifted.',
  'visit.hold.soaking':
    'The laundry was soaking: the second hold lost much less than the first. No leak seen.',
  'visit.hold.siphon':
    'It siphons: the loss of {loss} stops when the hose end is lifted. Give the hose its high loop, and air where it enters the standpipe.',
  'visit.hold.seep-in':
    'Water comes in with the valve closed: {loss}. Close the tap: if it stops, the inlet valve seeps.',
  'visit.hold.tube-leak':
    'The indicated level fell and the water did not: the pressure hose or its dome leaks air. The tub is tight.',
  'visit.hold.undecided':
    'Not told apart yet: {likely}. {next, select, again {Hold again from the same level.} longer {Repeat for longer, with cold water.} other {Hold once more with the hose end lifted high.}}',
  'visit.hold.likely':
    '{cause, select, tight {tight} leak {a leak} soaking {soaking laundry} siphon {a siphon} other {a seeping valve}} {percent} %',
  'visit.leak-height':
    'The leak lies between {from} and {to} by {by, select, stop_level {the level at which the drip stopped} catches {the catches at several levels} other {the curve of the hold}}.',
  'visit.leak-height-laws':
    'The leak lies between {from} and {to} by {by, select, stop_level {the level at which the drip stopped} catches {the catches at several levels} other {the curve of the hold}} (as a hole {orifice}, as a seep {seepage}).',

  'visit.drain.pump-weak': 'The pump is weak: it lifts {head}; the path is as it should be.',
  'visit.drain.path-restricted':
    'The path is restricted, {times} times its clean resistance; the pump lifts what it should.',
  'visit.drain.both':
    'Pump and path are both off: the pump lifts {head}, the path has {times} times its clean resistance.',
  'visit.drain.nominal': 'Pump and path cannot be told from healthy ones.',
  'visit.drain.nominal-one': 'The last drain is what a healthy pump on a clear path gives.',
  'visit.drain.undecided':
    'Pump weak or path restricted: undecided. {next, select, lift {The lift test tells (2 min): raise the running hose end until the stream just stops.} other {Drain again with the hose end at a second height.}}',
  'visit.drain.head': '{value} ({lo} to {hi}) of {nominal}',
  'visit.drain.left-out':
    'One drain ({flow}) does not fit the others and is left out. Was something done before it? Then enter that.',
  'visit.standpipe':
    'The hose end at {height} leaves a sound pump only {percent} % of its flow at the usual height: the standpipe is too high.',
  'visit.odd-fill':
    'One {tap, select, hot {hot} other {cold}} fill, at {percent} % of what the rest shows, does not fit it and is left out. Was something done before it? Then enter that.',
  'visit.trouble.foam': 'Foam in the water: rinse it out and drain again before pump or path is judged.',
  'visit.trouble.backs-up':
    'The standpipe backs up: the house drain comes first, no part of the machine mends that.',
  'visit.trouble.unsteady': 'The drain was not steady: look for foam or air before pump or path is judged.',
  'visit.trouble.slowing':
    'The drain slowed as it went on: watch the standpipe for water backing up before pump or path is judged.',
  'visit.trouble.stops':
    'The drain stopped with water left: what stopped it comes before pump or path is judged.',

  'visit.pump.fails-under-load':
    'The pump fails under load: it stops{timed, select, yes { after {after}} other {}} with its voltage still there, whatever its ohms say. Replace it, and time the drain again.',
  'visit.pump.stops-unfed':
    'The pump stops{timed, select, yes { after {after}} other {}} and no voltage reaches it: lid or door switch, wiring, board, in this order.',
  'visit.pump.stops':
    'The pump stops{timed, select, yes { after {after}} other {}}: measure the voltage at the pump while it is told to drain. There, it fails under load; gone, something switches it off.',
  'visit.pump.jammed':
    'The pump is jammed, not bad: clear what holds the impeller, then time the drain again.',
  'visit.pump.likely-jammed':
    'The pump buzzes and does not turn: most likely an object holds it. Feel the impeller, clear it, time the drain again.',

  'visit.run-back.disagree':
    '{jug} were caught running back, the level shows {level}: they disagree. The jug sees all of it; read the level as the pump stops and 10 s later.',
  'visit.run-back.flap':
    '{litres} run back from the hose when the pump stops: the check flap does not hold, if one is fitted.',
  'visit.differ':
    '{kind, select, hot {Two hot fills} cold {Two cold fills} fill {Two fills} other {Two drains at one height}} differ: the second runs at {percent} % of the first. Was something cleaned, cleared or changed in between? Enter it, and they are weighed apart; else time a third.',
  'visit.changed':
    'Since {act}, the {kind, select, hot {hot fill} cold {cold fill} fill {fill} other {drain}} {change, select, from_nothing {runs, where next to nothing came before} to_nothing {hardly runs any more} faster {is {times} times as fast as before} slower {has only {percent} % of its flow before} other {runs as before}}.',
  'visit.before-act':
    'That was before {act}: {path, select, hold {hold again} fill {time the fill again} other {time the drain again}}.',

  'act.cleaned': 'the {part} was cleaned',
  'act.cleared': 'the {part} was cleared',
  'act.adjusted': 'the {part} was adjusted',
  'act.replaced': 'the {part} was replaced',
  'act.trial': 'the {part} was tried new',
  'act.opened': 'the {part} was opened',
  'act.part-of-tap': '{tap, select, hot {hot} other {cold}} {part}',

  'visit.each-for-itself': 'Each run speaks for itself.',
  'visit.none-judged': 'No run could be judged.',
} as const
