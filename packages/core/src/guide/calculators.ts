/** The calculators of Rates & rules: what each computes, by which formula, assuming what, from which source. */
export const CALCULATOR_IDS = [
  'bucket',
  'fill-time',
  'drain-time',
  'level',
  'drips',
  'winding',
  'voltage',
  'litres',
  'standpipe',
] as const
export type CalculatorId = (typeof CALCULATOR_IDS)[number]

export interface CalculatorFacts {
  id: CalculatorId
  name: string
  /** What it is for, in few words. */
  use: string
  formula: string
  assumes: string[]
  source: string
}

export const CALCULATORS: Record<CalculatorId, CalculatorFacts> = {
  bucket: {
    id: 'bucket',
    name: 'Bucket test',
    use: 'litres and seconds to a flow',
    formula: 'Q = V ÷ t',
    assumes: [
      'a mark good to 1.5 %, a watch pressed within 0.3 s (estimates)',
      'at least 25 s: a 10 L bucket at a tap, 4 L at a slow hose',
    ],
    source: 'Arithmetic. Error bars: estimates.',
  },
  'fill-time': {
    id: 'fill-time',
    name: 'Fill time from pressure',
    use: 'how long a sound inlet takes at this supply',
    formula: 'Q = valve(P − (K tap + K hose + K screen)·Q²), t = V ÷ Q',
    assumes: [
      'a flow-regulated valve: nearly flat above 100–150 kPa, falling as √P below (estimate)',
      'clean losses: tap 2.0, hose 0.75, screen 0.18 ·10¹² Pa/(m³/s)² (estimates)',
      'no laundry in the tub',
    ],
    source: 'Bernoulli with quadratic losses. Loss values from memory.',
  },
  'drain-time': {
    id: 'drain-time',
    name: 'Drain time from hose height',
    use: 'how long a sound pump takes at this height',
    formula: 'Q = √((H₀ + h − z) ÷ (B + K)), dV/dt = −Q(h)',
    assumes: [
      'pump curve H = H₀ − B·Q²; corrugated hose f = 0.08 (estimate: there is no single reliable source)',
      'nine of ten healthy machines lie in the range shown',
    ],
    source: 'Darcy–Weisbach and the pump’s own curve; family values are estimates.',
  },
  level: {
    id: 'level',
    name: 'Level, volume, pressure',
    use: 'one to the others, for this drum',
    formula: 'front: V = sump + L·[R² acos((R−y)/R) − (R−y)√(2Ry−y²)]; top: V = sump + π D² y ÷ 4; p = ρ g h',
    assumes: ['basket and ribs take 3 % (1–5 %, estimate)', 'level counted from the level port'],
    source: 'Circle segment and hydrostatics; density after Kell 1975, from memory.',
  },
  drips: {
    id: 'drips',
    name: 'Drips to litres a day',
    use: 'what a drip adds up to',
    formula: 'L/day = drops a minute × drop volume × 1.44',
    assumes: ['a drop is 0.05 to 0.25 mL: its size is never one number'],
    source:
      'Ph. Eur. 2.1.1 (20 drops a mL) and a published drip calculator (15 140 a gallon), both from memory.',
  },
  winding: {
    id: 'winding',
    name: 'Winding ohms at temperature',
    use: 'a hot reading against a cold band',
    formula: 'R₂ = R₁·(235 + T₂) ÷ (235 + T₁)',
    assumes: ['copper winding', 'ohms alone do not clear a pump: it may fail under load'],
    source: 'IEC 60034-1, from memory. Bands: common practice, no published source.',
  },
  voltage: {
    id: 'voltage',
    name: 'Voltage tolerance',
    use: 'is the outlet within its band',
    formula: 'off = (measured − nominal) ÷ nominal',
    assumes: [
      'measured under load where it can be done safely',
      'live checks only by someone competent; local code first',
    ],
    source: 'IEC 60038 and ANSI C84.1, from memory.',
  },
  litres: {
    id: 'litres',
    name: 'Litres and buckets in the tub',
    use: 'what has to come out before it is tipped or opened',
    formula: 'V(level) ÷ bucket',
    assumes: ['a couple of cups stay in pump and hoses (common practice, no published source)'],
    source: 'The drum as measured.',
  },
  standpipe: {
    id: 'standpipe',
    name: 'Standpipe height',
    use: 'what a height costs the pump',
    formula: 'Q(z) ÷ Q(900 mm), stall at H₀ + h',
    assumes: [
      'middle values of pump and hose',
      'code heights are guidance: local code and the maker’s sheet go first',
    ],
    source: 'IPC 802 / IRC P2706: 18–42 in above the trap weir; UPC 804.1: 18–30 in; all from memory.',
  },
}
