import {
  celsiusFromFahrenheit,
  type FigureKind,
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

export interface Unit {
  unit: string
  digits: number
  show: (base: number) => number
  read: (shown: number) => number
}

const same = (value: number) => value
const plain = (unit: string, digits: number): Unit => ({ unit, digits, show: same, read: same })
const FL_OZ_PER_GALLON = 128
/** Avoirdupois ounce, exact: 1/16 lb. */
const OUNCE_G = 28.349523125

/** Kinds that are written alike in both systems. */
const BOTH = {
  time: plain('s', 0),
  ohm: plain('Ω', 1),
  megohm: plain('MΩ', 1),
  volt: plain('V', 0),
  count: plain('/min', 0),
} as const

/** What each kind of figure is written in; the base units are those of the core: mm, L, L/min, kPa, °C, m. */
const UNITS: Record<UnitSystem, Record<FigureKind, Unit>> = {
  metric: {
    ...BOTH,
    level: plain('mm', 0),
    height: plain('mm', 0),
    volume: plain('L', 1),
    cup: { unit: 'mL', digits: 0, show: (l) => l * 1000, read: (ml) => ml / 1000 },
    hourly: plain('L/h', 1),
    flow: plain('L/min', 1),
    waterPressure: plain('kPa', 2),
    pressure: plain('kPa', 0),
    temperature: plain('°C', 0),
    head: plain('m', 2),
    length: plain('m', 2),
    mass: plain('g', 0),
  },
  us: {
    ...BOTH,
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
    flow: { unit: 'gpm', digits: 2, show: usGallonsFromLitres, read: litresFromUsGallons },
    waterPressure: { unit: 'inH₂O', digits: 1, show: inchesWaterFromKpa, read: kpaFromInchesWater },
    pressure: { unit: 'psi', digits: 0, show: psiFromKpa, read: kpaFromPsi },
    temperature: { unit: '°F', digits: 0, show: fahrenheitFromCelsius, read: celsiusFromFahrenheit },
    head: { unit: 'ft', digits: 1, show: feetFromMetres, read: metresFromFeet },
    length: { unit: 'ft', digits: 1, show: feetFromMetres, read: metresFromFeet },
    mass: { unit: 'oz', digits: 1, show: (g) => g / OUNCE_G, read: (oz) => oz * OUNCE_G },
  },
}

export function unitOf(system: UnitSystem, kind: FigureKind): Unit {
  return UNITS[system][kind]
}

/** What is computed from levels: no more than three of its digits mean anything. */
const COMPUTED: ReadonlySet<FigureKind> = new Set(['volume', 'hourly', 'flow'])
const MEANT = 3
/** Volumes below one are told one digit finer: what runs back is a few hundredths of a litre. */
const FINE_BELOW_ONE: ReadonlySet<FigureKind> = new Set(['volume', 'hourly'])

/** How many decimals a shown figure of a kind deserves. */
export function digitsOf(system: UnitSystem, kind: FigureKind, shown: number): number {
  const { digits } = UNITS[system][kind]
  if (!COMPUTED.has(kind) || shown === 0) return digits
  if (system === 'metric' && FINE_BELOW_ONE.has(kind) && Math.abs(shown) < 1) return digits + 1
  const before = Math.floor(Math.log10(Math.abs(shown))) + 1
  return Math.min(digits, Math.max(0, MEANT - Math.max(1, before)))
}
