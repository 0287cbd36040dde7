/** The calculators: what each is for, its formula, what it takes for granted, where that comes from. */
export const calculators = {
  'calculator.bucket': 'Bucket test',
  'calculator.bucket.use': '{units, select, us {gallons} other {litres}} and seconds to a flow',
  'calculator.bucket.formula': 'Q = V ÷ t',
  'calculator.bucket.assumes':
    'a mark good to 1.5 %, a watch pressed within 0.3 s (estimates)\nat least 25 s: {units, select, us {a 5 gal bucket at a tap, 1 gal at a slow hose} other {a 10 L bucket at a tap, 4 L at a slow hose}}',
  'calculator.bucket.source': 'Arithmetic. Error bars: estimates.',
  'calculator.fill-time': 'Fill time from pressure',
  'calculator.fill-time.use': 'how long a sound inlet takes at this supply',
  'calculator.fill-time.formula': 'Q = valve(P − (K tap + K hose + K screen)·Q²), t = V ÷ Q',
  'calculator.fill-time.assumes':
    'a flow-regulated valve: nearly flat above {units, select, us {15–22 psi} other {100–150 kPa}}, falling as √P below (estimate)\nclean losses: tap 2.0, hose 0.75, screen 0.18 ·10¹² Pa/(m³/s)² (estimates)\nno laundry in the tub',
  'calculator.fill-time.source': 'Bernoulli with quadratic losses. Loss values from memory.',
  'calculator.drain-time': 'Drain time from hose height',
  'calculator.drain-time.use': 'how long a sound pump takes at this height',
  'calculator.drain-time.formula': 'Q = √((H₀ + h − z) ÷ (B + K)), dV/dt = −Q(h)',
  'calculator.drain-time.assumes':
    'pump curve H = H₀ − B·Q²; corrugated hose f = 0.08 (estimate: there is no single reliable source)\nnine of ten healthy machines lie in the range shown',
  'calculator.drain-time.source': 'Darcy–Weisbach and the pump’s own curve; family values are estimates.',
  'calculator.level': 'Level, volume, pressure',
  'calculator.level.use': 'one to the others, for this drum',
  'calculator.level.formula':
    'front: V = sump + L·[R² acos((R−y)/R) − (R−y)√(2Ry−y²)]; top: V = sump + π D² y ÷ 4; p = ρ g h',
  'calculator.level.assumes': 'basket and ribs take 3 % (1–5 %, estimate)\nlevel counted from the level port',
  'calculator.level.source': 'Circle segment and hydrostatics; density after Kell 1975, from memory.',
  'calculator.drips': 'Drips to {units, select, us {gallons} other {litres}} a day',
  'calculator.drips.use': 'what a drip adds up to',
  'calculator.drips.formula': 'volume a day = drops a minute × drop volume × 1440',
  'calculator.drips.assumes':
    '{units, select, us {15,000 to 75,000 drops make a gallon} other {a drop is 0.05 to 0.25 mL}}: its size is never one number',
  'calculator.drips.source': 'Ph. Eur. 2.1.1 and a published drip calculator, both from memory.',
  'calculator.winding': 'Winding ohms at temperature',
  'calculator.winding.use': 'a hot reading against a cold band',
  'calculator.winding.formula': 'R₂ = R₁·(235 + T₂) ÷ (235 + T₁)',
  'calculator.winding.assumes': 'copper winding\nohms alone do not clear a pump: it may fail under load',
  'calculator.winding.source': 'IEC 60034-1, from memory. Bands: common practice, no published source.',
  'calculator.voltage': 'Voltage tolerance',
  'calculator.voltage.use': 'is the outlet within its band',
  'calculator.voltage.formula': 'off = (measured − nominal) ÷ nominal',
  'calculator.voltage.assumes':
    'measured under load where it can be done safely\nlive checks only by someone competent; local code first',
  'calculator.voltage.source': 'IEC 60038 and ANSI C84.1, from memory.',
  'calculator.litres': 'Water and buckets in the tub',
  'calculator.litres.use': 'what has to come out before it is tipped or opened',
  'calculator.litres.formula': 'V(level) ÷ bucket',
  'calculator.litres.assumes':
    'a couple of cups stay in pump and hoses (common practice, no published source)',
  'calculator.litres.source': 'The drum as measured.',
  'calculator.standpipe': 'Standpipe height',
  'calculator.standpipe.use': 'what a height costs the pump',
  'calculator.standpipe.formula': 'Q(z) ÷ Q({units, select, us {36 in} other {900 mm}}), stall at H₀ + h',
  'calculator.standpipe.assumes':
    'middle values of pump and hose\ncode heights are guidance: local code and the maker’s sheet go first',
  'calculator.standpipe.source':
    'IPC 802 / IRC P2706: {units, select, us {18–42 in} other {460–1070 mm}} above the trap weir; UPC 804.1: {units, select, us {18–30 in} other {460–760 mm}}; all from memory.',
} as const
