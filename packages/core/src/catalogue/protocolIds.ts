/** Ids of the protocols; runs made for one carry its id. */
export const PROTOCOL_IDS = [
  'inlet',
  'seep-watch',
  'three-hold',
  'stop-level',
  'three-level-catch',
  'pump-or-path',
  'two-heights',
  'gravity',
  'run-back',
  'sensor-check',
] as const
export type ProtocolId = (typeof PROTOCOL_IDS)[number]
