import type { calculators as english } from '../en/calculators.ts'

/** The calculators: what each is for, its formula, what it takes for granted, where that comes from. */
export const calculators: Record<keyof typeof english, string> = {
  'calculator.bucket': 'Prueba del balde',
  'calculator.bucket.use': '{units, select, us {galones} other {litros}} y segundos, a un flujo',
  'calculator.bucket.formula': 'Q = V ÷ t',
  'calculator.bucket.assumes':
    'una marca con 1,5 % de error, un reloj pulsado con 0,3 s de margen (estimaciones)\nal menos 25 s: {units, select, us {un balde de 5 gal en un grifo, 1 gal en una manguera lenta} other {un balde de 10 L en un grifo, 4 L en una manguera lenta}}',
  'calculator.bucket.source': 'Aritmética. Márgenes de error: estimaciones.',
  'calculator.fill-time': 'Tiempo de llenado por la presión',
  'calculator.fill-time.use': 'cuánto tarda una entrada sana con esta red',
  'calculator.fill-time.formula': 'Q = válvula(P − (K grifo + K manguera + K filtro)·Q²), t = V ÷ Q',
  'calculator.fill-time.assumes':
    'una válvula con regulador: casi plana por encima de {units, select, us {15–22 psi} other {100–150 kPa}}, baja como √P por debajo (estimación)\npérdidas limpias: grifo 2,0, manguera 0,75, filtro 0,18 ·10¹² Pa/(m³/s)² (estimaciones)\nsin ropa en la tina',
  'calculator.fill-time.source': 'Bernoulli con pérdidas cuadráticas. Valores de pérdida, de memoria.',
  'calculator.drain-time': 'Tiempo de desagüe por la altura',
  'calculator.drain-time.use': 'cuánto tarda una bomba sana a esta altura',
  'calculator.drain-time.formula': 'Q = √((H₀ + h − z) ÷ (B + K)), dV/dt = −Q(h)',
  'calculator.drain-time.assumes':
    'curva de la bomba H = H₀ − B·Q²; manguera corrugada f = 0,08 (estimación: no hay una sola fuente confiable)\nnueve de diez máquinas sanas caen en el rango mostrado',
  'calculator.drain-time.source':
    'Darcy–Weisbach y la curva de la propia bomba; los valores por familia son estimaciones.',
  'calculator.level': 'Nivel, volumen, presión',
  'calculator.level.use': 'de uno a los otros, para este tambor',
  'calculator.level.formula':
    'frontal: V = colector + L·[R² acos((R−y)/R) − (R−y)√(2Ry−y²)]; superior: V = colector + π D² y ÷ 4; p = ρ g h',
  'calculator.level.assumes':
    'canasta y aspas ocupan 3 % (1–5 %, estimación)\nel nivel se cuenta desde la toma de nivel',
  'calculator.level.source': 'Segmento circular e hidrostática; densidad según Kell 1975, de memoria.',
  'calculator.drips': 'Goteo a {units, select, us {galones} other {litros}} por día',
  'calculator.drips.use': 'cuánto suma un goteo',
  'calculator.drips.formula': 'volumen por día = gotas por minuto × volumen de la gota × 1440',
  'calculator.drips.assumes':
    '{units, select, us {de 15 000 a 75 000 gotas hacen un galón} other {una gota tiene de 0,05 a 0,25 mL}}: su tamaño nunca es un solo número',
  'calculator.drips.source': 'Ph. Eur. 2.1.1 y una calculadora de goteo publicada, las dos de memoria.',
  'calculator.winding': 'Ohmios del bobinado según temperatura',
  'calculator.winding.use': 'una lectura en caliente contra un rango en frío',
  'calculator.winding.formula': 'R₂ = R₁·(235 + T₂) ÷ (235 + T₁)',
  'calculator.winding.assumes':
    'bobinado de cobre\nlos ohmios solos no absuelven a una bomba: puede fallar con carga',
  'calculator.winding.source': 'IEC 60034-1, de memoria. Rangos: práctica común, sin fuente publicada.',
  'calculator.voltage': 'Tolerancia de tensión',
  'calculator.voltage.use': 'está la toma dentro de su rango',
  'calculator.voltage.formula': 'diferencia = (medida − nominal) ÷ nominal',
  'calculator.voltage.assumes':
    'medida con carga donde se pueda hacer con seguridad\nmediciones en vivo solo por alguien competente; primero el código local',
  'calculator.voltage.source': 'IEC 60038 y ANSI C84.1, de memoria.',
  'calculator.litres': 'Agua y baldes en la tina',
  'calculator.litres.use': 'lo que hay que sacar antes de inclinarla o abrirla',
  'calculator.litres.formula': 'V(nivel) ÷ balde',
  'calculator.litres.assumes':
    'quedan un par de tazas en bomba y mangueras (práctica común, sin fuente publicada)',
  'calculator.litres.source': 'El tambor según sus medidas.',
  'calculator.standpipe': 'Altura del tubo de desagüe',
  'calculator.standpipe.use': 'lo que una altura le cuesta a la bomba',
  'calculator.standpipe.formula': 'Q(z) ÷ Q({units, select, us {36 in} other {900 mm}}), se detiene a H₀ + h',
  'calculator.standpipe.assumes':
    'valores medios de bomba y manguera\nlas alturas de código son una guía: primero el código local y la hoja del fabricante',
  'calculator.standpipe.source':
    'IPC 802 / IRC P2706: {units, select, us {18–42 in} other {460–1070 mm}} sobre el vertedero del sifón; UPC 804.1: {units, select, us {18–30 in} other {460–760 mm}}; todo de memoria.',
}
