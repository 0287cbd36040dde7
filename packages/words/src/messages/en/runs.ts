/** What one run says: its sentence, its notes, and what it cannot tell yet. */
export const runs = {
  'run.within':
    '{kind, select, fill {Fills} siphon {Runs out} other {Drains}} at {flow}, {beside, select, below {too near the expected {band} to be called slow} above {too near the expected {band} to be called fast} other {inside the expected {band}}}.',
  'run.fast':
    '{kind, select, fill {Fills} siphon {Runs out} other {Drains}} at {flow}, more than the expected {band}: check the tub size and the units.',
  'run.slow':
    '{kind, select, fill {Fills} siphon {Runs out} other {Drains}} at {flow} where {band} is expected ({low} % low), so it takes {times} × as long{next, select, fill {; a bucket at the tap and at the hose end tells where it is lost} siphon {; with no pump running, it is the path that is tight} drain {; pump and path both fit: a second hose height or the lift test tells which} other {}}.',
  'run.meter': 'The meter says {flow}; the level decides.',
  'run.no-flow': 'No flow to speak of: at most {most} where {expected} is expected.',
  'run.stalled':
    '{kind, select, fill {Fills} siphon {Runs out} other {Drains}} at {flow} for {time}, then the level stood still at {level}{next, select, silent { and the pump was silent: measure the voltage at the pump while it is told to drain} listen {: listen whether the pump still runs, then look at the stream} other {}}.',
  'run.weak-supply':
    '{kind, select, fill {Fills} other {Drains}} at {flow}: what this pressure gives ({band}), but a sound house gives {sound}. The supply is too weak, not the machine.',
  'run.timed-undecided':
    '{time} with no level read: by what this family usually holds that is anything from {least} to {most}, where {band} is expected. One level read at the start tells.',
  'run.overfilled':
    'It went on to {reached}, {above} above where it should close: it overfills. Pull the plug in a fill: if water stops, it is told to stay open; if not, the valve sticks.',
  'run.one-instant': 'All {readings} readings carry the same time: give each its own, at least 10 s apart.',
  'run.not-analysable':
    'All entries are kept, but these readings could not be analysed ({why}). Look for one that cannot be, and take it back.',
  'run.empty-tub':
    'No water stands above the port, so nothing can be seen to be lost. If it was filled before, it has run out.',
  'run.no-end':
    'No end to time: press when {kind, select, fill {the machine closes its valve} other {air is first drawn}}, or read levels on the way.',
  'run.not-yet': 'After {time} the readings still allow {band}: take more levels, over a longer time.',
  'run.too-few':
    '{got, plural, one {# usable reading} other {# usable readings}}: at least {needed} levels are needed, 10 s apart or more.',
  'run.steady': 'The level stays. A loss under {seen} would not have been seen; wait longer to see less.',
  'run.rising':
    'The level rises with the valve closed: {rise} ({range}) come in. Close the tap: if it stops, the inlet valve seeps.',
  'run.in-motion':
    'The turning drum lifts the water by itself: watch for water outside, and hold again once it is still.',
  'run.tube-leak':
    'The indicated level decays (time constant {time}) while the water stays: the pressure hose or its dome leaks air, not the tub.',
  'run.run-back':
    '{litres} ran back into the tub after the pump stopped ({rise}): nothing holds the water in the hose.',
  'run.no-phases': 'Press what the machine begins, as it begins it: two phases or more say something.',
  'run.cycle-left':
    'The clock was stopped after {time}, before the cycle was seen to end or to stand longer than usual: it may have gone on.',
  'run.cycle-short':
    'No cycle ends after {time}: its phases were pressed too soon. Nothing is concluded from it.',
  'run.cycle':
    'The cycle {stops, select, none {came to its end in {time}.} fill {was left standing while it filled, {time} after its beginning.} wash {was left standing in the wash, {time} after its beginning.} drain {was left standing while it drained, {time} after its beginning.} spin {was left standing in the spin, {time} after its beginning.} other {was left standing, {time} after its beginning.}}{long, select, fill { Its first fill took {takes}; up to {usual} is usual.} drain { Its first drain took {takes}; up to {usual} is usual.} other {}}{spun, select, no { It did not spin.} other {}}',
  'run.no-run-back': 'No water seen running back: at most {litres}.',
  'run.throttled':
    '{kind, select, fill {Fills} other {Drains}} at {flow} with the tap throttled on purpose: compare it with the fill at full tap.',
  'run.end-too-high':
    'The hose end is higher than this pump should lift: measure the height, or lower the end.',
  'run.levels-too-close': 'Start and end level are too close together to compare: let it run further.',
  'run.falling.display':
    'The display falls as if {amount} ({range}) were lost: a leak, or air leaking from the pressure hose. Read the ruler at the start and at the end.',
  'run.falling.first-between':
    '{amount} ({range}) are lost at the start level; the leak lies between {from} and {to}. A leak, soaking laundry and a siphon look alike until the hold is repeated.',
  'run.falling.first-below':
    '{amount} ({range}) are lost at the start level; if it is a leak, it lies below {below}. A leak, soaking laundry and a siphon look alike until the hold is repeated.',
  'run.falling.undecided': '{amount} ({range}) are lost at the start level.',
  'run.falling.leak-between':
    '{amount} ({range}) are lost at the start level; the leak lies between {from} and {to}.',
  'run.falling.leak-below': '{amount} ({range}) are lost at the start level; the leak lies below {below}.',
  'run.falling.siphon':
    '{amount} ({range}) run out by the hose at the start level: with its end lifted the loss stops.',
  'run.falling.soaking': '{amount} ({range}) are taken up at the start: the laundry was soaking.',
  'run.falling.tube-leak': 'The display fell as if {amount} ({range}) were lost, and the water did not.',
  'run.falling.only-here': '{amount} ({range}) were lost in this hold, and not in the others.',
  'run.rests':
    'Taken from the time, {kind, select, fill {to} other {from}} {level, select, read {the level that was read} machine {{mm}, where this machine closes its valve} range {what this family usually holds, {range}} other {what this family usually holds}}.{narrow, select, yes { One level typed in narrows it.} other {}}',

  'slip.level-in-cm':
    'Were these levels centimetres? The highest is {written}; this machine fills to about {meant}. Nothing is concluded until that is settled.',
  'slip.level-in-inches':
    'Were these levels inches? The highest is {written}; this machine fills to about {meant}. Nothing is concluded until that is settled.',
  'slip.hose-end-in-cm':
    'Is the hose end really {written} above the floor? Was that centimetres, {meant}? Nothing is concluded until that is settled.',
  'slip.radius-for-diameter':
    'Is the tub really {written} across? Was that its radius? Nothing is concluded from levels until that is settled.',
  'slip.head-in-feet':
    'Does this pump really lift {written}? Was that feet, {meant}? Nothing is concluded from drains until that is settled.',
  'slip.meter-in-gallons':
    'The meter shows {percent} % of the level: does it count US gallons? Then they agree.',
  'slip.drain-called-hold':
    '{flow} left in this hold: was it a drain? Nothing is concluded until that is settled.',
  'slip.two-runs-in-one':
    'The level turned back by {written}: are these two runs in one? Nothing is concluded until that is settled.',
  'slip.fill-level-in-cm': 'Does this machine really close at {written}? Was that centimetres, {meant}?',

  'note.sensor-dead':
    'The water moves and the indicated level does not: the pressure tube or its sensor is blocked, off or dead.',
  'note.sensor-gain': 'The indicated level moves {gain} times as far as the water: the level sensing is off.',
  'note.sensor-offset':
    'The indicated level stands {offset} {side, select, below {below} other {above}} the water at the port.',
  'note.sensor-lag': 'The indicated level follows the water only after about {lag}: look into the air dome.',
  'note.flow-fluctuates':
    'The flow fluctuates by about {percent} % of itself: look for foam or air at the hose end.',
  'note.flow-unsteady': 'The flow is not steady: look for foam or air at the hose end.',
  'note.fill-slows': 'Its late half ran {percent} % slower than its early half.',
  'note.drain-slows':
    'Its late half ran {percent} % slower than the falling level explains: the house drain may be backing up, or the pump is tiring.',
  'note.stream-gap':
    'The stream stopped at {at} and came back {gap} later; the time between counts, its levels are not known.',
  'note.display-agrees':
    'The display agrees with the ruler within {units, select, us {¼ in} other {5 mm}}, so its {readings} readings are used.',
  'note.levels-from-display':
    'Levels were taken from the display; the ruler was read {times, plural, one {once} other {twice}}.',
  'note.levels-from-ruler': 'Levels were taken from the ruler; the display agrees with it.',
  'note.ruler-alone': 'Levels were taken from the ruler alone; the display was never read beside it.',
  'note.ruler-display-stuck':
    'Levels were taken from the ruler alone; the display hardly moved while the water did.',
  'note.ruler-display-off':
    'Levels were taken from the ruler alone; the display showed {off} {side, select, below {less} other {more}}.',
  'note.late-mark':
    'The level stood still from {at} on; the mark came {late} later. The time is taken from the levels.',
  'note.set-aside':
    '{readings, plural, one {One reading lies far off the line and was set aside.} other {# readings lie far off the line and were set aside.}}',
  'note.ran-back': 'After the pump stopped {litres} ran back from the hose: nothing holds the water there.',
  'note.rose-after-closing': 'The level still rose after the valve had closed: the inlet valve may seep.',
  'note.newest-first': 'The readings were written newest first; they were put in order of time.',
  'note.out-of-order':
    '{readings, plural, one {One reading came} other {# readings came}} earlier than the one before; all were put in order of time. Check the clock.',
  'note.same-time':
    '{readings, plural, one {One reading carries} other {# readings carry}} the same time as another with a different level: give each its own time.',
  'note.end-before-start':
    'The end of this run is marked before its start, or with it: check the times of the marks.',
  'note.unit-slip':
    'At {at}: {read} does not fit, about {due} was due. Were those {unit, select, litres {litres} other {inches}}? They stand {meant} high.',
  'note.clock-jump':
    'The clock jumped by {by} at {at}: the levels go on as if it had not, so the jump was taken out. Is that right?',

  'open.cycle-marks': 'press each phase of the cycle as it begins, and its end',
  'open.three-levels': 'at least three levels, a minute apart',
  'open.ruler-beside':
    'only the indicated level was read: read the ruler beside it at the start and at the end',
  'open.fell-too-little':
    'the level fell less than three times the noise of a reading: lower it in {units, select, us {¾ in} other {20 mm}} steps until the drip stops, or catch the leak at three levels',
  'open.not-near-leak':
    'the level has not come near the leak: lower it in {units, select, us {¾ in} other {20 mm}} steps until the drip stops, or catch the leak at three levels',
  'open.laundry-may-soak': 'laundry in the tub may soak it up: take it out and hold again',
  'open.siphon-alike': 'a siphon would run out the same way: hold again with the hose end lifted high',
  'open.air-leak-alike':
    'a leaking pressure hose makes the display fall the same way: read the ruler at the start and at the end',
  'open.second-height':
    'one hose height only: drain again with the hose end at {units, select, us {16 in} other {400 mm}}, or do the lift test',
  'open.two-heights':
    'one hose height only: drain again with the hose end at {units, select, us {16 in} other {400 mm}}, or do the lift test (2 min)',
  'open.meter-beside-level':
    'levels that clearly rise beside a meter that runs: fill on, past {units, select, us {4 in} other {100 mm}}',
  'open.level-after-stop': 'a level as the pump stops and one 10 s later',
  'open.too-wide-for-run-back':
    'the section is too wide to show it: lift the hose end out and catch what runs back (more than {units, select, us {2½ fl oz} other {70 mL}} counts)',
  'open.drains-differ':
    'two drains at one height differ: enter what was done in between, or drain a third time',
  'open.one-hold': 'one hold only: hold again from the same level, then with the hose end lifted high',
  'open.holds-disagree':
    'the holds do not agree well enough: repeat them for longer, with cold water and no laundry',
  'open.hold-lifted': 'hold once more with the hose end lifted high',

  'advice.beyond-doubt': 'The movement is beyond doubt: this hold can stop here.',
  'advice.long-enough': 'Long enough. Waiting on would only show smaller losses.',
  'advice.to-go': '{minutes} min to go.',
  'advice.more-readings': '{readings, plural, one {# more reading} other {# more readings}}.',
  'advice.more-for-interval':
    '{readings, plural, one {# more reading} other {# more readings}} for a good interval.',
  'advice.enough': 'Enough readings: stop when {when}.',
} as const
