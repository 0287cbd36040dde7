import type { runs as english } from '../en/runs.ts'

/** What one run says: its sentence, its notes, and what it cannot tell yet. */
export const runs: Record<keyof typeof english, string> = {
  'run.within':
    '{kind, select, fill {Llena} siphon {Se vacía} other {Desagua}} a {flow}, {beside, select, below {demasiado cerca de los {band} esperados para llamarlo lento} above {demasiado cerca de los {band} esperados para llamarlo rápido} other {dentro de los {band} esperados}}.',
  'run.fast':
    '{kind, select, fill {Llena} siphon {Se vacía} other {Desagua}} a {flow}, más que los {band} esperados: revise el tamaño de la tina y las unidades.',
  'run.slow':
    '{kind, select, fill {Llena} siphon {Se vacía} other {Desagua}} a {flow} donde se esperan {band} ({low} % menos), así que tarda {times} veces lo normal{next, select, fill {; un balde en el grifo y otro en la punta de la manguera dicen dónde se pierde} siphon {; sin bomba en marcha, lo estrecho es el conducto} drain {; bomba y conducto encajan los dos: una segunda altura o la prueba de altura dice cuál} other {}}.',
  'run.meter': 'El medidor dice {flow}; decide el nivel.',
  'run.no-flow': 'Casi sin flujo: a lo más {most} donde se esperan {expected}.',
  'run.stalled':
    '{kind, select, fill {Llena} siphon {Se vacía} other {Desagua}} a {flow} durante {time}, después el nivel se quedó en {level}{next, select, silent { y la bomba no se oía: mida la tensión en la bomba mientras se le ordena desaguar} listen {: escuche si la bomba sigue andando, luego mire el chorro} other {}}.',
  'run.weak-supply':
    '{kind, select, fill {Llena} other {Desagua}} a {flow}: lo que da esta presión ({band}), pero una casa sana da {sound}. La débil es la red, no la máquina.',
  'run.timed-undecided':
    '{time} sin leer ningún nivel: con lo que suele llevar esta familia puede ser desde {least} hasta {most}, donde se esperan {band}. Un nivel leído al empezar lo aclara.',
  'run.overfilled':
    'Siguió hasta {reached}, {above} por encima de donde debería cerrar: se llena de más. Desenchufe durante un llenado: si el agua para, algo le ordena seguir; si no, la válvula está trabada.',
  'run.one-instant':
    'Las {readings} lecturas llevan la misma hora: dé a cada una la suya, con al menos 10 s entre ellas.',
  'run.not-analysable':
    'Todo lo anotado se guardó, pero estas lecturas no se pudieron analizar ({why}). Busque una que no puede ser, y retírela.',
  'run.empty-tub':
    'No hay agua por encima de la toma, así que no se puede ver ninguna pérdida. Si antes estaba llena, se vació.',
  'run.no-end':
    'Falta el final: pulse cuando {kind, select, fill {la máquina cierre su válvula} other {chupe aire por primera vez}}, o lea niveles por el camino.',
  'run.not-yet':
    'Después de {time} las lecturas todavía permiten {band}: tome más niveles, durante más tiempo.',
  'run.too-few':
    '{got, plural, one {# lectura útil} other {# lecturas útiles}}: hacen falta al menos {needed} niveles, con 10 s o más entre ellos.',
  'run.steady':
    'El nivel se mantiene. Una pérdida menor de {seen} no se habría visto; espere más para ver menos.',
  'run.rising':
    'El nivel sube con la válvula cerrada: entran {rise} ({range}). Cierre el grifo: si para, la válvula de entrada rezuma.',
  'run.in-motion':
    'El tambor en giro levanta el agua por sí solo: busque agua afuera, y repita el reposo cuando esté quieto.',
  'run.tube-leak':
    'El nivel indicado decae (constante de tiempo {time}) mientras el agua se queda: pierde aire la manguera de presión o su cámara, no la tina.',
  'run.run-back':
    '{litres} regresaron a la tina al parar la bomba ({rise}): nada retiene el agua en la manguera.',
  'run.no-phases': 'Apriete lo que la máquina empieza, al empezarlo: desde dos fases dice algo.',
  'run.cycle-left':
    'El reloj se paró a los {time}, antes de ver el fin del ciclo o un paro más largo de lo usual: pudo haber seguido.',
  'run.cycle-short':
    'Ningún ciclo termina a los {time}: las fases se apretaron antes de tiempo. No se concluye nada.',
  'run.cycle':
    'El ciclo {stops, select, none {llegó a su fin en {time}.} fill {se quedó parado llenando, {time} después de empezar.} wash {se quedó parado lavando, {time} después de empezar.} drain {se quedó parado desaguando, {time} después de empezar.} spin {se quedó parado centrifugando, {time} después de empezar.} other {se quedó parado, {time} después de empezar.}}{long, select, fill { El primer llenado tomó {takes}; lo usual es hasta {usual}.} drain { El primer desagüe tomó {takes}; lo usual es hasta {usual}.} other {}}{spun, select, no { No centrifugó.} other {}}',
  'run.no-run-back': 'No se vio regresar agua: a lo más {litres}.',
  'run.throttled':
    '{kind, select, fill {Llena} other {Desagua}} a {flow} con el grifo estrangulado a propósito: compárelo con el llenado a grifo abierto.',
  'run.end-too-high':
    'La punta de la manguera está más alta de lo que esta bomba debería levantar: mida la altura, o baje la punta.',
  'run.levels-too-close':
    'El nivel inicial y el final están demasiado cerca para comparar: déjela andar más.',
  'run.falling.display':
    'La pantalla baja como si se perdieran {amount} ({range}): una fuga, o aire que escapa de la manguera de presión. Lea la regla al empezar y al terminar.',
  'run.falling.first-between':
    'Se pierden {amount} ({range}) al nivel inicial; la fuga está entre {from} y {to}. Una fuga, ropa que absorbe y un sifón se parecen hasta repetir el reposo.',
  'run.falling.first-below':
    'Se pierden {amount} ({range}) al nivel inicial; si es una fuga, está por debajo de {below}. Una fuga, ropa que absorbe y un sifón se parecen hasta repetir el reposo.',
  'run.falling.undecided': 'Se pierden {amount} ({range}) al nivel inicial.',
  'run.falling.leak-between':
    'Se pierden {amount} ({range}) al nivel inicial; la fuga está entre {from} y {to}.',
  'run.falling.leak-below':
    'Se pierden {amount} ({range}) al nivel inicial; la fuga está por debajo de {below}.',
  'run.falling.siphon':
    'Salen {amount} ({range}) por la manguera al nivel inicial: con su punta levantada la pérdida para.',
  'run.falling.soaking': 'La ropa absorbió {amount} ({range}) al principio.',
  'run.falling.tube-leak': 'La pantalla bajó como si se perdieran {amount} ({range}), y el agua no.',
  'run.falling.only-here': 'Se perdieron {amount} ({range}) en este reposo, y no en los otros.',
  'run.rests':
    'Tomado del tiempo, {kind, select, fill {hasta} other {desde}} {level, select, read {el nivel que se leyó} machine {{mm}, donde esta máquina cierra su válvula} range {lo que suele llevar esta familia, {range}} other {lo que suele llevar esta familia}}.{narrow, select, yes { Un nivel anotado lo precisa.} other {}}',
  'slip.level-in-cm':
    '¿Eran centímetros estos niveles? El más alto es {written}; esta máquina llena hasta unos {meant}. No se concluye nada hasta aclararlo.',
  'slip.level-in-inches':
    '¿Eran pulgadas estos niveles? El más alto es {written}; esta máquina llena hasta unos {meant}. No se concluye nada hasta aclararlo.',
  'slip.hose-end-in-cm':
    '¿De verdad está la punta de la manguera a {written} del piso? ¿Eran centímetros, {meant}? No se concluye nada hasta aclararlo.',
  'slip.radius-for-diameter':
    '¿De verdad mide la tina {written} de ancho? ¿Era su radio? No se concluye nada de los niveles hasta aclararlo.',
  'slip.head-in-feet':
    '¿De verdad levanta esta bomba {written}? ¿Eran pies, {meant}? No se concluye nada de los desagües hasta aclararlo.',
  'slip.meter-in-gallons': 'El medidor marca {percent} % del nivel: ¿cuenta galones? Entonces coinciden.',
  'slip.drain-called-hold':
    'En este reposo salieron {flow}: ¿era un desagüe? No se concluye nada hasta aclararlo.',
  'slip.two-runs-in-one':
    'El nivel se devolvió {written}: ¿son dos mediciones en una? No se concluye nada hasta aclararlo.',
  'slip.fill-level-in-cm': '¿De verdad cierra esta máquina a {written}? ¿Eran centímetros, {meant}?',
  'note.sensor-dead':
    'El agua se mueve y el nivel indicado no: el tubo de presión o su sensor está tapado, suelto o muerto.',
  'note.sensor-gain':
    'El nivel indicado se mueve {gain} veces lo que el agua: el sensor de nivel está descalibrado.',
  'note.sensor-offset':
    'El nivel indicado queda {offset} por {side, select, below {debajo} other {encima}} del agua en la toma.',
  'note.sensor-lag': 'El nivel indicado sigue al agua solo después de unos {lag}: revise la cámara de aire.',
  'note.flow-fluctuates':
    'El flujo varía alrededor de {percent} % de sí mismo: busque espuma o aire en la punta de la manguera.',
  'note.flow-unsteady': 'El flujo no es parejo: busque espuma o aire en la punta de la manguera.',
  'note.fill-slows': 'Su segunda mitad fue {percent} % más lenta que la primera.',
  'note.drain-slows':
    'Su segunda mitad fue {percent} % más lenta de lo que explica el nivel que baja: el desagüe de la casa puede estar devolviéndose, o la bomba se cansa.',
  'note.stream-gap':
    'El instrumento se calló a los {at} y volvió {gap} después; ese tiempo cuenta, sus niveles no se conocen.',
  'note.display-agrees':
    'La pantalla coincide con la regla con {units, select, us {¼ in} other {5 mm}} de margen, así que se usan sus {readings} lecturas.',
  'note.levels-from-display':
    'Los niveles se tomaron de la pantalla; la regla se leyó {times, plural, one {una vez} other {dos veces}}.',
  'note.levels-from-ruler': 'Los niveles se tomaron de la regla; la pantalla coincide con ella.',
  'note.ruler-alone': 'Los niveles se tomaron solo de la regla; la pantalla nunca se leyó junto a ella.',
  'note.ruler-display-stuck':
    'Los niveles se tomaron solo de la regla; la pantalla casi no se movió mientras el agua sí.',
  'note.ruler-display-off':
    'Los niveles se tomaron solo de la regla; la pantalla marcaba {off} {side, select, below {menos} other {más}}.',
  'note.late-mark':
    'El nivel se quedó quieto desde los {at}; la marca llegó {late} después. El tiempo se toma de los niveles.',
  'note.set-aside':
    '{readings, plural, one {Una lectura cae muy fuera de la línea y se apartó.} other {# lecturas caen muy fuera de la línea y se apartaron.}}',
  'note.ran-back': 'Al parar la bomba regresaron {litres} de la manguera: ahí nada retiene el agua.',
  'note.rose-after-closing':
    'El nivel siguió subiendo después de cerrar la válvula: la válvula de entrada puede rezumar.',
  'note.newest-first': 'Las lecturas venían de la más nueva a la más vieja; se pusieron en orden.',
  'note.out-of-order':
    '{readings, plural, one {Una lectura llegó} other {# lecturas llegaron}} antes que la anterior; todas se pusieron en orden. Revise el reloj.',
  'note.same-time':
    '{readings, plural, one {Una lectura lleva} other {# lecturas llevan}} la misma hora que otra con distinto nivel: dé a cada una la suya.',
  'note.end-before-start':
    'El final de esta medición está marcado antes de su comienzo, o junto con él: revise las horas de las marcas.',
  'note.unit-slip':
    'A los {at}: {read} no encaja, tocaban unos {due}. ¿Eran {unit, select, litres {litros} other {pulgadas}}? Equivalen a {meant} de alto.',
  'note.clock-jump':
    'El reloj saltó {by} a los {at}: los niveles siguen como si nada, así que se quitó el salto. ¿Es correcto?',
  'open.cycle-marks': 'apriete cada fase del ciclo al empezar, y el fin',
  'open.three-levels': 'al menos tres niveles, con un minuto entre ellos',
  'open.ruler-beside': 'solo se leyó el nivel indicado: lea la regla junto a él al empezar y al terminar',
  'open.fell-too-little':
    'el nivel bajó menos de tres veces el error de una lectura: bájelo en pasos de {units, select, us {¾ in} other {20 mm}} hasta que pare el goteo, o recoja la fuga a tres niveles',
  'open.not-near-leak':
    'el nivel no ha llegado cerca de la fuga: bájelo en pasos de {units, select, us {¾ in} other {20 mm}} hasta que pare el goteo, o recoja la fuga a tres niveles',
  'open.laundry-may-soak': 'la ropa en la tina puede absorberla: sáquela y repita el reposo',
  'open.siphon-alike': 'un sifón vaciaría igual: repita el reposo con la punta de la manguera en alto',
  'open.air-leak-alike':
    'una manguera de presión que pierde aire hace bajar igual la pantalla: lea la regla al empezar y al terminar',
  'open.second-height':
    'una sola altura de manguera: desagüe otra vez con la punta a {units, select, us {16 in} other {400 mm}}, o haga la prueba de altura',
  'open.two-heights':
    'una sola altura de manguera: desagüe otra vez con la punta a {units, select, us {16 in} other {400 mm}}, o haga la prueba de altura (2 min)',
  'open.meter-beside-level':
    'niveles que suban con claridad junto a un medidor que anda: siga llenando, más de {units, select, us {4 in} other {100 mm}}',
  'open.level-after-stop': 'un nivel al parar la bomba y otro 10 s después',
  'open.too-wide-for-run-back':
    'la sección es demasiado ancha para mostrarlo: saque la punta de la manguera y recoja lo que regresa (cuenta más de {units, select, us {2½ fl oz} other {70 mL}})',
  'open.drains-differ':
    'dos desagües a la misma altura difieren: anote lo que se hizo entre ellos, o desagüe una tercera vez',
  'open.one-hold': 'un solo reposo: repítalo desde el mismo nivel, luego con la punta de la manguera en alto',
  'open.holds-disagree':
    'los reposos no coinciden lo bastante: repítalos por más tiempo, con agua fría y sin ropa',
  'open.hold-lifted': 'repita el reposo con la punta de la manguera en alto',
  'advice.beyond-doubt': 'El movimiento es seguro: este reposo puede parar aquí.',
  'advice.long-enough': 'Suficiente. Esperar más solo mostraría pérdidas más pequeñas.',
  'advice.to-go': 'Faltan {minutes} min.',
  'advice.more-readings': '{readings, plural, one {# lectura más} other {# lecturas más}}.',
  'advice.more-for-interval':
    '{readings, plural, one {# lectura más} other {# lecturas más}} para un buen margen.',
  'advice.enough': 'Suficientes lecturas: pare cuando {when}.',
}
