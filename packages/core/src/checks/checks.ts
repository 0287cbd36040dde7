import type { StageId } from '../stages/stages.ts'
import type { ActId } from '../state/gates.ts'
import type { CheckFacts, CheckId, ChoiceCheck, NumberCheck, Outcome, OutcomeTone } from './checkTypes.ts'

type Line = readonly [value: string, word: string, tone: OutcomeTone, means?: string]
interface More {
  minutes?: number
  act?: ActId
  perTap?: boolean
  several?: boolean
}

function choice(
  stage: StageId,
  id: CheckId,
  name: string,
  lines: readonly Line[],
  more: More = {},
): ChoiceCheck {
  return {
    kind: 'choice',
    id,
    stage,
    name,
    minutes: more.minutes ?? 1,
    act: more.act ?? null,
    perTap: more.perTap ?? false,
    several: more.several ?? false,
    outcomes: lines.map(
      ([value, word, tone, means]): Outcome => ({ value, word, tone, ...(means ? { means } : {}) }),
    ),
  }
}

function number(
  stage: StageId,
  id: CheckId,
  name: string,
  quantity: NumberCheck['quantity'],
  range: readonly [number, number],
  more: More & { canBeOpen?: boolean } = {},
): NumberCheck {
  return {
    kind: 'number',
    id,
    stage,
    name,
    quantity,
    range,
    minutes: more.minutes ?? 2,
    act: more.act ?? null,
    perTap: more.perTap ?? false,
    canBeOpen: more.canBeOpen ?? false,
  }
}

/**
 * Every check a technician can make beside the timed runs, in the order in which its stage asks for it. Outcomes are the ids of
 * the catalogue; what they mean is common practice, no published source; minutes are estimates.
 */
