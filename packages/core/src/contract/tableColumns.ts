import { QUANTITIES, type QuantityId } from '../measure/verdict/quantities.ts'

/** Units by their codes in the Unified Code for Units of Measure; 1 = a plain number. */
export type UnitCode = 'mm' | 's' | 'kg' | 'L/min' | 'L/h' | 'L' | 'm' | 'Cel' | 'A' | 'min' | '1'
export interface TableColumn<N extends string = string> {
  name: N
  datatype: 'string' | 'number' | 'boolean' | 'dateTime'
  unit?: UnitCode
  /** Part of what names a row. */
  key?: true
  /** Names a row of that table. */
  of?: TableId
}
export type TableId = 'visits' | 'runs' | 'figures' | 'readings' | 'looks'
/** A value of one field; null = not known. Instants in ms since 1970. */
export type TableCell = string | number | boolean | null

type Column<N extends string> = TableColumn<N>
const text = <N extends string>(name: N): Column<N> => ({ name, datatype: 'string' })
const instant = <N extends string>(name: N): Column<N> => ({ name, datatype: 'dateTime' })
const yesNo = <N extends string>(name: N): Column<N> => ({ name, datatype: 'boolean' })
const number = <N extends string>(name: N, unit: UnitCode): Column<N> => ({ name, datatype: 'number', unit })
const key = <N extends string>(name: N): Column<N> => ({ name, datatype: 'string', key: true })
const rowOf = <N extends string>(name: N, of: TableId): Column<N> => ({ name, datatype: 'string', of })

/** What is handed out as tables: facts as they were recorded, and the figures made from them. Units are in the names. */
export const TABLE_COLUMNS = {
  visits: [
    key('visit'),
    instant('due_at'),
    instant('closed_at'),
    text('site'),
    text('machine'),
    text('family'),
    text('make'),
    text('model'),
    text('serial'),
    text('complaint'),
  ],
  runs: [
    key('run'),
    rowOf('visit', 'visits'),
    text('kind'),
    instant('started_at'),
    instant('stopped_at'),
    text('taps'),
    yesNo('throttled'),
    number('hose_end_mm', 'mm'),
    number('start_level_mm', 'mm'),
    number('end_level_mm', 'mm'),
    text('laundry'),
    number('laundry_kg', 'kg'),
    text('instrument'),
    text('verdict'),
    number('expected_time_lo_s', 's'),
    number('expected_time_s', 's'),
    number('expected_time_hi_s', 's'),
  ],
  figures: [
    { ...rowOf('run', 'runs'), key: true },
    key('figure'),
    text('unit'),
    number('value', '1'),
    number('lo', '1'),
    number('hi', '1'),
  ],
  readings: [
    rowOf('run', 'runs'),
    number('t_s', 's'),
    number('level_mm', 'mm'),
    number('ruler_mm', 'mm'),
    number('flow_l_min', 'L/min'),
    number('current_a', 'A'),
  ],
  looks: [
    key('look'),
    rowOf('visit', 'visits'),
    instant('at'),
    text('check'),
    text('value'),
    text('tap'),
    number('level_mm', 'mm'),
    number('temp_c', 'Cel'),
    text('phase'),
    text('side'),
    text('by'),
  ],
} as const satisfies Record<TableId, readonly TableColumn[]>
export const TABLE_IDS = Object.keys(TABLE_COLUMNS) as TableId[]

/** Unit of each figure of a run. */
export const QUANTITY_UNIT: Readonly<Record<QuantityId, UnitCode>> = {
  flowLMin: 'L/min',
  timeS: 's',
  ratioToExpected: '1',
  pumpHeadM: 'm',
  pathResistanceRatio: '1',
  leakHeightMm: 'mm',
  leakLH: 'L/h',
  riseLH: 'L/h',
  tubeLeakTauS: 's',
  sensorLagS: 's',
  sensorGain: '1',
  sensorOffsetMm: 'mm',
  meterGain: '1',
  runBackL: 'L',
  cutoutS: 's',
  unsteadiness: '1',
  slowing: '1',
}
export const QUANTITY_IDS = Object.keys(QUANTITIES) as QuantityId[]
