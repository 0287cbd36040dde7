import type { state as english } from '../en/state.ts'

/** The machine as it stands: what stands in the way of an act, what is dangerous, how water gets out. */
export const state: Record<keyof typeof english, string> = {
  'gate.plugged': 'Está enchufada: saque primero el enchufe.',
  'gate.mains-not-set': 'Enchufada o no: sin anotar.',
  'gate.water-inside':
    '{known, select, yes {Hay {inside} adentro.} other {No se sabe cuánta agua hay adentro: hasta {inside}.}} Sáquela, o ponga debajo una bandeja o un balde.',
  'gate.catch-too-small':
    '{known, select, yes {Hay {inside} adentro.} other {No se sabe cuánta agua hay adentro: hasta {inside}.}} En lo que hay debajo caben {held}.',
  'gate.disputed': 'Dos personas anotaron cosas distintas aquí: aclárelo primero.',
  'gate.tap':
    'El grifo {tap, select, hot {caliente} other {frío}} {open, select, yes {está abierto} other {no se sabe si está cerrado}}: ciérrelo primero.',
  'gate.tipped': 'Está inclinada: póngala derecha primero.',
  'gate.cap-open': 'La tapa del filtro está abierta: ciérrela primero.',
  'gate.set-as-unplugged': 'Está anotada como desenchufada: ¿está enchufada? Anote primero el enchufe.',
  'gate.pump-maybe-hot':
    'La bomba pudo estar andando antes de que usted llegara: se cuenta como caliente otros {minutes} min, o anote cuánto anduvo.',
  'gate.pump-hot': 'La bomba puede quemar todavía {minutes} min más (estimación).',
  'gate.tip-water': 'Hay agua adentro, o puede haberla: no se puede inclinar.',
  'gate.tip-hose':
    'La manguera de desagüe guarda una columna de agua: amarre antes su punta por encima de la tina.',
  'gate.pump-dry-measured':
    'Una bomba conectada anda mientras se mide: al menos {least} en la tina, o anote su conector como suelto.',
  'gate.competent': 'Solo para alguien competente en mediciones en vivo: nadie aquí está anotado así.',
  'gate.cap-open-live': 'La tapa del filtro está abierta: agua y corriente juntas.',
  'gate.door-level-unknown':
    'No se sabe hasta dónde llega el agua detrás de la puerta: anótelo, o sáquela antes.',
  'gate.door-lip': 'El agua llega al borde de la puerta o más: sáquela primero.',
  'gate.door-locked':
    'La puerta tiene el seguro puesto. Desenchufe, espere dos minutos, tire de la apertura de emergencia; si no, desde arriba, sin la tapa superior.',
  'gate.pump-dry': 'Nunca deje andar la bomba en seco: antes, al menos {least} en la tina.',
  'leave.bridged': 'Hay un seguro de tapa o puerta puenteado: quite el puente antes de irse.',
  'leave.cap-open': 'La tapa del filtro está abierta.',
  'leave.tipped': 'Está inclinada.',
  'leave.mains': 'Enchufada o no: sin anotar.',
  'leave.taps': 'Grifos abiertos o cerrados: sin anotar.',
  'leave.hose-end': 'Dónde está la punta de la manguera: sin anotar.',
  'leave.hose-end-out': 'La punta de la manguera no está en el tubo.',
  'leave.panel-off': 'Falta un panel.',
  'leave.panels': 'Paneles puestos o no: sin anotar.',
  'danger.panel-off-live': 'Enchufada y sin un panel: se mira, no se toca. Nadie mete la mano.',
  'danger.cap-open-live': 'Enchufada con la tapa del filtro abierta.',
  'danger.cap-open-wet': 'La tapa del filtro está abierta con agua adentro.',
  'danger.tipped-wet': 'Inclinada con agua adentro.',
  'danger.drains-onto-floor': 'La punta de la manguera está por debajo de la tina: se vacía al piso.',
  'danger.bridged': 'Hay un seguro de tapa o puerta puenteado: solo para esta prueba.',
  'way.no-more': 'por aquí ya no sale más',
  'way.no-flap': 'solo la tienen las de carga frontal con portezuela de servicio',
  'way.no-water': 'no hay agua por encima de la toma',
  'way.hose-too-high': 'la punta de la manguera está {by} por encima del agua: póngala más abajo',
  'way.too-high-for-pump': 'ni una bomba sana levanta tan alto',
}
