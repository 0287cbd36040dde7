import type { ProtocolId } from '../../catalogue/protocolIds.ts'
import type { Tap } from '../../machine/machineSpec.ts'
import type { CheckId } from '../../reason/checks/checkTypes.ts'
import { minutesOf, RUN_MIN } from '../../reason/checks/minutes.ts'
import type { HoseEnd, LookStep, Protocol, RunStep } from './protocolTypes.ts'

const run = (
  id: string,
  title: string,
  kind: RunStep['run']['kind'],
  rest: Partial<Omit<RunStep, 'run'>> & { hoseEnd?: HoseEnd; tap?: Tap | null; throttled?: boolean },
): RunStep => ({
  kind: 'run',
  id,
  title,
  first: rest.first ?? [],
  act: rest.act ?? '',
  minutes: RUN_MIN[kind],
  cautions: rest.cautions ?? [],
  run: {
    kind,
    hoseEnd: rest.hoseEnd ?? null,
    tap: rest.tap ?? null,
    throttled: rest.throttled ?? false,
    laundryOut: true,
  },
  readings: rest.readings ?? { what: 'level', everyS: 10, atLeast: 8 },
  lastsS: rest.lastsS ?? null,
  stopWhen: rest.stopWhen ?? '',
})
const look = (
  id: string,
  title: string,
  check: CheckId,
  entry: LookStep['entry'],
  rest: Partial<LookStep>,
): LookStep => ({
  kind: 'look',
  id,
  title,
  check,
  entry,
  first: rest.first ?? [],
  act: rest.act ?? '',
  minutes: (rest.times ?? 1) * minutesOf(check),
  cautions: rest.cautions ?? [],
  tap: rest.tap ?? null,
  choices: rest.choices ?? [],
  times: rest.times ?? 1,
})

const fill = (id: string, title: string, tap: Tap | null, throttled: boolean, first: string[]) =>
  run(id, title, 'fill', {
    tap,
    throttled,
    first,
    act: 'Start as the valve opens; read the level every 10 s; stop as it closes.',
    cautions: tap === 'hot' ? ['hot-water'] : [],
    readings: { what: 'level', everyS: 10, atLeast: 8 },
    stopWhen: 'the valve closes, or two minutes have passed',
  })
const hold = (id: string, title: string, hoseEnd: HoseEnd, first: string[]) =>
  run(id, title, 'hold', {
    hoseEnd,
    first,
    act: 'Touch nothing. Read the ruler every minute.',
    readings: { what: 'level', everyS: 60, atLeast: 9 },
    lastsS: 600,
    stopWhen: 'ten minutes have passed',
  })
const drain = (id: string, title: string, hoseEnd: HoseEnd, first: string[]) =>
  run(id, title, 'drain', {
    hoseEnd,
    first,
    act: 'Start as the pump starts; read the level as often as you can; mark the first air.',
    readings: { what: 'level', everyS: 10, atLeast: 6 },
    cautions: ['pump-dry'],
    stopWhen: 'the stream breaks up and air is drawn',
  })
const liftTest = look('lift', 'Lift test', 'drain.lift-stop', 'height', {
  first: ['Pump running, tub at least half full', 'Hose end out of the standpipe, over a bucket'],
  act: 'Raise the hose end until the stream just stops. Enter its height above the floor; if it still runs as high as you can reach, enter that as a bound.',
  cautions: ['live-water', 'two-people'],
})
const lowDrain = drain('low', 'Drain with the hose end low', 'low', [
  'Fill again to the same level',
  'Fix the hose end at about 400 mm (16 in) above the floor, in a floor drain or a large container',
])
lowDrain.cautions = ['flood', 'pump-dry']

const gravity = run('gravity', 'Run out by gravity', 'siphon', {
  hoseEnd: 'below-tub',
  first: [
    'Fill again to the same level',
    'Run the pump for two seconds to prime the hose, then switch it off',
    'Lay the hose end 100 to 250 mm (4 to 10 in) below the level port',
  ],
  act: 'Start as the water runs with the pump still. Read the level every 10 s.',
  cautions: ['flood'],
  readings: { what: 'level', everyS: 10, atLeast: 6 },
  stopWhen: 'the stream breaks up',
})
const firstDrain = drain('place', 'Drain as it is', 'in-place', [
  'Filled to its usual level, laundry out',
  'Hose end in its place, its height measured',
])

