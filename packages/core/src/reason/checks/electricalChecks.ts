import type { CheckFacts } from './checkTypes.ts'
import { choiceCheck, numberCheck } from './defineCheck.ts'

/** What is measured and tried at the electrical bench. */
export const ELECTRICAL_CHECKS: readonly CheckFacts[] = [
  numberCheck('electrical', 'earth.continuity', 'ohm', [0, 1e6], {
    canBeOpen: true,
    act: 'measure-dead',
  }),
  numberCheck('electrical', 'insulation', 'megohm', [0, 1e4], {
    act: 'measure-dead',
  }),
  numberCheck('electrical', 'pump.winding', 'ohm', [0, 1e6], {
    canBeOpen: true,
    act: 'measure-dead',
  }),
  numberCheck('electrical', 'valve.coil', 'ohm', [0, 1e6], {
    canBeOpen: true,
    perTap: true,
    act: 'measure-dead',
  }),
  choiceCheck('electrical', 'level-switch.type', [
    ['contacts', 'plain'],
    ['electronic', 'plain'],
  ]),
  choiceCheck(
    'electrical',
    'level-switch.blow',
    [
      ['switches', 'good'],
      ['stays-closed', 'stop'],
      ['open-when-empty', 'stop'],
    ],
    { act: 'measure-dead' },
  ),
  choiceCheck(
    'electrical',
    'lid-switch.continuity',
    [
      ['closes', 'good'],
      ['stays-open', 'stop'],
    ],
    { act: 'measure-dead' },
  ),
  numberCheck('electrical', 'outlet.voltage', 'volt', [0, 1000], {
    act: 'measure-live',
  }),
  numberCheck('electrical', 'board.pump-pin', 'volt', [0, 1000], {
    act: 'measure-live-pump',
  }),
  numberCheck('electrical', 'pump.voltage', 'volt', [0, 1000], { act: 'measure-live-pump' }),
  numberCheck('electrical', 'valve.voltage', 'volt', [0, 1000], {
    perTap: true,
    act: 'measure-live',
  }),
]
