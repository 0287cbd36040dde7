import type { CheckFacts } from './checkTypes.ts'
import { choiceCheck, numberCheck } from './defineCheck.ts'

/** What is measured and tried at the electrical bench. */
export const ELECTRICAL_CHECKS: readonly CheckFacts[] = [
  numberCheck('electrical', 'earth.continuity', 'Plug’s earth to the frame', 'ohm', [0, 1e6], {
    canBeOpen: true,
    act: 'measure-dead',
  }),
  numberCheck('electrical', 'insulation', 'Live parts to the frame, megohm', 'megohm', [0, 1e4], {
    act: 'measure-dead',
  }),
  numberCheck('electrical', 'pump.winding', 'Pump winding', 'ohm', [0, 1e6], {
    canBeOpen: true,
    act: 'measure-dead',
  }),
  numberCheck('electrical', 'valve.coil', 'Valve coil', 'ohm', [0, 1e6], {
    canBeOpen: true,
    perTap: true,
    act: 'measure-dead',
  }),
  choiceCheck(
    'electrical',
    'level-switch.blow',
    'Blow into the level switch',
    [
      ['switches', 'clicks and opens', 'good'],
      ['stays-closed', 'stays closed', 'stop', 'Contacts fused: it never tells the valve to close.'],
      ['open-when-empty', 'open when empty', 'stop', 'It thinks the tub is full.'],
    ],
    { act: 'measure-dead' },
  ),
  choiceCheck(
    'electrical',
    'lid-switch.continuity',
    'Lid or door switch, closed',
    [
      ['closes', 'closes', 'good'],
      ['stays-open', 'stays open', 'stop', 'No spin or drain command gets through. Never leave a bypass in.'],
    ],
    { act: 'measure-dead' },
  ),
  numberCheck('electrical', 'outlet.voltage', 'At the outlet', 'volt', [0, 1000], {
    act: 'measure-live',
  }),
  numberCheck('electrical', 'board.pump-pin', 'At the board’s pump pin', 'volt', [0, 1000], {
    act: 'measure-live-pump',
  }),
  numberCheck('electrical', 'pump.voltage', 'At the pump', 'volt', [0, 1000], { act: 'measure-live-pump' }),
  numberCheck('electrical', 'valve.voltage', 'At the valve', 'volt', [0, 1000], {
    perTap: true,
    act: 'measure-live',
  }),
]
