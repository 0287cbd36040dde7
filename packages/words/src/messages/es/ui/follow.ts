import type { follow as english } from '../../en/ui/follow.ts'

export const follow: Record<keyof typeof english, string> = {
  'follow.followUps': 'Para volver',
  'follow.due': 'Toca volver',
  'follow.kind':
    '{kind, select, weep {Sudor que mirar otra vez} part {Pieza por llegar} trial {Pieza de prueba por juzgar} hoses {Mangueras de llenado por mirar} other {Cliente por llamar}}',
  'follow.add': 'Anotar a qué volver',
  'follow.what': 'Qué',
  'follow.when': 'Cuándo',
  'follow.in': '{days, plural, one {mañana} other {en # días}}',
  'follow.note': 'Nota',
  'follow.done': 'Hecho',
  'follow.doneBy': 'hecho {date}, {by}',
  'follow.remind': 'Avisado',
  'follow.told': '{n, plural, one {avisado una vez} other {avisado # veces}}',
  'follow.takeBack': 'Retirar: {what}',
  'follow.calendar': 'Calendario',
  'follow.calendarSays':
    'Las visitas abiertas y aquello a lo que tienes que volver, en el calendario del teléfono. Quien tenga la dirección las lee: una nueva termina la vieja.',
  'follow.makeAddress': 'Hacer la dirección',
  'follow.address': 'La dirección, se muestra una vez',
  'follow.endAddress': 'Terminarla',
  'follow.file': 'Como archivo',
}
