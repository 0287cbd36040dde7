import type { LogForm } from '@brendik/core'
import type { NamedFile } from '../../lib/handedOver.ts'
import type { Mapping } from './mappings.ts'

/** What it takes to read a log beside how it is written. */
export type Settings = Omit<Mapping, 'name' | 'form'>
/** A log while somebody puts right how it is read. */
export interface Opened {
  file: NamedFile
  lines: string[]
  form: LogForm
  settings: Settings
  /** The mapping it was opened by; null = guessed. */
  by: string | null
}
