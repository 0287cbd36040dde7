import type { RunKind, Tap } from '@brendik/core'
import { newId } from './newId.ts'

/** How a run is asked for beside its kind: the taps or the height of the hose end that it is to tell of. */
export interface AskedFor {
  taps?: readonly Tap[] | undefined
  hoseEndMm?: number | null | undefined
}
/** A run as a look asks for it, which is about one tap at most, or as one before was made. */
export interface AskedRun extends AskedFor {
  run: RunKind
  tap?: Tap | undefined
}

/** The address under which a run of a visit is set up as it is asked for. */
export function newRunPath(visitId: string, { run, tap, taps, hoseEndMm }: AskedRun): string {
  const asked = new URLSearchParams({ visit: visitId, kind: run })
  for (const one of taps ?? (tap ? [tap] : [])) asked.append('tap', one)
  if (typeof hoseEndMm === 'number') asked.set('hoseEndMm', String(hoseEndMm))
  return `/runs/${newId()}?${asked}`
}
