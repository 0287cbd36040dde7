import type { cautions as english } from '../en/cautions.ts'

/** What can hurt, each to be read and ticked before the step it gates. */
export const cautions: Record<keyof typeof english, string> = {
  'caution.hot-water': 'El agua caliente quema: use fría para esto, o deje que se enfríe.',
  'caution.live-water':
    'Agua y corriente juntas: mantenga la punta de la manguera lejos de tomas y de las partes eléctricas de la máquina.',
  'caution.flood':
    'Por esta punta sale todo lo que hay en la tina: tenga debajo un recipiente donde quepa todo, o una rejilla de piso.',
  'caution.two-people': 'Uno sostiene la manguera, otro vigila el agua y el enchufe.',
  'caution.hot-pump': 'Una bomba que anduvo varios minutos puede quemar al tocarla.',
  'caution.pump-dry': 'Nunca deje andar la bomba en seco: pare cuando chupe aire.',
  'caution.flood-residue':
    'Quedan un par de tazas en bomba y mangueras: apriete las mangueras, bandeja y trapo debajo.',
  'caution.sharp-edges': 'La lámina corta: guantes puestos.',
  'caution.two-tip':
    'Se inclina entre dos, unos 45° hacia atrás contra una pared, y queda firme antes de que alguien meta la mano.',
  'caution.counterweight': 'Los contrapesos de concreto se levantan entre dos.',
  'caution.live-probes': 'Puntas aisladas, una sola mano, piso seco y manos secas.',
  'caution.live-touch': 'Nadie toca metal; tapa o puerta cerrada.',
  'caution.live-only-while': 'Con corriente solo mientras mide: desenchufe otra vez antes de mover nada.',
}
