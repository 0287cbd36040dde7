import type { LogForm } from '@brendik/core'

/** How a logger writes, as somebody put it right once. */
export interface Mapping {
  name: string
  form: LogForm
  waterTempC: number
  zeroMm: number
  pulsesPerL: number
  sampleS: number
  aheadS: number
}
const KEY = 'brendik.logger-mappings'
const MOST = 30

/** Mappings of this device, the newest first. */
export function mappings(): Mapping[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]')
    return Array.isArray(kept) ? (kept as Mapping[]).filter((one) => Array.isArray(one?.form?.columns)) : []
  } catch {
    return []
  }
}

/** The mapping of a file with the same head. */
export const mappingFor = ({ header, delimiter }: LogForm): Mapping | null =>
  header.every((name) => name === '')
    ? null
    : (mappings().find(
        (one) => one.form.delimiter === delimiter && one.form.header.join('\n') === header.join('\n'),
      ) ?? null)

/** Keeps a mapping under its name. */
export function keepMapping(mapping: Mapping): void {
  const others = mappings().filter(
    ({ name, form }) => name !== mapping.name && form.header.join('\n') !== mapping.form.header.join('\n'),
  )
  try {
    localStorage.setItem(KEY, JSON.stringify([mapping, ...others].slice(0, MOST)))
  } catch {
    // A device without room goes on without it.
  }
}
