import { FAMILY_IDS, type FamilyId } from '@brendik/core'
import { dateText } from '../lib/time.ts'
import { type Quantity, type UnitSystem, withUnit } from '../lib/units.ts'
import { t, tOf } from '../lib/words.ts'
import { FAMILY_WORD } from './familyWord.ts'

/** Fields of records with their names, as the forms name them, and what they are shown in; null = as said. */
const FIELDS: Record<string, readonly [name: string, quantity: Quantity | null]> = {
  'spec.label': [t('recordText.makeAndModel'), null],
  'spec.family': [t('ui.family'), null],
  'spec.tub.diameterMm': [t('ui.tubDiameterInside'), 'level'],
  'spec.tub.depthMm': [t('recordText.drumLengthOrTubWall'), 'level'],
  'spec.tub.sumpL': [t('ui.sumpBelowTheFloor'), 'volume'],
  'spec.tub.floorMm': [t('ui.floorAboveLevelPort'), 'level'],
  'spec.tub.assumed': [t('recordText.tubAssumedFromItsFamily'), null],
  'spec.fillLevelMm': [t('ui.closesTheValveAt'), 'level'],
  'spec.valve.ratedLMin': [t('ui.valveRatedFlow'), 'flow'],
  'spec.valve.taps': [t('ui.inletTaps'), null],
  'spec.pump.shutoffHeadM': [t('ui.pumpShutOffHead'), 'head'],
  'spec.pump.freeFlowLMin': [t('ui.pumpFreeFlow'), 'flow'],
  'spec.drainHose.boreMm': [t('ui.drainHoseBore'), 'height'],
  'spec.drainHose.lengthM': [t('ui.drainHoseLength'), 'length'],
  'spec.drainHose.wall': [t('ui.drainHoseWall'), null],
  'spec.construction': [t('recordText.placeOfThePump'), null],
  'spec.construction.pumpRoute': [t('ui.wayToThePump'), null],
  'spec.construction.pumpRow': [t('ui.pumpFrontToRear'), null],
  'spec.construction.pumpColumn': [t('ui.pumpLeftToRight'), null],
  'spec.partHeightsMm': [t('recordText.heightsOfParts'), null],
  'record.make': [t('ui.make'), null],
  'record.model': [t('ui.model'), null],
  'record.serial': [t('ui.serialNumber'), null],
  'record.builtYear': [t('ui.builtIn'), null],
  'record.supplyVolts': [t('ui.supply'), 'volt'],
  'record.techSheet.found': [t('ui.techSheet'), null],
  'record.techSheet.pumpOhm': [t('recordText.pumpWindingByTheSheet'), 'ohm'],
  'record.techSheet.valveOhm': [t('recordText.valveCoilByTheSheet'), 'ohm'],
  'record.techSheet.pins': [t('ui.pinsAndColours'), null],
  'record.techSheet.faults': [t('ui.faultMeanings'), null],
  'record.techSheet.testMode': [t('ui.testMode'), null],
  'spec.supplyKpa.cold': [t('ui.supplyColdTap'), 'pressure'],
  'spec.supplyKpa.hot': [t('ui.supplyHotTap'), 'pressure'],
  'spec.standpipeHeightMm': [t('ui.standpipeAboveFloor'), 'height'],
  'spec.waterTempC': [t('ui.waterTemperature'), 'temperature'],
  'spec.portHeightMm': [t('ui.levelPortAboveFloor'), 'height'],
  name: [t('recordText.name'), null],
  customerId: [t('ui.customer'), null],
  phone: [t('ui.telephone'), null],
  note: [t('ui.aboutTheCustomer'), null],
  complaint: [t('recordText.complaint'), null],
  dueAtMs: [t('ui.when'), null],
}
const HEIGHT_OF = 'spec.partHeightsMm.'
const FOUND_OF = 'spec.construction.found'

/** The name of a field of a record. */
export function fieldName(path: readonly string[]): string {
  const key = path.join('.')
  if (key.startsWith(HEIGHT_OF))
    return t('recordText.heightOf', {
      key: tOf(`part.${key.slice(HEIGHT_OF.length)}`, key.slice(HEIGHT_OF.length)),
    })
  if (key.startsWith(FOUND_OF)) return t('recordText.howItIsBuilt')
  return FIELDS[key]?.[0] ?? key
}

/** A value of that field, in words. */
export function fieldText(path: readonly string[], value: unknown, units: UnitSystem): string {
  const key = path.join('.')
  const quantity = key.startsWith(HEIGHT_OF) ? 'level' : (FIELDS[key]?.[1] ?? null)
  if (value === null || value === undefined || value === '') return t('ui.notRecorded')
  if (typeof value === 'boolean') return value ? t('ui.yes') : t('recordText.no')
  if (Array.isArray(value)) {
    const parts = value.map((one) => fieldText(path, one, units))
    return quantity && parts.length === 2
      ? t('common.range', { from: parts[0] ?? '', to: parts[1] ?? '' })
      : parts.join(', ')
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
