/** Every protocol by its id, each of its steps by the id of the step; lists have one line each. */
export const protocols = {
  'protocol.inlet': 'Where the inlet loses its flow',
  'protocol.inlet.separates': 'supply, tap, hose, screen, valve',
  'protocol.inlet.needs':
    'Tub empty, laundry out\nHose end high\nA bucket with {units, select, us {gallon} other {litre}} marks',
  'protocol.inlet.leaves': 'The tub filled, the fill hose back on: check its washer for drips.',
  'protocol.inlet.stopWhen':
    'one cause is left, or screen and valve are all that is left and the screen has been looked at',
  'protocol.inlet.worth': 'Both buckets name the part right in 98 of 100, screen and valve counted as one.',
  'protocol.inlet.cold': 'Fill, cold tap alone',
  'protocol.inlet.cold.first': 'Hot tap shut',
  'protocol.inlet.cold.act': 'Start as the valve opens; read the level every 10 s; stop as it closes.',
  'protocol.inlet.cold.stopWhen': 'the valve closes, or two minutes have passed',
  'protocol.inlet.hot': 'Fill, hot tap alone',
  'protocol.inlet.hot.first': 'Drain or lower the level again\nCold tap shut',
  'protocol.inlet.hot.act': 'Start as the valve opens; read the level every 10 s; stop as it closes.',
  'protocol.inlet.hot.stopWhen': 'the valve closes, or two minutes have passed',
  'protocol.inlet.tap-bucket': 'Bucket at the slow tap',
  'protocol.inlet.tap-bucket.first': 'Machine unplugged\nTap shut, hose off at the tap',
  'protocol.inlet.tap-bucket.act': 'Open the tap fully into the bucket; time it to a mark, at least 25 s.',
  'protocol.inlet.hose-bucket': 'Bucket at the hose end',
  'protocol.inlet.hose-bucket.first': 'Hose back on the slow tap, off at the machine',
  'protocol.inlet.hose-bucket.act':
    'Open the tap fully, hose end in the bucket; time it to a mark, at least 25 s.',
  'protocol.inlet.screen': 'Look at the screen',
  'protocol.inlet.screen.first': 'Tap shut, machine unplugged, hose off at the machine',
  'protocol.inlet.screen.act': 'Pull the screen with pliers, straight. What is on it?',
  'protocol.inlet.throttled': 'Fill with the slow tap throttled',
  'protocol.inlet.throttled.first':
    'Hose off at the tap: close the tap until a bucket fills 1.4 times as fast as the machine did\nHose back on, tap left as it is',
  'protocol.inlet.throttled.act': 'Start as the valve opens; read the level every 10 s; stop as it closes.',
  'protocol.inlet.throttled.stopWhen': 'the valve closes, or two minutes have passed',
  'protocol.seep-watch': 'Does the valve seep',
  'protocol.seep-watch.separates': 'seeping inlet valve, tight valve',
  'protocol.seep-watch.needs':
    'Taps open, machine off and unplugged\nLevel between {units, select, us {1½ in} other {40 mm}} and full',
  'protocol.seep-watch.leaves': 'As it was.',
  'protocol.seep-watch.stopWhen': 'the level has risen beyond doubt, or ten minutes show none',
  'protocol.seep-watch.worth':
    'Ten minutes by hand show {units, select, us {3 gal/h, half an hour 0.6 gal/h} other {12 L/h, half an hour 2.4 L/h}}.',
  'protocol.seep-watch.idle': 'Idle with the taps open',
  'protocol.seep-watch.idle.first':
    'Machine unplugged, taps fully open\nHose end high, so that nothing can siphon out',
  'protocol.seep-watch.idle.act': 'Touch nothing. Read the ruler every minute.',
  'protocol.seep-watch.idle.stopWhen': 'ten minutes have passed, or the level has clearly risen',
  'protocol.three-hold': 'Three holds',
  'protocol.three-hold.separates':
    'leak, soaking laundry, siphon, seeping valve, air leak of the pressure hose, tight',
  'protocol.three-hold.needs':
    'Filled with cold water to its usual level\nValve closed, motor off\nA ruler in the tub',
  'protocol.three-hold.leaves': 'The tub filled, the hose end lifted: put it back.',
  'protocol.three-hold.stopWhen': 'all three are made; sooner if the water stands and only the display falls',
  'protocol.three-hold.worth':
    'Calls a leak from {units, select, us {5 gal/h} other {18 L/h}} right in 99 of 100, a siphon in 98, soaking in 90.',
  'protocol.three-hold.first': 'Hold as found',
  'protocol.three-hold.first.first': 'Fill to the usual level\nMotor off, nobody touches it',
  'protocol.three-hold.first.act': 'Touch nothing. Read the ruler every minute.',
  'protocol.three-hold.first.stopWhen': 'ten minutes have passed',
  'protocol.three-hold.again': 'Hold again',
  'protocol.three-hold.again.first': 'Top up to the same level',
  'protocol.three-hold.again.act': 'Touch nothing. Read the ruler every minute.',
  'protocol.three-hold.again.stopWhen': 'ten minutes have passed',
  'protocol.three-hold.lifted': 'Hold with the hose end lifted',
  'protocol.three-hold.lifted.first':
    'Top up to the same level\nHose end out of the standpipe and tied as high as it goes',
  'protocol.three-hold.lifted.act': 'Touch nothing. Read the ruler every minute.',
  'protocol.three-hold.lifted.stopWhen': 'ten minutes have passed',
  'protocol.stop-level': 'Level at which the drip stops',
  'protocol.stop-level.separates': 'the height of the leak, within {units, select, us {⅝ in} other {15 mm}}',
  'protocol.stop-level.needs': 'A leak that can be seen\nThe place underneath dried',
  'protocol.stop-level.leaves': 'The tub drained down to the level of the leak.',
  'protocol.stop-level.stopWhen': 'no drop in two minutes',
  'protocol.stop-level.worth':
    'Right within {units, select, us {⅝ in} other {15 mm}} in 94 of 100 from {units, select, us {8 gal/h} other {30 L/h}}; a weak tail needs longer waits.',
  'protocol.stop-level.stop': 'Stop level',
  'protocol.stop-level.stop.first': 'Dry the place, torch in hand',
  'protocol.stop-level.stop.act':
    'Lower the level in steps of {units, select, us {¾ in} other {20 mm}} with short pump bursts; dry, wait two minutes, look. Enter the level at which no drop comes any more.',
  'protocol.three-level-catch': 'Catch the leak at three levels',
  'protocol.three-level-catch.separates': 'the height and the kind of the leak',
  'protocol.three-level-catch.needs': 'A leak that can be caught in a cup',
  'protocol.three-level-catch.leaves': 'The tub lowered.',
  'protocol.three-level-catch.stopWhen': 'four levels are caught, one of them nearly dry',
  'protocol.three-level-catch.worth':
    'Right within {units, select, us {⅝ in} other {15 mm}} in 90 of 100; both kinds of leak are shown when they differ.',
  'protocol.three-level-catch.catch': 'Catch at a level',
  'protocol.three-level-catch.catch.first': 'Let the level stand for a minute',
  'protocol.three-level-catch.catch.act':
    'Catch for two minutes; enter what was caught and the level. Lower by a quarter and repeat, down to where little comes.',
  'protocol.pump-or-path': 'Pump or path: lift test',
  'protocol.pump-or-path.separates': 'weak pump, restricted path',
  'protocol.pump-or-path.needs': 'Filled to its usual level\nSomeone to hold the hose',
  'protocol.pump-or-path.leaves': 'The tub empty, the hose end out: put it back.',
  'protocol.pump-or-path.stopWhen': 'the stream stops, or your reach ends',
  'protocol.pump-or-path.worth':
    'At 70 % of the flow: right in 99 of 100 where the stream stops within reach. The best single test.',
  'protocol.pump-or-path.place': 'Drain as it is',
  'protocol.pump-or-path.place.first':
    'Filled to its usual level, laundry out\nHose end in its place, its height measured',
  'protocol.pump-or-path.place.act':
    'Start as the pump starts; read the level as often as you can; mark the first air.',
  'protocol.pump-or-path.place.stopWhen': 'the stream breaks up and air is drawn',
  'protocol.pump-or-path.lift': 'Lift test',
  'protocol.pump-or-path.lift.first':
    'Pump running, tub at least half full\nHose end out of the standpipe, over a bucket',
  'protocol.pump-or-path.lift.act':
    'Raise the hose end until the stream just stops. Enter its height above the floor; if it still runs as high as you can reach, enter that as a bound.',
  'protocol.two-heights': 'Pump or path: two heights',
  'protocol.two-heights.separates': 'weak pump, restricted path',
  'protocol.two-heights.needs':
    'Filled to its usual level\nA place for the water at {units, select, us {16 in} other {400 mm}}',
  'protocol.two-heights.leaves': 'The tub empty, the hose end low: put it back.',
  'protocol.two-heights.stopWhen': 'both drains are made',
  'protocol.two-heights.worth':
    'At 70 % of the flow: top loader right in 100 of 100, front loader by hand in about 80: use a stream, or add the lift test.',
  'protocol.two-heights.place': 'Drain as it is',
  'protocol.two-heights.place.first':
    'Filled to its usual level, laundry out\nHose end in its place, its height measured',
  'protocol.two-heights.place.act':
    'Start as the pump starts; read the level as often as you can; mark the first air.',
  'protocol.two-heights.place.stopWhen': 'the stream breaks up and air is drawn',
  'protocol.two-heights.low': 'Drain with the hose end low',
  'protocol.two-heights.low.first':
    'Fill again to the same level\nFix the hose end at about {units, select, us {16 in} other {400 mm}} above the floor, in a floor drain or a large container',
  'protocol.two-heights.low.act':
    'Start as the pump starts; read the level as often as you can; mark the first air.',
  'protocol.two-heights.low.stopWhen': 'the stream breaks up and air is drawn',
  'protocol.gravity': 'Pump or path: run out by gravity',
  'protocol.gravity.separates': 'weak pump, restricted path',
  'protocol.gravity.needs': 'Filled to its usual level\nA low place that takes all the water',
  'protocol.gravity.leaves': 'The tub empty, the hose end low: put it back.',
  'protocol.gravity.stopWhen': 'both are made',
  'protocol.gravity.worth': 'At 70 % of the flow: right in 98 of 100. Helpful, never the only evidence.',
  'protocol.gravity.place': 'Drain as it is',
  'protocol.gravity.place.first':
    'Filled to its usual level, laundry out\nHose end in its place, its height measured',
  'protocol.gravity.place.act':
    'Start as the pump starts; read the level as often as you can; mark the first air.',
  'protocol.gravity.place.stopWhen': 'the stream breaks up and air is drawn',
  'protocol.gravity.gravity': 'Run out by gravity',
  'protocol.gravity.gravity.first':
    'Fill again to the same level\nRun the pump for two seconds to prime the hose, then switch it off\nLay the hose end {units, select, us {4 to 10 in} other {100 to 250 mm}} below the level port',
  'protocol.gravity.gravity.act': 'Start as the water runs with the pump still. Read the level every 10 s.',
  'protocol.gravity.gravity.stopWhen': 'the stream breaks up',
  'protocol.run-back': 'Does water run back',
  'protocol.run-back.separates': 'failed check flap, good flap',
  'protocol.run-back.needs': 'Water in the tub',
  'protocol.run-back.leaves': 'A little water in the tub.',
  'protocol.run-back.stopWhen': 'a rise is seen in a front loader; a top loader needs the jug',
  'protocol.run-back.worth':
    'Front loader 98 of 100 by level; top loader only by the jug (more than {units, select, us {2½ fl oz} other {70 mL}}).',
  'protocol.run-back.watch': 'Watch after the pump stops',
  'protocol.run-back.watch.first':
    'Drain until the level is {units, select, us {¾ to 1½ in} other {20 to 40 mm}} above the port, then stop the pump',
  'protocol.run-back.watch.act':
    'Start as the pump stops. Read the level at once, after 10 s and after 20 s.',
  'protocol.run-back.watch.stopWhen': 'the level stands',
  'protocol.run-back.caught': 'Catch what runs back',
  'protocol.run-back.caught.first': 'Hose end lifted out of the standpipe into a jug, kept high',
  'protocol.run-back.caught.act': 'Stop the pump, lower the end into the jug: how much runs back?',
  'protocol.sensor-check': 'Level sensing against the ruler',
  'protocol.sensor-check.separates': 'gain, offset, lag, air leak, blocked tube',
  'protocol.sensor-check.needs': 'A ruler in the tub\nA display or stream of the level',
  'protocol.sensor-check.leaves': 'The tub filled.',
  'protocol.sensor-check.stopWhen': 'both are made',
  'protocol.sensor-check.worth':
    'Gain to 6 %, offset to {units, select, us {5/16 in} other {8 mm}}; an air leak is told from a leak in every case.',
  'protocol.sensor-check.fill': 'Fill with ruler beside display',
  'protocol.sensor-check.fill.first':
    'Level at {units, select, us {1¼ in} other {30 mm}} or more, so that both read',
  'protocol.sensor-check.fill.act':
    'Read the ruler and the display together every 15 s; press Valve closed as it does, and read on for two minutes before Stop.',
  'protocol.sensor-check.fill.stopWhen': 'the display has stood for two minutes after the water',
  'protocol.sensor-check.hold': 'Hold with ruler beside display',
  'protocol.sensor-check.hold.first': 'Valve closed, motor off',
  'protocol.sensor-check.hold.act': 'Read ruler and display every minute.',
  'protocol.sensor-check.hold.stopWhen':
    'ten minutes have passed, or the display has clearly fallen while the ruler has not',
} as const
