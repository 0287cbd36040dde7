import {
  celsiusFromFahrenheit,
  fahrenheitFromCelsius,
  feetFromMetres,
  inchesFromMm,
  inchesWaterFromKpa,
  kpaFromInchesWater,
  kpaFromPsi,
  litresFromUsGallons,
  metresFromFeet,
  mmFromInches,
  psiFromKpa,
  usGallonsFromLitres,
} from '@brendik/core'

export type UnitSystem = 'metric' | 'us'
export type Quantity =
  | 'level'
  | 'height'
  | 'volume'
  | 'hourly'
  | 'cup'
  | 'flow'
  | 'pressure'
  | 'waterPressure'
  | 'temperature'
  | 'head'
  | 'length'
  | 'time'
  | 'ohm'
  | 'megohm'
  | 'volt'
  | 'count'

interface Unit {
  unit: string
  digits: number
  show: (base: number) => number
  read: (shown: number) => number
}

const same = (value: number) => value
const FL_OZ_PER_GALLON = 128
/** What each quantity is shown in; the base units are those of the core: mm, L, L/min, kPa, °C, m. */
const UNITS: Record<UnitSystem, Record<Quantity, Unit>> = {
  metric: {
    level: { unit: 'mm', digits: 0, show: same, read: same },
    height: { unit: 'mm', digits: 0, show: same, read: same },
    volume: { unit: 'L', digits: 1, show: same, read: same },
    cup: { unit: 'mL', digits: 0, show: (l) => l * 1000, read: (ml) => ml / 1000 },
    hourly: { unit: 'L/h', digits: 1, show: same, read: same },
    flow: { unit: 'L/min', digits: 1, show: same, read: same },
    waterPressure: { unit: 'kPa', digits: 2, show: same, read: same },
    time: { unit: 's', digits: 0, show: same, read: same },
    ohm: { unit: 'Ω', digits: 1, show: same, read: same },
    megohm: { unit: 'MΩ', digits: 1, show: same, read: same },
    volt: { unit: 'V', digits: 0, show: same, read: same },
    count: { unit: 'a minute', digits: 0, show: same, read: same },
    pressure: { unit: 'kPa', digits: 0, show: same, read: same },
    temperature: { unit: '°C', digits: 0, show: same, read: same },
    head: { unit: 'm', digits: 2, show: same, read: same },
    length: { unit: 'm', digits: 2, show: same, read: same },
  },
  us: {
    level: { unit: 'in', digits: 2, show: inchesFromMm, read: mmFromInches },
    height: { unit: 'in', digits: 1, show: inchesFromMm, read: mmFromInches },
    volume: { unit: 'gal', digits: 2, show: usGallonsFromLitres, read: litresFromUsGallons },
    cup: {
      unit: 'fl oz',
      digits: 1,
      show: (l) => usGallonsFromLitres(l) * FL_OZ_PER_GALLON,
      read: (oz) => litresFromUsGallons(oz / FL_OZ_PER_GALLON),
    },
    hourly: { unit: 'gal/h', digits: 2, show: usGallonsFromLitres, read: litresFromUsGallons },
    waterPressure: { unit: 'inH₂O', digits: 1, show: inchesWaterFromKpa, read: kpaFromInchesWater },
    time: { unit: 's', digits: 0, show: same, read: same },
    ohm: { unit: 'Ω', digits: 1, show: same, read: same },
    megohm: { unit: 'MΩ', digits: 1, show: same, read: same },
    volt: { unit: 'V', digits: 0, show: same, read: same },
    count: { unit: 'a minute', digits: 0, show: same, read: same },
    flow: { unit: 'gpm', digits: 2, show: usGallonsFromLitres, read: litresFromUsGallons },
    pressure: { unit: 'psi', digits: 0, show: psiFromKpa, read: kpaFromPsi },
    temperature: { unit: '°F', digits: 0, show: fahrenheitFromCelsius, read: celsiusFromFahrenheit },
    head: { unit: 'ft', digits: 1, show: feetFromMetres, read: metresFromFeet },
    length: { unit: 'ft', digits: 1, show: feetFromMetres, read: metresFromFeet },
  },
}

export function unitOf(system: UnitSystem, quantity: Quantity): Unit {
  return UNITS[system][quantity]
}

/** What is computed from levels: no more than three of its digits mean anything. */
const COMPUTED: ReadonlySet<Quantity> = new Set(['volume', 'hourly', 'flow'])
const MEANT = 3

/** A figure without its unit; a dash for what is not known. */
export function figure(system: UnitSystem, quantity: Quantity, base: number | null | undefined): string {
  if (base === null || base === undefined || !Number.isFinite(base)) return '–'
  const { show, digits } = UNITS[system][quantity]
  const shown = show(base)
  if (!COMPUTED.has(quantity) || shown === 0) return shown.toFixed(digits)
  const before = Math.floor(Math.log10(Math.abs(shown))) + 1
  return shown.toFixed(Math.min(digits, Math.max(0, MEANT - Math.max(1, before))))
}

/** A figure as it is typed into a field: as many digits as its unit takes, none lost on the way there and back. */
export function typedFigure(system: UnitSystem, quantity: Quantity, base: number): string {
  const { show, digits } = UNITS[system][quantity]
  return show(base).toFixed(digits)
}

/** A figure with its unit. */
export function withUnit(system: UnitSystem, quantity: Quantity, base: number | null | undefined): string {
  return `${figure(system, quantity, base)} ${UNITS[system][quantity].unit}`
}

const IN_TEXT = /(-?\d+(?:\.\d+)?)(?: to (-?\d+(?:\.\d+)?))? (mm|L\/h)(?![a-z])/g

/** A sentence of the core, whose lengths and leak rates are metric, in the user's units. */
export function textInUnits(units: UnitSystem, text: string): string {
  if (units === 'metric') return text
  return text.replace(IN_TEXT, (_all, from: string, to: string | undefined, unit: string) => {
    const quantity = unit === 'mm' ? 'level' : 'hourly'
    return to === undefined
      ? withUnit(units, quantity, Number(from))
      : `${figure(units, quantity, Number(from))} to ${withUnit(units, quantity, Number(to))}`
  })
}