export const CHECKS: readonly CheckFacts[] = [
  choice(
    'arrive',
    'complaint',
    'Complaint',
    [
      ['not-draining', 'does not drain', 'plain'],
      ['slow-drain', 'drains slowly', 'plain'],
      ['not-filling', 'does not fill', 'plain'],
      ['slow-fill', 'fills slowly', 'plain'],
      ['leaking', 'leaks', 'plain'],
      ['overfilling', 'overfills', 'plain'],
      ['fills-when-off', 'fills when off', 'plain'],
      ['fills-and-drains', 'fills and drains at once', 'plain'],
      ['wet-laundry', 'laundry comes out wet', 'plain'],
      ['does-not-start', 'does not start', 'plain'],
      ['trips-breaker', 'trips the breaker', 'plain'],
      ['noisy', 'noisy', 'plain'],
      ['suds', 'too much foam', 'plain'],
      ['smell', 'smells', 'plain'],
      ['fault-no-water', 'display: no water seen', 'plain'],
      ['fault-long-drain', 'display: drain too long', 'plain'],
      ['fault-overfill', 'display: overfill', 'plain'],
      ['routine', 'routine inspection', 'plain'],
    ],
    { several: true },
  ),
  choice('arrive', 'machine.starts', 'Starts when told to', [
    ['yes', 'yes', 'good'],
    ['no', 'no', 'watch', 'Outlet, lid or door switch, then the board.'],
  ]),
  choice('arrive', 'pump.sound', 'Pump when draining', [
    ['runs', 'runs', 'good'],
    ['runs-with-rattle', 'runs with a rattle', 'watch', 'A foreign object, or worn bearings.'],
    ['hum', 'steady hum', 'watch', 'It is fed and does not turn, or turns without moving water.'],
    ['buzz-in-bursts', 'buzz that starts and stops', 'watch', 'Jammed: it tries and gives up.'],
    ['silent', 'silent', 'watch', 'Not fed, or its winding is open.'],
  ]),
  choice('arrive', 'bearing.noise', 'Drum turned by hand', [
    ['none', 'quiet', 'good'],
    ['rumble', 'rumbles', 'watch', 'Bearings; behind them the tub seal.'],
  ]),
  choice(
    'arrive',
    'leak.place',
    'Water is seen',
    [
      ['front-left', 'floor, front left', 'plain'],
      ['front-centre', 'floor, front centre', 'plain'],
      ['front-right', 'floor, front right', 'plain'],
      ['centre', 'floor, centre', 'plain'],
      ['rear-left', 'floor, rear left', 'plain'],
      ['rear-centre', 'floor, rear centre', 'plain'],
      ['rear-right', 'floor, rear right', 'plain'],
      ['door', 'at the door', 'plain'],
      ['drawer', 'at the drawer', 'plain'],
      ['behind-at-taps', 'behind, at the taps', 'plain'],
      ['behind-at-drain-hose', 'behind, at the drain hose', 'plain'],
      ['at-standpipe', 'at the standpipe', 'plain'],
      ['rear-upper-inside', 'inside, rear, high', 'plain'],
      ['rear-lower-inside', 'inside, rear, low', 'plain'],
      ['tub-wall', 'on the tub’s wall', 'plain'],
      ['tub-centre-under', 'under the tub’s centre', 'plain'],
      ['tub-rear-centre', 'rear of the tub, centre', 'plain'],
      ['under-sump', 'under the sump', 'plain'],
      ['under-tub-pump-hose', 'under the tub-to-pump hose', 'plain'],
      ['under-pump', 'under the pump', 'plain'],
      ['at-filter-cap', 'at the filter cap', 'plain'],
    ],
    { several: true },
  ),
  choice('arrive', 'leak.amount', 'How much', [
    ['film', 'a film', 'plain'],
    ['drip', 'drips', 'plain'],
    ['trickle', 'a trickle', 'plain'],
    ['stream', 'a stream', 'plain'],
  ]),
  choice('arrive', 'leak.trail', 'Trail it left', [
    ['clean', 'clean', 'plain'],
    ['sediment', 'sediment', 'plain', 'It points uphill to its source.'],
    ['suds', 'suds', 'plain', 'Wash water, not supply water.'],
    ['oily', 'oily', 'plain', 'From the gearcase side.'],
  ]),
  choice('arrive', 'door-opening-spill', 'Runs out as the door opens', [
    ['no', 'no', 'good'],
    ['yes', 'yes', 'watch', 'Water stands in the fold: drain holes blocked or not at the bottom.'],
  ]),
  choice('arrive', 'water-when-off', 'Water comes in while off', [
    ['no', 'no', 'good'],
    ['yes', 'yes', 'watch', 'The valve seeps, or the supply pressure is too low to seal it.'],
  ]),
  choice('arrive', 'tub.spins', 'Drum spins', [
    ['yes', 'yes', 'good'],
    ['slow', 'slowly', 'watch', 'Slipping belt or clutch.'],
    ['no', 'no', 'watch', 'An empty tub with soaked laundry is not the drain: belt, clutch, lid switch.'],
  ]),

  choice('outside', 'drain-hose.look', 'Drain hose', [
    ['good', 'good', 'good'],
    ['kinked', 'kinked', 'stop'],
    ['split', 'split', 'stop', 'Often where it is pushed against the wall.'],
    [
      'lower-than-tub',
      'not looped above the tub',
      'stop',
      'Water runs out while it fills, and the fill never completes.',
    ],
    ['pushed-too-deep', 'pushed deep into the pipe', 'watch', 'It can siphon: fills and drains at once.'],
  ]),
  number('outside', 'standpipe.height', 'Standpipe above the floor', 'height', [0, 4000]),
  choice('outside', 'standpipe.backs-up', 'Standpipe backs up', [
    ['no', 'no', 'good'],
    ['yes', 'yes', 'stop', 'The house drain: no part of the machine mends that.'],
  ]),
  choice(
    'outside',
    'tap.look',
    'Tap',
    [
      ['open', 'fully open', 'good'],
      ['part-shut', 'part shut', 'stop'],
    ],
    { perTap: true },
  ),
  choice(
    'outside',
    'fill-hose.look',
    'Fill hose',
    [
      ['good', 'good', 'good'],
      ['kinked', 'kinked', 'stop'],
      [
        'bulging',
        'bulging',
        'stop',
        'Replace it now: a burst one can put 500 US gal (1,900 L) an hour on the floor.',
      ],
      ['wet-at-fitting', 'wet at a fitting', 'watch', 'Perished washer or corroded fitting.'],
    ],
    { perTap: true },
  ),
  number('outside', 'supply.gauge', 'Gauge on the tap', 'pressure', [0, 2000], { perTap: true, minutes: 3 }),
  choice(
    'outside',
    'screens.look',
    'Inlet screen',
    [
      ['clean', 'clean', 'good'],
      ['grit', 'grit', 'stop', 'Clean it and time the fill again.'],
      [
        'scale-or-rust',
        'scale or rust',
        'stop',
        'Clean it; a valve with scale inside is replaced, not cleaned.',
      ],
    ],
    { perTap: true, act: 'unscrew-fill-hose', minutes: 4 },
  ),
  choice('outside', 'suds.seen', 'Foam in the tub', [
    ['none', 'none', 'good'],
    ['some', 'some', 'plain'],
    ['full', 'full of it', 'stop', 'A tub full of foam will not pump out: rinse first.'],
  ]),
  choice('outside', 'dispenser.look', 'Dispenser drawer', [
    ['clear', 'clear', 'good'],
    ['caked', 'caked', 'watch', 'It overflows at the front while filling.'],
  ]),

  number('fill', 'tap.bucket', 'Bucket at the tap', 'flow', [0, 200], { perTap: true, minutes: 3 }),
  number('fill', 'hose-end.bucket', 'Bucket at the hose end', 'flow', [0, 200], {
    perTap: true,
    minutes: 4,
  }),
  choice('fill', 'plug-out-in-fill', 'Plug pulled while it fills', [
    ['flow-stops', 'water stops', 'plain', 'Something told the valve to stay open: level sensing or board.'],
    ['flow-continues', 'water goes on', 'stop', 'The valve is stuck open mechanically.'],
  ]),
  choice(
    'fill',
    'meter.look',
    'Flow meter',
    [
      ['clean', 'clean', 'good'],
      ['fouled', 'fouled', 'stop', 'Flush and degrease it; a fill must prove it.'],
    ],
    { act: 'open-panel', minutes: 8 },
  ),

  choice(
    'hold',
    'leak.phase',
    'Water appeared in',
    [
      ['idle-taps-on', 'idle, taps on', 'plain', 'Upstream of the valve seats.'],
      ['fill', 'filling', 'plain', 'Valve outlet hose, dispenser, bellows splash.'],
      ['hold', 'holding', 'plain', 'Anything below the water line.'],
      ['wash-motion', 'washing', 'plain', 'Seals, bellows lip, splash.'],
      ['drain', 'draining', 'plain', 'Pump outlet, drain hoses, standpipe.'],
      ['spin', 'spinning', 'plain', 'Tub seal, seam, a chafed hose.'],
    ],
    { several: true },
  ),
  number('hold', 'leak.catch', 'Leak caught', 'hourly', [0, 5000], { minutes: 5 }),
  number('hold', 'leak.stop-level', 'Drip stopped at', 'level', [-300, 1500]),
  number('hold', 'ruler-vs-indicated', 'Ruler above display by', 'level', [-500, 500]),
  choice('hold', 'weep-holes', 'Weep holes under the gearcase', [
    ['dry', 'dry', 'good'],
    ['wet', 'wet', 'stop', 'Shaft seals, before the tub seal is blamed.'],
    ['not-fitted', 'not fitted', 'plain'],
  ]),
  choice('hold', 'centre-post', 'Centre post', [
    ['dry', 'dry', 'good'],
    ['wet', 'wet', 'stop', 'Tub seal; on a clutch machine look at the weep holes first.'],
  ]),
  choice('hold', 'bellows.look', 'Door bellows', [
    ['good', 'good', 'good'],
    ['torn', 'torn', 'stop'],
    ['off-groove', 'off its groove', 'stop'],
    ['mark-not-at-12', 'mark not at 12 o’clock', 'stop', 'Its drain holes are not at the bottom.'],
    ['holes-blocked', 'drain holes blocked', 'stop'],
  ]),
  choice('hold', 'filter-cap.look', 'Filter cap', [
    ['dry', 'dry, at its stop', 'good'],
    ['wet', 'wet', 'stop'],
    ['not-at-stop', 'not at its stop', 'stop'],
  ]),
  choice(
    'hold',
    'level-hose.look',
    'Pressure hose',
    [
      ['good', 'good', 'good'],
      ['off', 'off', 'stop'],
      ['holed', 'holed', 'stop'],
      ['kinked', 'kinked', 'stop'],
      ['water-inside', 'water inside', 'stop', 'It reads low by a fixed height.'],
    ],
    { act: 'open-panel', minutes: 5 },
  ),
  choice(
    'hold',
    'air-dome.look',
    'Air dome',
    [
      ['clear', 'clear', 'good'],
      ['clogged', 'clogged', 'stop', 'The indicated level lags.'],
    ],
    { act: 'open-panel', minutes: 6 },
  ),

  choice('drain', 'stream.look', 'Stream at the hose end', [
    ['strong', 'strong', 'good'],
    ['weak', 'weak', 'watch'],
    ['none', 'none', 'stop'],
    ['foamy', 'foamy', 'watch', 'Suds: a tub full of foam will not pump out.'],
    ['stops', 'starts, then stops', 'watch', 'A pump failing hot, or a drain that backs up.'],
  ]),
  number('drain', 'drain.lift-stop', 'Stream stops at hose end', 'height', [0, 4000], { minutes: 3 }),
  number('drain', 'drain.caught-back', 'Caught back', 'volume', [0, 20]),
  number('drain', 'pump.runs-for', 'Pump stopped after, still fed', 'time', [0, 7200], { minutes: 10 }),
  choice(
    'drain',
    'trap.look',
    'Coin trap',
    [
      ['clean', 'clean', 'good'],
      ['debris', 'debris', 'stop'],
    ],
    { act: 'open-filter-cap', minutes: 4 },
  ),
  choice(
    'drain',
    'tub-hose.squeeze',
    'Tub-to-pump hose squeezed',
    [
      ['soft', 'soft', 'good'],
      ['object-felt', 'an object is felt', 'stop'],
    ],
    { act: 'hands-at-pump', minutes: 2 },
  ),
  choice(
    'drain',
    'hose-off-at-pump',
    'Drain hose pulled off at the pump',
    [
      ['gush', 'a gush', 'stop', 'The blockage is downstream: hose or house drain.'],
      ['trickle', 'a trickle', 'plain'],
      ['nothing', 'nothing', 'plain', 'Little reaches the pump.'],
    ],
    { act: 'pull-pump-hose', minutes: 4 },
  ),
  choice(
    'drain',
    'impeller.feel',
    'Impeller by finger',
    [
      ['detents', 'detents that snap back', 'good'],
      ['free', 'spins without detents', 'stop', 'Broken.'],
      ['jammed', 'will not move', 'stop', 'Look for coins, hairpins, wires, a sock.'],
      ['rough', 'rough', 'watch'],
    ],
    { act: 'hands-at-pump', minutes: 3 },
  ),
  choice(
    'drain',
    'belt.look',
    'Drive belt',
    [
      ['on', 'on', 'good'],
      ['off', 'off', 'stop'],
      ['frayed', 'frayed', 'watch'],
      ['not-fitted', 'none fitted', 'plain'],
    ],
    { act: 'open-panel', minutes: 4 },
  ),

  number('electrical', 'pump.winding', 'Pump winding', 'ohm', [0, 1e6], {
    canBeOpen: true,
    act: 'measure-dead',
    minutes: 4,
  }),
  number('electrical', 'valve.coil', 'Valve coil', 'ohm', [0, 1e6], {
    canBeOpen: true,
    perTap: true,
    act: 'measure-dead',
    minutes: 4,
  }),
  choice(
    'electrical',
    'level-switch.blow',
    'Blow into the level switch',
    [
      ['switches', 'clicks and opens', 'good'],
      ['stays-closed', 'stays closed', 'stop', 'Contacts fused: it never tells the valve to close.'],
      ['open-when-empty', 'open when empty', 'stop', 'It thinks the tub is full.'],
    ],
    { act: 'measure-dead', minutes: 4 },
  ),
  choice(
    'electrical',
    'lid-switch.continuity',
    'Lid or door switch, closed',
    [
      ['closes', 'closes', 'good'],
      ['stays-open', 'stays open', 'stop', 'No spin or drain command gets through. Never leave a bypass in.'],
    ],
    { act: 'measure-dead', minutes: 3 },
  ),
  number('electrical', 'outlet.voltage', 'At the outlet', 'volt', [0, 1000], {
    act: 'measure-live',
    minutes: 2,
  }),
  number('electrical', 'board.pump-pin', 'At the board’s pump pin', 'volt', [0, 1000], {
    act: 'measure-live',
    minutes: 5,
  }),
  number('electrical', 'pump.voltage', 'At the pump', 'volt', [0, 1000], { act: 'measure-live', minutes: 5 }),
  number('electrical', 'valve.voltage', 'At the valve', 'volt', [0, 1000], {
    perTap: true,
    act: 'measure-live',
    minutes: 5,
  }),
]

const BY_ID = new Map<string, CheckFacts>(CHECKS.map((check) => [check.id, check]))

/** Facts of one check. @throws {RangeError} If the id is not in the catalogue. */
export function checkFacts(id: string): CheckFacts {
  const check = BY_ID.get(id)
  if (!check) throw new RangeError(`check: expected an id of the catalogue, got ${id}`)
  return check
}

/** What stands against a value for a check, in a sentence; null = it can be. */
export function valueProblem(id: CheckId, value: string | number): string | null {
  const check = checkFacts(id)
  if (check.kind === 'choice') {
    const words = check.outcomes.map((o) => o.value)
    return typeof value === 'string' && words.includes(value)
      ? null
      : `${id}: expected one of ${words.join(', ')}, got ${value}`
  }
  const [low, high] = check.range
  if (typeof value === 'number')
    return value >= low && value <= high ? null : `${id}: expected ${low}..${high}, got ${value}`
  if (check.canBeOpen && value === 'open') return null
  if (id === 'drain.lift-stop' && /^above \d{1,4}$/.test(value)) return null
  return `${id}: expected a number${check.canBeOpen ? ' or "open"' : ''}, got ${value}`
}
