import type { waiting as english } from '../../en/ui/waiting.ts'

/** What waits on the device. */
export const waiting: Record<keyof typeof english, string> = {
  'computeCell.someFiguresCouldNotBe':
    'Algunas cifras no se pudieron calcular ({failure}): cargue la página otra vez',
  'computeCell.figuresMissing': 'Faltan cifras',
  'computeCell.loadAgain': 'cargar otra vez',
  'newVersionCell.newVersionLoadIt': 'Versión nueva: cargarla',
  'newVersionCell.newVersion': 'Versión nueva',
  'newVersionCell.loadIt': 'cargarla',
  'mend.putItRight': 'Corregirlo',
  'mend.asItShouldBe': 'Como debe ser',
  'mend.nameOfTheCustomer': 'Nombre del cliente',
  'mend.saveAndSend': 'Guardar y enviar',
  'waitingSheet.allThatCanBeSent': 'Todo lo que se puede enviar está enviado.',
  'waitingSheet.onItsWayNow': 'En camino ahora.',
  'waitingSheet.theServerCannotBeReached':
    'No se alcanza el servidor. Todo está en este dispositivo y se envía en cuanto el servidor conteste.',
  'waitingSheet.nobodyWhoRecordedItIs':
    'No ha entrado nadie de los que lo anotaron. Hasta entonces se queda en este dispositivo.',
  'waitingSheet.notOnTheServerYet': 'Aún no está en el servidor',
  'waitingSheet.notTaken': 'No aceptado',
  'waitingSheet.theServerDidNotTake': 'El servidor no aceptó',
  'waitingSheet.sendItAgain': 'Enviarlo otra vez',
  'waitingSheet.waiting': 'En espera',
  'waitingSheet.andMore': 'y {waiting} más',
  'waitingSheet.tryNow': 'Intentar ahora',
  'waitingSheet.letItGo': 'Soltarlo',
  'waitingSheet.itIsOnlyOnThis': 'Solo está en este dispositivo. Si lo suelta, se pierde para siempre.',
  'waitingSheet.goneForGood': 'Borrar para siempre',
  'waitingSheet.toItsVisit': 'A su visita',
  'waitingSheet.waitsForWhatWasNot': 'Espera lo que no se aceptó arriba.',
  'waitingSheet.waitsForToSignIn': 'Espera a que {authorName} entre aquí.',
  'waitingCell.notTakenByTheServer': 'El servidor no aceptó {refused}. Mostrar.',
  'waitingCell.notSent': 'sin enviar',
  'waitingCell.notSentYetShow': '{waiting} aún sin enviar. Mostrar.',
  'waitingCell.storageOfThisDeviceShow': 'Espacio de este dispositivo. Mostrar.',
}
