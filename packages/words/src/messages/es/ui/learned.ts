export const learned = {
  'learned.learned': 'Lo que resultó ser cierto',
  'learned.none':
    'Nada aún: sale de visitas cerradas en las que se probó la reparación o se miró la pieza vieja.',
  'learned.all': 'Qué tan seguro, qué pruebas, qué probabilidades',
  'learned.inShort':
    'La pieza sospechada primero era la causa en {right} de {n, plural, one {# visita} other {# visitas}}.',
  'learned.firstSuspect': 'La primera sospecha',
  'learned.firstRight':
    'La pieza sospechada primero era la causa en {right} de {n, plural, one {# visita} other {# visitas}}; {lo} a {hi} con esta cuenta.',
  'learned.rightOf': '{right} de {n}',
  'learned.calibration': '¿Eran correctos los porcentajes?',
  'learned.says':
    '{says, select, as_said {Sí: era la causa tantas veces como se dijo, en {n, plural, one {# visita} other {# visitas}}.} too_sure {Demasiado seguros: era la causa menos veces de lo dicho, en {n, plural, one {# visita} other {# visitas}}.} too_careful {Demasiado cautos: era la causa más veces de lo dicho, en {n, plural, one {# visita} other {# visitas}}.} other {Muy pocas visitas para saberlo.}}',
  'learned.said': 'Se dijo',
  'learned.came': 'Era la causa',
  'learned.range': '{lo}–{hi} %',
  'learned.howToRead': 'Negro: cuántas veces fue, con su margen. Ámbar: lo que se dijo, en promedio.',
  'learned.checks': 'Qué pruebas llevaron allí',
  'learned.checksWhat': 'Cuánto movió cada una la probabilidad de lo que resultó ser cierto, en promedio.',
  'learned.gain': '{way, select, down {−} other {+}}{points, plural, one {# punto} other {# puntos}}',
  'learned.worth':
    '{n, plural, one {# vez} other {# veces}}, {minutes} min; {misled, plural, one {desvió una vez} other {desvió # veces}}',
  'learned.carryTitle': 'Para llevar en la furgoneta',
  'learned.carryWhat':
    'Lo que se cambió en el último año y lo que alcanza para cuatro semanas nueve veces de diez.',
  'learned.went': '{went} en un año',
  'learned.carry': 'llevar {n}',
  'learned.chances': 'Probabilidades de estas visitas',
  'learned.chancesWhat':
    'Contado en {visits, plural, one {# visita} other {# visitas}}. {uses, select, yes {Las visitas que se abran desde ahora se pesan con ello: una falla se vuelve a lo sumo cuatro veces más probable, y ninguna visita abierta antes cambia.} other {Todas las visitas se pesan con las probabilidades usuales.}}',
  'learned.chancesNone': 'Ninguna probabilidad difiere de la usual tanto como para importar.',
  'learned.switch': 'Pesar con ello',
  'learned.on': 'Pesar con ello',
  'learned.off': 'Las usuales',
  'learned.factor': '{factor}×',
  'learned.counted': 'hallada {found} veces, esperada {expected}',
} as const
