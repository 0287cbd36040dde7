import type { CheckFacts } from './checkTypes.ts'
import { choiceCheck, numberCheck } from './defineCheck.ts'

/** What is looked at and caught beside the timed runs, by stage. */
export const RUN_CHECKS: readonly CheckFacts[] = [
  numberCheck('fill', 'tap.bucket', 'Bucket at the tap', 'flow', [0, 200], { perTap: true }),
  numberCheck('fill', 'hose-end.bucket', 'Bucket at the hose end', 'flow', [0, 200], {
    perTap: true,
  }),
  choiceCheck('fill', 'plug-out-in-fill', 'Plug pulled while it fills', [
    ['flow-stops', 'water stops', 'plain', 'Something told the valve to stay open: level sensing or board.'],
    ['flow-continues', 'water goes on', 'stop', 'The valve is stuck open mechanically.'],
  ]),
  choiceCheck(
    'fill',
    'meter.look',
    'Flow meter',
    [
      ['clean', 'clean', 'good'],
      ['fouled', 'fouled', 'stop', 'Flush and degrease it; a fill must prove it.'],
    ],
    { act: 'open-panel' },
  ),
  choiceCheck(
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
  choiceCheck(
    'locate',
    'leak.dry',
    'Watched and dry in',
    [
      ['idle-taps-on', 'idle, taps on', 'good'],
      ['fill', 'filling', 'good'],
      ['hold', 'holding', 'good'],
      ['wash-motion', 'washing', 'good'],
      ['drain', 'draining', 'good'],
      ['spin', 'spinning', 'good'],
    ],
    { several: true },
  ),
  numberCheck('locate', 'leak.drops', 'Drops', 'count', [0, 400]),
  choiceCheck(
    'locate',
    'leak.cardboard',
    'Stain on the cardboard',
    [
      ['dry', 'dry', 'good'],
      ['front-left', 'front left', 'plain'],
      ['front-centre', 'front centre', 'plain'],
      ['front-right', 'front right', 'plain'],
      ['centre', 'centre', 'plain'],
      ['rear-left', 'rear left', 'plain'],
      ['rear-centre', 'rear centre', 'plain'],
      ['rear-right', 'rear right', 'plain'],
    ],
    { several: true },
  ),
  numberCheck('hold', 'leak.catch', 'Leak caught', 'hourly', [0, 5000]),
  numberCheck('hold', 'leak.stop-level', 'Drip stopped at', 'level', [-300, 1500]),
  numberCheck('hold', 'ruler-vs-indicated', 'Ruler above display by', 'level', [-500, 500]),
  choiceCheck('hold', 'weep-holes', 'Weep holes of the clutch drum', [
    ['dry', 'dry', 'good'],
    ['wet', 'wet', 'stop', 'Shaft seals, before the tub seal is blamed.'],
    ['not-fitted', 'not fitted', 'plain'],
  ]),
  choiceCheck('hold', 'centre-post', 'Centre post', [
    ['dry', 'dry', 'good'],
    ['wet', 'wet', 'stop', 'Tub seal; on a clutch machine look at the weep holes first.'],
  ]),
  choiceCheck(
    'hold',
    'bellows.look',
    'Door bellows',
    [
      ['good', 'good', 'good'],
      ['torn', 'torn', 'stop'],
      ['off-groove', 'off its groove', 'stop'],
      ['mark-not-at-12', 'mark not at 12 o’clock', 'stop', 'Its drain holes are not at the bottom.'],
      ['holes-blocked', 'drain holes blocked', 'stop'],
    ],
    { act: 'open-door' },
  ),
  choiceCheck('hold', 'filter-cap.look', 'Filter cap', [
    ['dry', 'dry, at its stop', 'good'],
    ['wet', 'wet', 'stop'],
    ['not-at-stop', 'not at its stop', 'stop'],
  ]),
  choiceCheck(
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
    { act: 'open-panel' },
  ),
  choiceCheck(
    'hold',
    'air-dome.look',
    'Air dome',
    [
      ['clear', 'clear', 'good'],
      ['clogged', 'clogged', 'stop', 'The indicated level lags.'],
    ],
    { act: 'open-panel' },
  ),
  choiceCheck('drain', 'stream.look', 'Stream at the hose end', [
    ['strong', 'strong', 'good'],
    ['weak', 'weak', 'watch'],
    ['none', 'none', 'stop'],
    ['foamy', 'foamy', 'watch', 'Suds: a tub full of foam will not pump out.'],
    ['stops', 'starts, then stops', 'watch', 'A pump failing hot, or a drain that backs up.'],
  ]),
  numberCheck('drain', 'drain.lift-stop', 'Stream stops at hose end', 'height', [0, 4000]),
  numberCheck('drain', 'drain.caught-back', 'Run-back caught in a jug', 'volume', [0, 20]),
  numberCheck('drain', 'pump.runs-for', 'Pump stopped after, voltage still there', 'time', [0, 7200], {
    act: 'measure-live-pump',
  }),
  choiceCheck(
    'drain',
    'trap.look',
    'Coin trap',
    [
      ['clean', 'clean', 'good'],
      ['debris', 'debris', 'stop'],
    ],
    { act: 'open-filter-cap' },
  ),
  choiceCheck(
    'drain',
    'tub-hose.squeeze',
    'Tub-to-pump hose squeezed',
    [
      ['soft', 'soft', 'good'],
      ['object-felt', 'an object is felt', 'stop'],
    ],
    { act: 'hands-at-pump' },
  ),
  choiceCheck(
    'drain',
    'hose-off-at-pump',
    'Drain hose pulled off at the pump',
    [
      // What it means hangs on the side that gushed and on water inside: `joint.ts` says it.
      ['gush', 'a gush', 'plain'],
      ['trickle', 'a trickle', 'plain'],
      ['nothing', 'nothing', 'plain'],
    ],
    { act: 'pull-pump-hose' },
  ),
  choiceCheck(
    'drain',
    'impeller.feel',
    'Impeller by finger',
    [
      ['detents', 'detents that snap back', 'good'],
      ['free', 'spins without detents', 'stop', 'Broken.'],
      ['jammed', 'will not move', 'stop', 'Look for coins, hairpins, wires, a sock.'],
      ['rough', 'rough', 'watch'],
    ],
    { act: 'hands-at-pump' },
  ),
  choiceCheck(
    'drain',
    'belt.look',
    'Drive belt',
    [
      ['on', 'on', 'good'],
      ['off', 'off', 'stop'],
      ['frayed', 'frayed', 'watch'],
      ['not-fitted', 'none fitted', 'plain'],
    ],
    { act: 'open-panel' },
  ),
]
