import { type MachineSpec, tapedTub } from '../machine/machineSpec.ts'
import { median } from '../numeric/quantile.ts'
import { tubTopMm } from '../tub/tubGeometry.ts'
import { tubLevelMm, tubVolumeL } from '../tub/tubVolume.ts'
import type { LevelSeries, ReadingSource } from './readings.ts'

/** A typed level that is probably not what was meant, with the value that would fit. */
export interface EntryQuestion {
  kind: 'above-tub' | 'litres-for-mm' | 'inches-for-mm' | 'far-off'
  question: string
  /** The level that would have been meant, mm; null when nothing fits. */
  suggestedMm: number | null
}

/**
 * Whether a level just typed should be asked about before it counts. It is recorded either way.
 * @param typedMm - As typed, mm above the port.
 * @param nearMm - The level the run should be near now (last reading carried on, or the expected curve); null = unknown.
 */
export function questionEntry(machine: MachineSpec, typedMm: number, nearMm: number | null): EntryQuestion | null {
  const tub = tapedTub(machine)
  const top = tubTopMm(tub)
  if (typedMm > top)
    return {
      kind: 'above-tub',
      question: `${typedMm} mm is above the top of this tub (${Math.round(top)} mm).`,
      suggestedMm: null,
    }
  if (nearMm === null || Math.abs(typedMm - nearMm) < Math.max(40, 0.45 * Math.abs(nearMm))) return null
  const close = (mm: number) => Math.abs(mm - nearMm) < Math.max(15, 0.2 * Math.abs(nearMm))
  const full = tubVolumeL(tub, top)
  if (typedMm > 0 && typedMm < full) {
    const asLitres = Math.round(tubLevelMm(tub, typedMm))
    if (close(asLitres))
      return {
        kind: 'litres-for-mm',
        question: `${typedMm} mm does not fit: about ${Math.round(nearMm)} mm was due. Were those ${typedMm} litres? They stand ${asLitres} mm high.`,
        suggestedMm: asLitres,
      }
  }
  if (close(typedMm * 25.4))
    return {
      kind: 'inches-for-mm',
      question: `${typedMm} mm does not fit: about ${Math.round(nearMm)} mm was due. Was it inches?`,
      suggestedMm: Math.round(typedMm * 25.4),
    }
  return {
    kind: 'far-off',
    question: `${typedMm} mm is far from the ${Math.round(nearMm)} mm that was due. Keep it?`,
    suggestedMm: null,
  }
}

/** Hand readings that look like litres among millimetres. */
export function unitSlipNotes(machine: MachineSpec, series: LevelSeries, source: ReadingSource): string[] {
  const n = series.mm.length
  if (source !== 'hand' || n < 4) return []
  const notes: string[] = []
  for (let i = 0; i < n && notes.length < 5; i++) {
    const around = [i - 2, i - 1, i + 1, i + 2].filter((k) => k >= 0 && k < n).map((k) => series.mm[k] as number)
    const near = median(around)
    const asked = questionEntry(machine, series.mm[i] as number, near)
    if (asked && (asked.kind === 'litres-for-mm' || asked.kind === 'inches-for-mm'))
      notes.push(`At ${(series.tS[i] as number).toFixed(0)} s: ${asked.question}`)
  }
  return notes
}
