import type { visit as english } from '../en/visit.ts'

/** What runs and looks of a visit say together. */
export const visit: Record<keyof typeof english, string> = {
  'cause.none': 'nada malo en la entrada',
  'cause.supply.low-pressure': 'poca presión en la red',
  'cause.tap.part-shut': 'el grifo medio cerrado',
  'cause.fill-hose.kinked': 'la manguera de llenado doblada',
  'cause.inlet-screen.clogged': 'el filtro de entrada tapado',
  'cause.inlet-valve.restricted': 'la válvula de entrada restringida',
  'cause.standpipe.siphon': 'agua que se va por la manguera de desagüe mientras llena',
  'visit.next':
    'Sigue: {measure, select, tap_bucket {un balde cronometrado en el grifo, sin manguera} hose_end_bucket {un balde cronometrado en la punta de la manguera} other_tap {un llenado solo por el otro grifo} gauge {un manómetro en el grifo} throttled_fill {un llenado con el grifo estrangulado a 1,4 veces el flujo de la máquina en un balde} other {mirar el filtro: primero cierre los grifos}} ({minutes} min).',
  'visit.fill.clean-first':
    'El filtro del lado {tap, select, hot {caliente} other {frío}} está sucio: límpielo, luego cronometre otra vez el llenado {tap, select, hot {caliente} other {frío}}.',
  'visit.fill.none': 'La entrada {tap, select, hot {caliente} other {fría}} da lo que debe.',
  'visit.fill.screen-or-valve':
    'La entrada {tap, select, hot {caliente} other {fría}} pierde su flujo en la máquina: filtro o válvula, que el flujo solo no distingue.',
  'visit.fill.undecided': 'En la entrada {tap, select, hot {caliente} other {fría}} todavía cabe {allowed}.',
  'visit.fill.undecided-ruled-out':
    'En la entrada {tap, select, hot {caliente} other {fría}} todavía cabe {allowed}; descartado: {ruledOut}.',
  'visit.fill.siphon':
    'Se va agua mientras llena del lado {tap, select, hot {caliente} other {frío}} ({percent} %): levante la punta de la manguera por encima del borde y llene otra vez.',
  'visit.fill.cause': 'Del lado {tap, select, hot {caliente} other {frío}} es {cause} ({percent} %).',
  'visit.meter.siphons':
    'El medidor marca {percent} % de lo que queda en la tina: el resto se va por la manguera.',
  'visit.meter.low':
    'El medidor marca {percent} % de lo que muestra el nivel: limpie el medidor de flujo, luego llene otra vez.',
  'visit.meter.high':
    'El medidor marca {percent} % de lo que queda en la tina: el agua se va a otra parte (fuga, sifón, ropa) o el tamaño de la tina está mal; no empiece por el medidor.',
  'visit.hold.tight': 'La tina retiene: {holds, plural, one {# reposo} other {# reposos}} sin pérdida.',
  'visit.hold.leak':
    'Tiene fuga: cada reposo perdió unos {loss}, también con la punta de la manguera levantada.',
  'visit.hold.soaking':
    'La ropa absorbía: el segundo reposo perdió mucho menos que el primero. No se ve fuga.',
  'visit.hold.siphon':
    'Hace sifón: la pérdida de {loss} para al levantar la punta de la manguera. Dele a la manguera su lazo alto, y aire donde entra al tubo.',
  'visit.hold.seep-in':
    'Entra agua con la válvula cerrada: {loss}. Cierre el grifo: si para, la válvula de entrada rezuma.',
  'visit.hold.tube-leak':
    'El nivel indicado bajó y el agua no: pierde aire la manguera de presión o su cámara. La tina no tiene fuga.',
  'visit.hold.undecided':
    'Aún no se distingue: {likely}. {next, select, again {Repita el reposo desde el mismo nivel.} longer {Repítalo por más tiempo, con agua fría.} other {Repita el reposo con la punta de la manguera en alto.}}',
  'visit.hold.likely':
    '{cause, select, tight {sin fuga} leak {una fuga} soaking {ropa que absorbe} siphon {un sifón} other {una válvula que rezuma}} {percent} %',
  'visit.leak-height':
    'La fuga está entre {from} y {to} según {by, select, stop_level {el nivel al que paró el goteo} catches {lo recogido a varios niveles} other {la curva del reposo}}.',
  'visit.leak-height-laws':
    'La fuga está entre {from} y {to} según {by, select, stop_level {el nivel al que paró el goteo} catches {lo recogido a varios niveles} other {la curva del reposo}} (como orificio {orifice}, como filtración {seepage}).',
  'visit.drain.pump-weak': 'La bomba está débil: levanta {head}; el conducto está como debe.',
  'visit.drain.path-restricted':
    'El conducto está obstruido, {times} veces su resistencia limpia; la bomba levanta lo que debe.',
  'visit.drain.both':
    'Fallan bomba y conducto: la bomba levanta {head}, el conducto tiene {times} veces su resistencia limpia.',
  'visit.drain.nominal': 'Bomba y conducto no se distinguen de unos sanos.',
  'visit.drain.nominal-one': 'El último desagüe es lo que da una bomba sana con el conducto libre.',
  'visit.drain.undecided':
    'Bomba débil o conducto obstruido: sin decidir. {next, select, lift {La prueba de altura lo dice (2 min): levante la punta de la manguera en marcha hasta que el chorro apenas pare.} other {Desagüe otra vez con la punta de la manguera a otra altura.}}',
  'visit.drain.head': '{value} ({lo} a {hi}) de {nominal}',
  'visit.drain.left-out':
    'Un desagüe ({flow}) no encaja con los otros y se deja fuera. ¿Se hizo algo antes? Entonces anótelo.',
  'visit.standpipe':
    'La punta de la manguera a {height} le deja a una bomba sana solo {percent} % de su flujo a la altura usual: el tubo de desagüe está muy alto.',
  'visit.odd-fill':
    'Un llenado {tap, select, hot {caliente} other {frío}}, con {percent} % de lo que muestran los demás, no encaja y se deja fuera. ¿Se hizo algo antes? Entonces anótelo.',
  'visit.trouble.foam': 'Espuma en el agua: enjuáguela y desagüe otra vez antes de juzgar bomba o conducto.',
  'visit.trouble.backs-up':
    'El tubo de desagüe se devuelve: primero el desagüe de la casa, ninguna pieza de la lavadora lo arregla.',
  'visit.trouble.unsteady':
    'El desagüe no fue parejo: busque espuma o aire antes de juzgar bomba o conducto.',
  'visit.trouble.slowing':
    'El desagüe se fue haciendo lento: vigile si el agua se devuelve en el tubo antes de juzgar bomba o conducto.',
  'visit.trouble.stops':
    'El desagüe paró con agua adentro: lo que lo paró va antes de juzgar bomba o conducto.',
  'visit.pump.fails-under-load':
    'La bomba falla con carga: para{timed, select, yes { a los {after}} other {}} con la tensión presente, digan lo que digan sus ohmios. Cámbiela, y cronometre otra vez el desagüe.',
  'visit.pump.stops-unfed':
    'La bomba para{timed, select, yes { a los {after}} other {}} y no le llega tensión: interruptor de tapa o puerta, cableado, tarjeta, en ese orden.',
  'visit.pump.stops':
    'La bomba para{timed, select, yes { a los {after}} other {}}: mida la tensión en la bomba mientras se le ordena desaguar. Si está, falla con carga; si no, algo la apaga.',
  'visit.pump.jammed':
    'La bomba está trabada, no mala: quite lo que detiene el impulsor, luego cronometre otra vez el desagüe.',
  'visit.pump.likely-jammed':
    'La bomba zumba y no gira: lo más probable es que la detenga un objeto. Toque el impulsor, líbrelo, cronometre otra vez el desagüe.',
  'visit.run-back.disagree':
    'Se recogieron {jug} de retorno, el nivel muestra {level}: no coinciden. La jarra lo ve todo; lea el nivel al parar la bomba y 10 s después.',
  'visit.run-back.flap':
    'Regresan {litres} de la manguera al parar la bomba: la clapeta no retiene, si es que lleva una.',
  'visit.differ':
    '{kind, select, hot {Dos llenados calientes} cold {Dos llenados fríos} fill {Dos llenados} other {Dos desagües a la misma altura}} difieren: el segundo da {percent} % del primero. ¿Se limpió, destapó o cambió algo entre ellos? Anótelo, y se juzgan aparte; si no, cronometre un tercero.',
  'visit.changed':
    'Desde esto ({act}), el {kind, select, hot {llenado caliente} cold {llenado frío} fill {llenado} other {desagüe}} {change, select, from_nothing {fluye, donde antes no venía casi nada} to_nothing {apenas fluye ya} faster {es {times} veces más rápido que antes} slower {tiene solo {percent} % de su flujo de antes} other {sigue como antes}}.',
  'visit.before-act':
    'Eso fue antes de esto ({act}): {path, select, hold {repita el reposo} fill {cronometre otra vez el llenado} other {cronometre otra vez el desagüe}}.',
  'act.cleaned': 'limpieza: {part}',
  'act.cleared': 'destapado: {part}',
  'act.adjusted': 'ajuste: {part}',
  'act.replaced': 'cambio: {part}',
  'act.trial': 'prueba con pieza nueva: {part}',
  'act.opened': 'apertura: {part}',
  'act.part-of-tap': '{part}, lado {tap, select, hot {caliente} other {frío}}',
  'visit.each-for-itself': 'Cada medición habla por sí sola.',
  'visit.none-judged': 'No se pudo juzgar ninguna medición.',
}
