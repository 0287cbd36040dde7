import { FAMILY_IDS, type FamilyId } from '@brendik/core'
import { dateText } from '../lib/time.ts'
import { type Quantity, type UnitSystem, withUnit } from '../lib/units.ts'
import { FAMILY_WORD } from './familyWord.ts'

/** Fields of records with their names, as the forms name them, and what they are shown in; null = as said. */
const FIELDS: Record<string, readonly [name: string, quantity: Quantity | null]> = {
  'spec.label': ['Make and model', null],
  'spec.family': ['Family', null],
  'spec.tub.diameterMm': ['Tub diameter inside', 'level'],
  'spec.tub.depthMm': ['Drum length or tub wall height', 'level'],
  'spec.tub.sumpL': ['Sump below the floor', 'volume'],
  'spec.tub.floorMm': ['Floor above level port', 'level'],
  'spec.tub.assumed': ['Tub assumed from its family', null],
  'spec.fillLevelMm': ['Closes the valve at', 'level'],
  'spec.valve.ratedLMin': ['Valve rated flow', 'flow'],
  'spec.valve.taps': ['Inlet taps', null],
  'spec.pump.shutoffHeadM': ['Pump shut-off head', 'head'],
  'spec.pump.freeFlowLMin': ['Pump free flow', 'flow'],
  'spec.drainHose.boreMm': ['Drain hose bore', 'height'],
  'spec.drainHose.lengthM': ['Drain hose length', 'length'],
  'spec.drainHose.wall': ['Drain hose wall', null],
  'spec.construction': ['Place of the pump', null],
  'spec.construction.pumpRoute': ['Way to the pump', null],
  'spec.construction.pumpRow': ['Pump, front to rear', null],
  'spec.construction.pumpColumn': ['Pump, left to right', null],
  'spec.partHeightsMm': ['Heights of parts', null],
  'record.make': ['Make', null],
  'record.model': ['Model', null],
  'record.serial': ['Serial number', null],
  'record.builtYear': ['Built in', null],
  'record.supplyVolts': ['Supply', 'volt'],
  'record.techSheet.found': ['Tech sheet', null],
  'record.techSheet.pumpOhm': ['Pump winding by the sheet', 'ohm'],
  'record.techSheet.valveOhm': ['Valve coil by the sheet', 'ohm'],
  'record.techSheet.pins': ['Pins and colours', null],
  'record.techSheet.faults': ['Fault meanings', null],
  'record.techSheet.testMode': ['Test mode', null],
  'spec.supplyKpa.cold': ['Supply, cold tap', 'pressure'],
  'spec.supplyKpa.hot': ['Supply, hot tap', 'pressure'],
  'spec.standpipeHeightMm': ['Standpipe above floor', 'height'],
  'spec.waterTempC': ['Water temperature', 'temperature'],
  'spec.portHeightMm': ['Level port above floor', 'height'],
  name: ['Name', null],
  customerId: ['Customer', null],
  phone: ['Telephone', null],
  note: ['About the customer', null],
  complaint: ['Complaint', null],
  dueAtMs: ['When', null],
}
const HEIGHT_OF = 'spec.partHeightsMm.'

/** The name of a field of a record. */
export function fieldName(path: readonly string[]): string {
  const key = path.join('.')
  if (key.startsWith(HEIGHT_OF)) return `Height of: ${key.slice(HEIGHT_OF.length).replaceAll('-', ' ')}`
  return FIELDS[key]?.[0] ?? key
}

/** A value of that field, in words. */
export function fieldText(path: readonly string[], value: unknown, units: UnitSystem): string {
  const key = path.join('.')
  const quantity = key.startsWith(HEIGHT_OF) ? 'level' : (FIELDS[key]?.[1] ?? null)
  if (value === null || value === undefined || value === '') return 'not recorded'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (Array.isArray(value)) {
    const parts = value.map((one) => fieldText(path, one, units))
    return quantity && parts.length === 2 ? parts.join(' to ') : parts.join(', ')
  }
  if (typeof value === 'number') {
    if (key === 'dueAtMs') return dateText(value, 'dayTime')
    return quantity ? withUnit(units, quantity, value) : String(value)
  }
  if (typeof value === 'object')
    return Object.entries(value)
      .map(([part, one]) => `${part.replaceAll('-', ' ')} ${fieldText([...path, part], one, units)}`)
      .join(', ')
  return FAMILY_IDS.includes(value as FamilyId) ? FAMILY_WORD[value as FamilyId] : String(value)
}
