import type { prove as english } from '../../en/ui/prove.ts'

export const prove: Record<keyof typeof english, string> = {
  'prove.prove': 'Comprobar',
  'prove.points': 'Lo que lo comprueba',
  'prove.pointsAndDone': 'Puntos y lo que se hizo',
  'prove.pointsOutcome':
    '{outcome, select, proven {Comprobado} failed {Sin curar: falló un punto} nothing_done {Todavía no se hizo nada} other {Comprobado cuando pase cada uno}}',
  'prove.nothingDone': 'Todavía no se hizo nada en esta máquina',
  'prove.nothingDoneSays':
    'El antes y el después se distinguen por lo que se hizo. Anótelo y vuelva a medir igual: aquí se ponen uno sobre otro.',
  'prove.enterWhatWasDone': 'Anotar lo que se hizo',
  'prove.noPair': 'Todavía no hay una medición de ambos lados',
  'prove.noPairSays':
    'Repita una medición hecha antes de la reparación, de la misma manera: mismo grifo, misma altura de manguera. Lo que cambió aparece aquí.',
  'prove.beforeAndAfter':
    '{run}{height, select, none {} other {, extremo de la manguera a {height}}}{tap, select, cold {, grifo de agua fría} hot {, grifo de agua caliente} other {}}: antes y después',
  'prove.as': 'la rapidez de antes',
  'prove.range': 'De {lo} a {hi}.',
  'prove.sound': 'Una máquina sana llegaría a {lo} a {hi}.',
  'prove.flows': '{after} ahora, {before} antes.',
  'prove.durations': 'Tardaba {before}, tarda {after}.',
  'prove.fromNothing': 'donde antes no salía casi nada',
  'prove.loses': 'es lo que pierde ahora',
  'prove.rises': 'es lo que entra ahora',
  'prove.says':
    '{says, select, cured {Curada: anda como una máquina sana.} better {Mejor, pero todavía no da lo que da una máquina sana.} same {No cambió nada.} worse {Peor que antes.} was_sound {Sana antes y después: esta medición no comprueba nada.} other {Las lecturas lo dejan abierto. Otra medición de cada lado lo dice.}}',
  'prove.real':
    'Probabilidad de que esté mejor y no sea suerte de una medición: {chance}, con {before} {before, plural, one {medición} other {mediciones}} antes y {after} después.',
  'prove.legend': 'A trazos: antes, {before}. Línea: después, {after}. Rayado: lo esperado.',
  'prove.chart': 'La medición de antes y la de después, nivel en el tiempo',
  'prove.otherRatio': '{ratio} × la rapidez, de {lo} a {hi}',
  'prove.point.insulation': 'Partes vivas al gabinete, más de 2 MΩ',
  'prove.point.earth': 'Tierra del enchufe al gabinete, menos de 1 Ω',
  'prove.point.prime': 'Con {litres} adentro antes de que gire la bomba',
  'prove.point.run-fill': 'Llenado: como una máquina sana',
  'prove.point.run-hold': 'Reposo: el nivel se queda',
  'prove.point.run-drain': 'Desagüe: como una máquina sana',
  'prove.point.dry':
    'Seco {phase, select, idle_taps_on {en reposo, grifos abiertos} fill {al llenar} hold {con el agua quieta} wash_motion {al girar} drain {al desaguar} other {al centrifugar}}',
  'prove.point.past-trip': 'Anda más de {time}, cuando antes se paraba',
  'prove.point.cycle': 'Cerrada, sobre cartón, un ciclo',
  'prove.pointState': '{state, select, passed {pasó} failed {falló} waived {omitido} other {abierto}}',
  'prove.waivedBy': 'Omitido por {name}: {reason}',
  'prove.waive': 'Omitir',
  'prove.waivePoint': 'Omitir: {point}',
  'prove.waiveHint': 'con nombre y motivo',
  'prove.waiveWhy': 'Queda en el registro con su nombre.',
  'prove.reason': 'Por qué se deja afuera',
  'prove.takeBack': 'Retirar',
  'prove.snugged': 'Apretada pareja',
  'prove.snuggedHint': 'seca: mírala otra vez',
  'prove.backToWeighing': 'Sin curar',
  'prove.backToWeighingHint': 'de vuelta a sopesar',
  'prove.next':
    '{point, select, insulation {Medir} earth {Medir} prime {Anotar el agua} run_fill {Medir el llenado} run_hold {Medir el reposo} run_drain {Medir el desagüe} past_trip {Medir} cycle {Hacer un ciclo} other {Mirarlo}}',
  'prove.nextMinutes': '{minutes} min',
  'prove.line':
    'Reparación: {outcome, select, proven {comprobada} failed {sin curar, falló un punto} other {sin comprobar, {open, plural, one {# punto abierto} other {# puntos abiertos}}}}.',
  'prove.closedUnproven': 'Quedó sin comprobar: pida al cliente que mire el piso y los primeros ciclos.',
}