/** The protocols of the product. Minutes are estimates; what each is worth comes from the study in docs/identifiability.md. */
export const PROTOCOLS: Record<ProtocolId, Protocol> = {
  inlet: {
    id: 'inlet',
    name: 'Where the inlet loses its flow',
    separates: 'supply, tap, hose, screen, valve',
    needs: ['Tub empty, laundry out', 'Hose end high', 'A bucket with litre marks'],
    leaves: 'The tub filled, the fill hose back on: check its washer for drips.',
    steps: [
      fill('cold', 'Fill, cold tap alone', 'cold', false, ['Hot tap shut']),
      fill('hot', 'Fill, hot tap alone', 'hot', false, ['Drain or lower the level again', 'Cold tap shut']),
      look('tap-bucket', 'Bucket at the slow tap', 'tap.bucket', 'bucket', {
        first: ['Machine unplugged', 'Tap shut, hose off at the tap'],
        act: 'Open the tap fully into the bucket; time it to a mark, at least 25 s.',
      }),
      look('hose-bucket', 'Bucket at the hose end', 'hose-end.bucket', 'bucket', {
        first: ['Hose back on the slow tap, off at the machine'],
        act: 'Open the tap fully, hose end in the bucket; time it to a mark, at least 25 s.',
      }),
      look('screen', 'Look at the screen', 'screens.look', 'choice', {
        first: ['Tap shut, machine unplugged, hose off at the machine'],
        act: 'Pull the screen with pliers, straight. What is on it?',
        choices: [
          { value: 'clean', text: 'Clean' },
          { value: 'grit', text: 'Grit' },
          { value: 'scale-or-rust', text: 'Scale or rust' },
        ],
      }),
      fill('throttled', 'Fill with the slow tap throttled', null, true, [
        'Hose off at the tap: close the tap until a bucket fills 1.4 times as fast as the machine did',
        'Hose back on, tap left as it is',
      ]),
    ],
    stopWhen: 'one cause is left, or screen and valve are all that is left and the screen has been looked at',
    worth: 'Both buckets name the part right in 98 of 100, screen and valve counted as one.',
  },
  'seep-watch': {
    id: 'seep-watch',
    name: 'Does the valve seep',
    separates: 'seeping inlet valve, tight valve',
    needs: ['Taps open, machine off and unplugged', 'Level between 40 mm (1½ in) and full'],
    leaves: 'As it was.',
    steps: [
      run('idle', 'Idle with the taps open', 'idle', {
        first: ['Machine unplugged, taps fully open', 'Hose end high, so that nothing can siphon out'],
        act: 'Touch nothing. Read the ruler every minute.',
        readings: { what: 'level', everyS: 60, atLeast: 9 },
        lastsS: 600,
        stopWhen: 'ten minutes have passed, or the level has clearly risen',
      }),
    ],
    stopWhen: 'the level has risen beyond doubt, or ten minutes show none',
    worth: 'Ten minutes by hand show 0.2 L/min, half an hour 0.04.',
  },
  'three-hold': {
    id: 'three-hold',
    name: 'Three holds',
    separates: 'leak, soaking laundry, siphon, seeping valve, air leak of the pressure hose, tight',
    needs: ['Filled with cold water to its usual level', 'Valve closed, motor off', 'A ruler in the tub'],
    leaves: 'The tub filled, the hose end lifted: put it back.',
    steps: [
      hold('first', 'Hold as found', 'in-place', ['Fill to the usual level', 'Motor off, nobody touches it']),
      hold('again', 'Hold again', 'in-place', ['Top up to the same level']),
      hold('lifted', 'Hold with the hose end lifted', 'lifted', [
        'Top up to the same level',
        'Hose end out of the standpipe and tied as high as it goes',
      ]),
    ],
    stopWhen: 'all three are made; sooner if the water stands and only the display falls',
    worth: 'Calls a leak from 0.3 L/min right in 99 of 100, a siphon in 98, soaking in 90.',
  },
  'stop-level': {
    id: 'stop-level',
    name: 'Level at which the drip stops',
    separates: 'the height of the leak, within 15 mm',
    needs: ['A leak that can be seen', 'The place underneath dried'],
    leaves: 'The tub drained down to the level of the leak.',
    steps: [
      look('stop', 'Stop level', 'leak.stop-level', 'stop-level', {
        first: ['Dry the place, torch in hand'],
        act: 'Lower the level in steps of 20 mm (¾ in) with short pump bursts; dry, wait two minutes, look. Enter the level at which no drop comes any more.',
        cautions: ['hot-pump'],
      }),
    ],
    stopWhen: 'no drop in two minutes',
    worth: 'Right within 15 mm in 94 of 100 from 0.5 L/min; a weak tail needs longer waits.',
  },
  'three-level-catch': {
    id: 'three-level-catch',
    name: 'Catch the leak at three levels',
    separates: 'the height and the kind of the leak',
    needs: ['A leak that can be caught in a cup'],
    leaves: 'The tub lowered.',
    steps: [
      look('catch', 'Catch at a level', 'leak.catch', 'catch', {
        first: ['Let the level stand for a minute'],
        act: 'Catch for two minutes; enter what was caught and the level. Lower by a quarter and repeat, down to where little comes.',
        times: 4,
      }),
    ],
    stopWhen: 'four levels are caught, one of them nearly dry',
    worth: 'Right within 15 mm in 90 of 100; both kinds of leak are shown when they differ.',
  },
  'pump-or-path': {
    id: 'pump-or-path',
    name: 'Pump or path: lift test',
    separates: 'weak pump, restricted path',
    needs: ['Filled to its usual level', 'Someone to hold the hose'],
    leaves: 'The tub empty, the hose end out: put it back.',
    steps: [firstDrain, liftTest],
    stopWhen: 'the stream stops, or your reach ends',
    worth:
      'At 70 % of the flow: right in 99 of 100 where the stream stops within reach. The best single test.',
  },
  'two-heights': {
    id: 'two-heights',
    name: 'Pump or path: two heights',
    separates: 'weak pump, restricted path',
    needs: ['Filled to its usual level', 'A place for the water at 400 mm (16 in)'],
    leaves: 'The tub empty, the hose end low: put it back.',
    steps: [firstDrain, lowDrain],
    stopWhen: 'both drains are made',
    worth:
      'At 70 % of the flow: top loader right in 100 of 100, front loader by hand in about 80: use a stream, or add the lift test.',
  },
  gravity: {
    id: 'gravity',
    name: 'Pump or path: run out by gravity',
    separates: 'weak pump, restricted path',
    needs: ['Filled to its usual level', 'A low place that takes all the water'],
    leaves: 'The tub empty, the hose end low: put it back.',
    steps: [firstDrain, gravity],
    stopWhen: 'both are made',
    worth: 'At 70 % of the flow: right in 98 of 100. Helpful, never the only evidence.',
  },
  'run-back': {
    id: 'run-back',
    name: 'Does water run back',
    separates: 'failed check flap, good flap',
    needs: ['Water in the tub'],
    leaves: 'A little water in the tub.',
    steps: [
      run('watch', 'Watch after the pump stops', 'after-drain', {
        hoseEnd: 'in-place',
        first: ['Drain until the level is 20 to 40 mm (¾ to 1½ in) above the port, then stop the pump'],
        act: 'Start as the pump stops. Read the level at once, after 10 s and after 20 s.',
        readings: { what: 'level', everyS: 10, atLeast: 3 },
        lastsS: 25,
        stopWhen: 'the level stands',
      }),
      look('caught', 'Catch what runs back', 'drain.caught-back', 'litres', {
        first: ['Hose end lifted out of the standpipe into a jug, kept high'],
        act: 'Stop the pump, lower the end into the jug: how much runs back?',
        cautions: ['live-water'],
      }),
    ],
    stopWhen: 'a rise is seen in a front loader; a top loader needs the jug',
    worth: 'Front loader 98 of 100 by level; top loader only by the jug (more than 0.07 L).',
  },
  'sensor-check': {
    id: 'sensor-check',
    name: 'Level sensing against the ruler',
    separates: 'gain, offset, lag, air leak, blocked tube',
    needs: ['A ruler in the tub', 'A display or stream of the level'],
    leaves: 'The tub filled.',
    steps: [
      run('fill', 'Fill with ruler beside display', 'fill', {
        tap: 'cold',
        first: ['Level at 30 mm (1¼ in) or more, so that both read'],
        act: 'Read the ruler and the display together every 15 s; press Valve closed as it does, and read on for two minutes before Stop.',
        readings: { what: 'ruler-and-display', everyS: 15, atLeast: 8 },
        stopWhen: 'the display has stood for two minutes after the water',
      }),
      run('hold', 'Hold with ruler beside display', 'hold', {
        hoseEnd: 'in-place',
        first: ['Valve closed, motor off'],
        act: 'Read ruler and display every minute.',
        readings: { what: 'ruler-and-display', everyS: 60, atLeast: 6 },
        lastsS: 600,
        stopWhen: 'ten minutes have passed, or the display has clearly fallen while the ruler has not',
      }),
    ],
    stopWhen: 'both are made',
    worth: 'Gain to 6 %, offset to 8 mm; an air leak is told from a leak in every case.',
  },
}
