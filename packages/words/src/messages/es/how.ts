import type { how as english } from '../en/how.ts'

/** How each look is made, in one or two short lines, and what is normal. Common practice, no published source. */
export const how: Record<keyof typeof english, string> = {
  'how.machine.starts':
    'Puerta o tapa cerrada, toma probada con una lámpara, grifo abierto; luego arranque un ciclo corto. Algunas esperan un minuto por el seguro.',
  'how.pump.sound':
    'Ordénele desaguar con algo de agua adentro y escuche abajo. Muchas tienen pausas de varios minutos en el programa.',
  'how.bearing.noise':
    'Vacía y desenchufada: gire el tambor a mano y escuche; levante su borde, no debe bailar.',
  'how.leak.place':
    'Seque, luego mire con linterna desde lo mojado más alto hacia abajo. Elija todos los lugares donde se ve agua.',
  'how.leak.amount':
    'A ojo: una película no corre, un hilo corre sin gotas, un chorro llena una taza en un minuto.',
  'how.leak.trail': 'Frótelo con un trapo blanco: arenilla gris o café, burbujas o grasa.',
  'how.door-opening-spill':
    'Vaciada, trapo bajo la puerta: ábrala con cuidado. Unas cucharadas del pliegue son normales.',
  'how.water-when-off':
    'Desenchufada, grifos abiertos: marque el nivel y mire otra vez a los 10 minutos. Si sube sin corriente, es la válvula.',
  'how.tub.spins':
    'Vacía, tapa o puerta cerrada: haga un centrifugado. Primero gira lento y hace pausas para equilibrarse.',
  'how.drain-hose.look':
    'Sígala de la máquina al tubo: sin dobleces, un lazo por encima de la tina, su punta no más honda que una mano en el tubo.',
  'how.standpipe.height': 'Metro desde el piso hasta el borde del tubo, donde cuelga la manguera.',
  'how.standpipe.backs-up': 'Durante un desagüe mire dentro del tubo: el agua no debe quedarse ni subir.',
  'how.tap.look': 'Ábralo del todo a mano; cuente las vueltas. Uno trabado abre solo media vuelta.',
  'how.fill-hose.look':
    'Palpe las dos mangueras con presión, y alrededor de las conexiones con un papel seco.',
  'how.supply.gauge':
    'Grifo cerrado, manguera fuera, manómetro puesto; abra el grifo del todo y lea sin otra agua corriendo.',
  'how.screens.look':
    'Grifo cerrado, manguera fuera en la válvula; saque el filtro derecho con pinza y mírelo a contraluz.',
  'how.suds.seen': 'Mire por la puerta o la tapa durante el lavado. Espuma hasta medio vidrio es normal.',
  'how.dispenser.look': 'Saque el cajón y mire en su caja y las boquillas de arriba.',
  'how.tap.bucket': 'Manguera fuera en el grifo, grifo del todo abierto: cronometre un balde hasta su marca.',
  'how.hose-end.bucket': 'Manguera en el grifo, su otra punta en el balde: cronometre hasta la marca.',
  'how.plug-out-in-fill': 'Mientras entra agua, saque el enchufe y escuche en la válvula.',
  'how.meter.look':
    'Sin el panel superior o trasero, conector suelto: mire a través, sople suave, la rueda gira libre.',
  'how.leak.phase': 'Antes todo seco: vigile una fase a la vez y elija las que se mojaron.',
  'how.leak.dry': 'Elija solo las fases vigiladas hasta el final.',
  'how.leak.drops': 'Cuente durante un minuto en un lugar, con el nivel quieto.',
  'how.leak.cardboard':
    'Un cartón debajo de la máquina cerrada durante un ciclo corto completo; léalo desde arriba.',
  'how.leak.catch':
    'Una taza bajo el goteo durante dos minutos con el nivel quieto; anote lo recogido y el nivel.',
  'how.leak.stop-level':
    'Baje el nivel en pasos pequeños, seque, espere dos minutos; anote el nivel al que no cae ninguna gota.',
  'how.ruler-vs-indicated': 'Regla y pantalla leídas en el mismo momento, agua quieta.',
  'how.weep-holes':
    'Sin gabinete, tina llena y en marcha: mire con linterna los orificios del piso del tambor del embrague.',
  'how.centre-post': 'Sin agitador ni plato: mire y palpe alrededor del poste.',
  'how.bellows.look':
    'Vaciada, puerta abierta: doble el labio hacia atrás en toda la vuelta, marca a las 12, orificios abajo.',
  'how.filter-cap.look': 'Palpe la tapa con dedos secos; gírela con cuidado: debe llegar a su tope.',
  'how.level-hose.look':
    'Siga la manguera fina del sensor a la cámara; tire suave de las dos puntas, dóblela y busque grietas.',
  'how.air-dome.look':
    'Manguera fuera de la cámara, tina vacía: sople suave en la cámara, debe burbujear libre.',
  'how.stream.look':
    'Punta de la manguera sobre un balde durante un desagüe: el chorro llena la manguera y salta.',
  'how.drain.lift-stop':
    'Bomba andando, tina a la mitad: levante la punta hasta que el chorro apenas pare, metro desde el piso.',
  'how.drain.caught-back':
    'Bomba apagada: baje enseguida la punta a una jarra y deje salir. Una o dos tazas es normal sin clapeta.',
  'how.pump.runs-for':
    'Puntas en los dos bornes de la bomba, conector puesto, rango de CA mayor que la red: tiempo desde que arranca hasta que para.',
  'how.trap.look':
    'Vaciada, bandeja debajo: abra la tapa una vuelta con cuidado, espere, luego sáquela y mire adentro con linterna.',
  'how.tub-hose.squeeze':
    'Desenchufada, bomba fría: apriete la manguera a lo largo; una media o moneda se siente.',
  'how.hose-off-at-pump':
    'Bandeja y trapo: saque la manguera de desagüe en la bomba y vea de qué lado viene el agua.',
  'how.impeller.feel':
    'Desenchufada, sin la trampa: gírelo con un dedo. Con imán salta 2 o 3 veces por vuelta; un poco de juego es normal.',
  'how.belt.look': 'Sin panel, desenchufada: está en las dos poleas y cede como el ancho de un dedo.',
  'how.earth.continuity':
    'Desenchufada, rango más bajo de ohmios, puntas en cero: tierra del enchufe a metal limpio del chasis. Cerca de 0 es sano.',
  'how.insulation':
    'Desenchufada, megóhmetro, las dos patas vivas juntas al chasis. Nunca con la electrónica conectada.',
  'how.pump.winding':
    'Desenchufada, conector suelto, rango de 200 a 2000 Ω: entre los dos bornes de la bomba. Espere a que esté fría.',
  'how.valve.coil': 'Desenchufada, conector suelto, rango de 2 a 20 kΩ: entre los dos bornes de una bobina.',
  'how.level-switch.blow':
    'Manguera fuera del interruptor, ohmios entre sus contactos: sople suave hasta el clic. Un sensor electrónico no tiene.',
  'how.lid-switch.continuity':
    'Desenchufada, conector suelto, ohmios entre sus contactos, tapa o puerta cerrada. Cerca de 0 está cerrado.',
  'how.outlet.voltage':
    'Rango de CA mayor que la red, una sola mano: fase a neutro en la toma; con carga si se puede con seguridad.',
  'how.board.pump-pin':
    'Rango de CA mayor que la red, conector puesto: puntas en los dos contactos de la bomba en la tarjeta mientras se le ordena desaguar.',
  'how.pump.voltage':
    'Rango de CA mayor que la red, conector puesto: puntas en los dos bornes de la bomba mientras se le ordena desaguar.',
  'how.valve.voltage':
    'Rango de CA mayor que la red, conector puesto, tina vacía: puntas en la bobina mientras se le ordena llenar.',
  'how.display.fault':
    'Lo que muestran la pantalla o los testigos, o mostraron antes de desenchufar; la tabla está en la hoja técnica.',
  'how.motor.heard':
    'Oído junto al gabinete en un centrifugado o lavado: un motor en marcha se oye aunque nada gire. Las pausas son normales.',
  'how.fill.temperature':
    'Pida una entrada fría y luego una caliente, y palpe las mangueras. Los programas de ahorro mezclan agua fría: es normal.',
  'how.clamps.look':
    'Desenchufada, panel fuera: pruebe cada abrazadera con dos dedos; no debe girar. Busque un rastro de óxido debajo.',
  'how.recirculation-hose.look':
    'Desenchufada, panel fuera: la manguera fina de la bomba a la puerta. Dóblela y busque grietas.',
  'how.filter-cap.turn':
    'Vacía, bandeja debajo: un tercio de vuelta a mano, sin alicates. Debe seguir girando por igual.',
  'how.debris.kind': 'Elija todo lo que se encontró y guárdelo para que el cliente lo vea.',
  'how.sump-outlet.look':
    'Desenchufada, vacía, manguera fuera en el colector: linterna y un dedo en la salida. Ahí se esconde un calcetín de bebé.',
  'how.pump.ports-look':
    'Desenchufada, mangueras fuera: linterna en las dos bocas y gire el impulsor para verlo entero.',
  'how.pump.housing-look':
    'Desenchufada, bomba fuera: mire el cuerpo todo alrededor y agítelo, nada debe sonar.',
  'how.drain-hose.flow-through':
    'Manguera fuera de la bomba: pase agua o una guía desde el lado de la máquina hasta un cubo.',
  'how.clutch.feel':
    'Desenchufada, panel fuera: sujete la transmisión y gire la canasta a mano. Debe arrastrar, no deslizarse.',
  'how.level-switch.type':
    'Dos o tres terminales planos y un clic: contactos. Un conector pequeño con hilos finos: electrónico.',
}
