import type { protocols as english } from '../en/protocols.ts'

/** Every protocol by its id, each of its steps by the id of the step; lists have one line each. */
export const protocols: Record<keyof typeof english, string> = {
  'protocol.inlet': 'Dónde pierde flujo la entrada',
  'protocol.inlet.separates': 'red, grifo, manguera, filtro, válvula',
  'protocol.inlet.needs':
    'Tina vacía, ropa afuera\nPunta de la manguera en alto\nUn balde con marcas de {units, select, us {galón} other {litro}}',
  'protocol.inlet.leaves':
    'La tina llena y la manguera de llenado puesta otra vez: revise que su empaque no gotee.',
  'protocol.inlet.stopWhen': 'queda una sola causa, o solo quedan filtro y válvula y el filtro ya se revisó',
  'protocol.inlet.worth':
    'Los dos baldes nombran bien la pieza en 98 de 100, contando filtro y válvula como una.',
  'protocol.inlet.cold': 'Llenado, solo grifo frío',
  'protocol.inlet.cold.first': 'Grifo caliente cerrado',
  'protocol.inlet.cold.act': 'Empiece cuando abra la válvula; lea el nivel cada 10 s; pare cuando cierre.',
  'protocol.inlet.cold.stopWhen': 'la válvula cierre, o pasen dos minutos',
  'protocol.inlet.hot': 'Llenado, solo grifo caliente',
  'protocol.inlet.hot.first': 'Desagüe o baje otra vez el nivel\nGrifo frío cerrado',
  'protocol.inlet.hot.act': 'Empiece cuando abra la válvula; lea el nivel cada 10 s; pare cuando cierre.',
  'protocol.inlet.hot.stopWhen': 'la válvula cierre, o pasen dos minutos',
  'protocol.inlet.tap-bucket': 'Balde en el grifo lento',
  'protocol.inlet.tap-bucket.first': 'Máquina desenchufada\nGrifo cerrado, manguera suelta en el grifo',
  'protocol.inlet.tap-bucket.act':
    'Abra el grifo del todo en el balde; cronometre hasta una marca, al menos 25 s.',
  'protocol.inlet.hose-bucket': 'Balde en la punta de la manguera',
  'protocol.inlet.hose-bucket.first': 'Manguera otra vez en el grifo lento, suelta en la máquina',
  'protocol.inlet.hose-bucket.act':
    'Abra el grifo del todo, punta de la manguera en el balde; cronometre hasta una marca, al menos 25 s.',
  'protocol.inlet.screen': 'Mirar el filtro',
  'protocol.inlet.screen.first': 'Grifo cerrado, máquina desenchufada, manguera suelta en la máquina',
  'protocol.inlet.screen.act': 'Saque el filtro con pinza, derecho. ¿Qué tiene?',
  'protocol.inlet.throttled': 'Llenado con el grifo lento estrangulado',
  'protocol.inlet.throttled.first':
    'Manguera suelta en el grifo: cierre el grifo hasta que un balde se llene 1,4 veces más rápido que la máquina\nManguera puesta otra vez, el grifo como quedó',
  'protocol.inlet.throttled.act':
    'Empiece cuando abra la válvula; lea el nivel cada 10 s; pare cuando cierre.',
  'protocol.inlet.throttled.stopWhen': 'la válvula cierre, o pasen dos minutos',
  'protocol.seep-watch': '¿Rezuma la válvula?',
  'protocol.seep-watch.separates': 'válvula de entrada que rezuma, válvula que sella',
  'protocol.seep-watch.needs':
    'Grifos abiertos, máquina apagada y desenchufada\nNivel entre {units, select, us {1½ in} other {40 mm}} y lleno',
  'protocol.seep-watch.leaves': 'Como estaba.',
  'protocol.seep-watch.stopWhen': 'el nivel haya subido sin duda, o diez minutos no muestren nada',
  'protocol.seep-watch.worth':
    'Diez minutos a mano muestran {units, select, us {3 gal/h, media hora 0.6 gal/h} other {12 L/h, media hora 2,4 L/h}}.',
  'protocol.seep-watch.idle': 'En espera con los grifos abiertos',
  'protocol.seep-watch.idle.first':
    'Máquina desenchufada, grifos del todo abiertos\nPunta de la manguera en alto, para que nada salga por sifón',
  'protocol.seep-watch.idle.act': 'No toque nada. Lea la regla cada minuto.',
  'protocol.seep-watch.idle.stopWhen': 'pasen diez minutos, o el nivel haya subido claramente',
  'protocol.three-hold': 'Tres reposos',
  'protocol.three-hold.separates':
    'fuga, ropa que absorbe, sifón, válvula que rezuma, manguera de presión con fuga de aire, sin fuga',
  'protocol.three-hold.needs':
    'Llena con agua fría a su nivel usual\nVálvula cerrada, motor apagado\nUna regla en la tina',
  'protocol.three-hold.leaves': 'La tina llena, la punta de la manguera levantada: devuélvala a su lugar.',
  'protocol.three-hold.stopWhen': 'los tres estén hechos; antes si el agua se queda y solo baja la pantalla',
  'protocol.three-hold.worth':
    'Reconoce bien una fuga desde {units, select, us {5 gal/h} other {18 L/h}} en 99 de 100, un sifón en 98, ropa que absorbe en 90.',
  'protocol.three-hold.first': 'Reposo tal como está',
  'protocol.three-hold.first.first': 'Llene al nivel usual\nMotor apagado, que nadie la toque',
  'protocol.three-hold.first.act': 'No toque nada. Lea la regla cada minuto.',
  'protocol.three-hold.first.stopWhen': 'pasen diez minutos',
  'protocol.three-hold.again': 'Reposo otra vez',
  'protocol.three-hold.again.first': 'Complete hasta el mismo nivel',
  'protocol.three-hold.again.act': 'No toque nada. Lea la regla cada minuto.',
  'protocol.three-hold.again.stopWhen': 'pasen diez minutos',
  'protocol.three-hold.lifted': 'Reposo con la punta de la manguera levantada',
  'protocol.three-hold.lifted.first':
    'Complete hasta el mismo nivel\nPunta de la manguera fuera del tubo y amarrada lo más alto posible',
  'protocol.three-hold.lifted.act': 'No toque nada. Lea la regla cada minuto.',
  'protocol.three-hold.lifted.stopWhen': 'pasen diez minutos',
  'protocol.stop-level': 'Nivel al que para el goteo',
  'protocol.stop-level.separates':
    'la altura de la fuga, con {units, select, us {⅝ in} other {15 mm}} de margen',
  'protocol.stop-level.needs': 'Una fuga que se vea\nEl lugar debajo, seco',
  'protocol.stop-level.leaves': 'La tina vaciada hasta el nivel de la fuga.',
  'protocol.stop-level.stopWhen': 'no caiga ni una gota en dos minutos',
  'protocol.stop-level.worth':
    'Acierta con {units, select, us {⅝ in} other {15 mm}} de margen en 94 de 100 desde {units, select, us {8 gal/h} other {30 L/h}}; un final débil pide esperas más largas.',
  'protocol.stop-level.stop': 'Nivel de parada',
  'protocol.stop-level.stop.first': 'Seque el lugar, linterna en mano',
  'protocol.stop-level.stop.act':
    'Baje el nivel en pasos de {units, select, us {¾ in} other {20 mm}} con toques cortos de la bomba; seque, espere dos minutos, mire. Anote el nivel al que ya no cae ninguna gota.',
  'protocol.three-level-catch': 'Recoger la fuga a tres niveles',
  'protocol.three-level-catch.separates': 'la altura y el tipo de la fuga',
  'protocol.three-level-catch.needs': 'Una fuga que se pueda recoger en una taza',
  'protocol.three-level-catch.leaves': 'La tina con menos agua.',
  'protocol.three-level-catch.stopWhen': 'se haya recogido a cuatro niveles, uno de ellos casi seco',
  'protocol.three-level-catch.worth':
    'Acierta con {units, select, us {⅝ in} other {15 mm}} de margen en 90 de 100; se muestran los dos tipos de fuga cuando difieren.',
  'protocol.three-level-catch.catch': 'Recoger a un nivel',
  'protocol.three-level-catch.catch.first': 'Deje quieto el nivel un minuto',
  'protocol.three-level-catch.catch.act':
    'Recoja durante dos minutos; anote lo recogido y el nivel. Baje una cuarta parte y repita, hasta donde salga poco.',
  'protocol.pump-or-path': 'Bomba o conducto: prueba de altura',
  'protocol.pump-or-path.separates': 'bomba débil, conducto obstruido',
  'protocol.pump-or-path.needs': 'Llena a su nivel usual\nAlguien que sostenga la manguera',
  'protocol.pump-or-path.leaves': 'La tina vacía, la punta de la manguera afuera: devuélvala a su lugar.',
  'protocol.pump-or-path.stopWhen': 'el chorro pare, o ya no alcance más alto',
  'protocol.pump-or-path.worth':
    'Con el 70 % del flujo: acierta en 99 de 100 si el chorro para dentro del alcance. La mejor prueba sola.',
  'protocol.pump-or-path.place': 'Desagüe tal como está',
  'protocol.pump-or-path.place.first':
    'Llena a su nivel usual, ropa afuera\nPunta de la manguera en su lugar, su altura medida',
  'protocol.pump-or-path.place.act':
    'Empiece cuando arranque la bomba; lea el nivel tan seguido como pueda; marque el primer aire.',
  'protocol.pump-or-path.place.stopWhen': 'el chorro se corte y chupe aire',
  'protocol.pump-or-path.lift': 'Prueba de altura',
  'protocol.pump-or-path.lift.first':
    'Bomba andando, tina al menos a la mitad\nPunta de la manguera fuera del tubo, sobre un balde',
  'protocol.pump-or-path.lift.act':
    'Levante la punta de la manguera hasta que el chorro apenas pare. Anote su altura sobre el piso; si todavía sale a lo más alto que alcanza, anote esa altura como límite.',
  'protocol.two-heights': 'Bomba o conducto: dos alturas',
  'protocol.two-heights.separates': 'bomba débil, conducto obstruido',
  'protocol.two-heights.needs':
    'Llena a su nivel usual\nUn lugar para el agua a {units, select, us {16 in} other {400 mm}}',
  'protocol.two-heights.leaves': 'La tina vacía, la punta de la manguera abajo: devuélvala a su lugar.',
  'protocol.two-heights.stopWhen': 'los dos desagües estén hechos',
  'protocol.two-heights.worth':
    'Con el 70 % del flujo: carga superior bien en 100 de 100, carga frontal a mano en unos 80: use un instrumento, o agregue la prueba de altura.',
  'protocol.two-heights.place': 'Desagüe tal como está',
  'protocol.two-heights.place.first':
    'Llena a su nivel usual, ropa afuera\nPunta de la manguera en su lugar, su altura medida',
  'protocol.two-heights.place.act':
    'Empiece cuando arranque la bomba; lea el nivel tan seguido como pueda; marque el primer aire.',
  'protocol.two-heights.place.stopWhen': 'el chorro se corte y chupe aire',
  'protocol.two-heights.low': 'Desagüe con la punta de la manguera abajo',
  'protocol.two-heights.low.first':
    'Llene otra vez al mismo nivel\nFije la punta de la manguera a unos {units, select, us {16 in} other {400 mm}} sobre el piso, en una rejilla o un recipiente grande',
  'protocol.two-heights.low.act':
    'Empiece cuando arranque la bomba; lea el nivel tan seguido como pueda; marque el primer aire.',
  'protocol.two-heights.low.stopWhen': 'el chorro se corte y chupe aire',
  'protocol.gravity': 'Bomba o conducto: vaciar por gravedad',
  'protocol.gravity.separates': 'bomba débil, conducto obstruido',
  'protocol.gravity.needs': 'Llena a su nivel usual\nUn lugar bajo que reciba toda el agua',
  'protocol.gravity.leaves': 'La tina vacía, la punta de la manguera abajo: devuélvala a su lugar.',
  'protocol.gravity.stopWhen': 'los dos estén hechos',
  'protocol.gravity.worth':
    'Con el 70 % del flujo: acierta en 98 de 100. Ayuda, pero nunca como única prueba.',
  'protocol.gravity.place': 'Desagüe tal como está',
  'protocol.gravity.place.first':
    'Llena a su nivel usual, ropa afuera\nPunta de la manguera en su lugar, su altura medida',
  'protocol.gravity.place.act':
    'Empiece cuando arranque la bomba; lea el nivel tan seguido como pueda; marque el primer aire.',
  'protocol.gravity.place.stopWhen': 'el chorro se corte y chupe aire',
  'protocol.gravity.gravity': 'Vaciar por gravedad',
  'protocol.gravity.gravity.first':
    'Llene otra vez al mismo nivel\nHaga andar la bomba dos segundos para cebar la manguera, luego apáguela\nPonga la punta de la manguera {units, select, us {4 a 10 in} other {100 a 250 mm}} por debajo de la toma de nivel',
  'protocol.gravity.gravity.act': 'Empiece cuando corra el agua con la bomba quieta. Lea el nivel cada 10 s.',
  'protocol.gravity.gravity.stopWhen': 'el chorro se corte',
  'protocol.run-back': '¿Regresa agua?',
  'protocol.run-back.separates': 'clapeta que falla, clapeta buena',
  'protocol.run-back.needs': 'Agua en la tina',
  'protocol.run-back.leaves': 'Un poco de agua en la tina.',
  'protocol.run-back.stopWhen':
    'se vea subir en una de carga frontal; en una de carga superior hace falta la jarra',
  'protocol.run-back.worth':
    'Carga frontal: 98 de 100 por el nivel; carga superior: solo con la jarra (más de {units, select, us {2½ fl oz} other {70 mL}}).',
  'protocol.run-back.watch': 'Vigilar después de parar la bomba',
  'protocol.run-back.watch.first':
    'Desagüe hasta que el nivel quede {units, select, us {¾ a 1½ in} other {20 a 40 mm}} sobre la toma, luego pare la bomba',
  'protocol.run-back.watch.act':
    'Empiece cuando pare la bomba. Lea el nivel enseguida, a los 10 s y a los 20 s.',
  'protocol.run-back.watch.stopWhen': 'el nivel se quede quieto',
  'protocol.run-back.caught': 'Recoger lo que regresa',
  'protocol.run-back.caught.first': 'Punta de la manguera fuera del tubo, en una jarra, mantenida en alto',
  'protocol.run-back.caught.act': 'Pare la bomba, baje la punta a la jarra: ¿cuánto regresa?',
  'protocol.sensor-check': 'Sensor de nivel contra la regla',
  'protocol.sensor-check.separates': 'ganancia, desfase, atraso, fuga de aire, tubo tapado',
  'protocol.sensor-check.needs': 'Una regla en la tina\nUna pantalla o un instrumento que dé el nivel',
  'protocol.sensor-check.leaves': 'La tina llena.',
  'protocol.sensor-check.stopWhen': 'los dos estén hechos',
  'protocol.sensor-check.worth':
    'Ganancia con 6 % de margen, desfase con {units, select, us {5/16 in} other {8 mm}}; la fuga de aire se distingue siempre de una fuga de agua.',
  'protocol.sensor-check.fill': 'Llenado con regla junto a la pantalla',
  'protocol.sensor-check.fill.first':
    'Nivel de {units, select, us {1¼ in} other {30 mm}} o más, para que las dos marquen',
  'protocol.sensor-check.fill.act':
    'Lea la regla y la pantalla a la vez cada 15 s; pulse Válvula cerrada cuando cierre, y siga leyendo dos minutos antes de Parar.',
  'protocol.sensor-check.fill.stopWhen': 'la pantalla lleve dos minutos quieta después del agua',
  'protocol.sensor-check.hold': 'Reposo con regla junto a la pantalla',
  'protocol.sensor-check.hold.first': 'Válvula cerrada, motor apagado',
  'protocol.sensor-check.hold.act': 'Lea regla y pantalla cada minuto.',
  'protocol.sensor-check.hold.stopWhen':
    'pasen diez minutos, o la pantalla haya bajado claramente y la regla no',
}
