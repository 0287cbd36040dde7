import type { CheckFacts } from './checkTypes.ts'
import { choiceCheck, numberCheck } from './defineCheck.ts'

/** What is looked at and caught beside the timed runs, by stage. */
export const RUN_CHECKS: readonly CheckFacts[] = [
  numberCheck('fill', 'tap.bucket', 'flow', [0, 200], { perTap: true }),
  numberCheck('fill', 'hose-end.bucket', 'flow', [0, 200], {
    perTap: true,
  }),
  choiceCheck('fill', 'plug-out-in-fill', [
    ['flow-stops', 'plain'],
    ['flow-continues', 'stop'],
  ]),
  choiceCheck(
    'fill',
    'meter.look',
    [
      ['clean', 'good'],
      ['fouled', 'stop'],
    ],
    { act: 'open-panel' },
  ),
  choiceCheck('fill', 'fill.temperature', [
    ['as-called', 'good'],
    ['swapped', 'stop'],
  ]),
  choiceCheck(
    'hold',
    'leak.phase',
    [
      ['idle-taps-on', 'plain'],
      ['fill', 'plain'],
      ['hold', 'plain'],
      ['wash-motion', 'plain'],
      ['drain', 'plain'],
      ['spin', 'plain'],
    ],
    { several: true },
  ),
  choiceCheck(
    'locate',
    'leak.dry',
    [
      ['idle-taps-on', 'good'],
      ['fill', 'good'],
      ['hold', 'good'],
      ['wash-motion', 'good'],
      ['drain', 'good'],
      ['spin', 'good'],
    ],
    { several: true },
  ),
  numberCheck('locate', 'leak.drops', 'count', [0, 400]),
  choiceCheck(
    'locate',
    'leak.cardboard',
    [
      ['dry', 'good'],
      ['front-left', 'plain'],
      ['front-centre', 'plain'],
      ['front-right', 'plain'],
      ['centre', 'plain'],
      ['rear-left', 'plain'],
      ['rear-centre', 'plain'],
      ['rear-right', 'plain'],
    ],
    { several: true },
  ),
  numberCheck('hold', 'leak.catch', 'hourly', [0, 5000]),
  numberCheck('hold', 'leak.stop-level', 'level', [-300, 1500]),
  numberCheck('hold', 'ruler-vs-indicated', 'level', [-500, 500]),
  choiceCheck('hold', 'weep-holes', [
    ['dry', 'good'],
    ['wet', 'stop'],
    ['not-fitted', 'plain'],
  ]),
  choiceCheck('hold', 'centre-post', [
    ['dry', 'good'],
    ['wet', 'stop'],
  ]),
  choiceCheck(
    'hold',
    'bellows.look',
    [
      ['good', 'good'],
      ['torn', 'stop'],
      ['off-groove', 'stop'],
      ['mark-not-at-12', 'stop'],
      ['holes-blocked', 'stop'],
    ],
    { act: 'open-door' },
  ),
  choiceCheck('hold', 'filter-cap.look', [
    ['dry', 'good'],
    ['wet', 'stop'],
    ['not-at-stop', 'stop'],
  ]),
  choiceCheck(
    'hold',
    'level-hose.look',
    [
      ['good', 'good'],
      ['off', 'stop'],
      ['holed', 'stop'],
      ['kinked', 'stop'],
      ['water-inside', 'stop'],
    ],
    { act: 'open-panel' },
  ),
  choiceCheck(
    'hold',
    'air-dome.look',
    [
      ['clear', 'good'],
      ['clogged', 'stop'],
    ],
    { act: 'open-panel' },
  ),
  choiceCheck(
    'hold',
    'clamps.look',
    [
      ['tight', 'good'],
      ['loose', 'stop'],
      ['rusty', 'watch'],
    ],
    { act: 'open-panel' },
  ),
  choiceCheck(
    'hold',
    'recirculation-hose.look',
    [
      ['good', 'good'],
      ['split', 'stop'],
      ['not-fitted', 'plain'],
    ],
    { act: 'open-panel' },
  ),
  choiceCheck('drain', 'stream.look', [
    ['strong', 'good'],
    ['weak', 'watch'],
    ['none', 'stop'],
    ['foamy', 'watch'],
    ['stops', 'watch'],
  ]),
  numberCheck('drain', 'drain.lift-stop', 'height', [0, 4000]),
  numberCheck('drain', 'drain.caught-back', 'volume', [0, 20]),
  numberCheck('drain', 'pump.runs-for', 'time', [0, 7200], {
    act: 'measure-live-pump',
  }),
  choiceCheck(
    'drain',
    'trap.look',
    [
      ['clean', 'good'],
      ['debris', 'stop'],
    ],
    { act: 'open-filter-cap' },
  ),
  choiceCheck(
    'drain',
    'tub-hose.squeeze',
    [
      ['soft', 'good'],
      ['object-felt', 'stop'],
    ],
    { act: 'hands-at-pump' },
  ),
  choiceCheck(
    'drain',
    'hose-off-at-pump',
    [
      // What it means hangs on the side that gushed and on water inside: `joint.ts` says it.
      ['gush', 'plain'],
      ['trickle', 'plain'],
      ['nothing', 'plain'],
    ],
    { act: 'pull-pump-hose' },
  ),
  choiceCheck(
    'drain',
    'impeller.feel',
    [
      ['detents', 'good'],
      ['free', 'stop'],
      ['jammed', 'stop'],
      ['rough', 'watch'],
    ],
    { act: 'hands-at-pump' },
  ),
  choiceCheck(
    'drain',
    'filter-cap.turn',
    [
      ['turns', 'good'],
      ['binds', 'watch'],
    ],
    { act: 'open-filter-cap' },
  ),
  choiceCheck(
    'drain',
    'debris.kind',
    [
      ['coins', 'plain'],
      ['hairpins', 'watch'],
      ['wire', 'watch'],
      ['cloth', 'plain'],
      ['paper', 'plain'],
      ['lint', 'plain'],
      ['grit', 'plain'],
      ['plastic', 'watch'],
    ],
    { several: true },
  ),
  choiceCheck(
    'drain',
    'sump-outlet.look',
    [
      ['clear', 'good'],
      ['object', 'stop'],
    ],
    { act: 'pull-pump-hose' },
  ),
  choiceCheck(
    'drain',
    'pump.ports-look',
    [
      ['clear', 'good'],
      ['debris', 'stop'],
      ['object-in-impeller', 'stop'],
    ],
    { act: 'hands-at-pump' },
  ),
  choiceCheck(
    'drain',
    'pump.housing-look',
    [
      ['whole', 'good'],
      ['cracked', 'stop'],
      ['broken-plastic', 'stop'],
    ],
    { act: 'hands-at-pump' },
  ),
  choiceCheck(
    'drain',
    'drain-hose.flow-through',
    [
      ['free', 'good'],
      ['poor', 'stop'],
      ['blocked', 'stop'],
    ],
    { act: 'pull-pump-hose' },
  ),
  choiceCheck(
    'drain',
    'clutch.feel',
    [
      ['stiff', 'good'],
      ['slips', 'stop'],
    ],
    { act: 'open-panel' },
  ),
  choiceCheck(
    'drain',
    'belt.look',
    [
      ['on', 'good'],
      ['off', 'stop'],
      ['frayed', 'watch'],
      ['not-fitted', 'plain'],
    ],
    { act: 'open-panel' },
  ),
]
