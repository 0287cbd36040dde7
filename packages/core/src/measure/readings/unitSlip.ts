import { type MachineSpec, tapedTub } from '../../machine/machineSpec.ts'
import { figureOf, type Message, message } from '../../message.ts'
import { median } from '../../numeric/quantile.ts'
import { tubTopMm } from '../../physics/tub/tubGeometry.ts'
import { tubLevelMm, tubVolumeL } from '../../physics/tub/tubVolume.ts'
import { mmFromInches } from '../../units.ts'
import type { LevelSeries, ReadingSource } from './readings.ts'

/** A typed number, read as the level it was given for and as what it may have been meant for. */
export interface TypedLevel {
  asLevelMm: number
  /** The number as a volume in the user's unit, L. */
  ifVolumeL: number
  /** The number in the length unit of the other system, mm. */
  ifOtherLengthMm: number
}

/** A typed level that is probably not what was meant, with the level that would fit; levels in mm above the port. */
export interface EntryQuestion {
  kind: 'above-tub' | 'volume-for-level' | 'other-unit' | 'far-off'
  /** Top of the tub for `above-tub`, else the level that was due. */
  dueMm: number
  suggestedMm: number | null
}

/**
 * Whether a level just typed should be asked about. It is recorded either way.
 * @param nearMm - The level the run should be near now (last reading carried on, or the expected curve); null = unknown.
 */
export function questionEntry(
  machine: MachineSpec,
  typed: TypedLevel,
  nearMm: number | null,
): EntryQuestion | null {
  const tub = tapedTub(machine)
  const top = tubTopMm(tub)
  const close = (mm: number) =>
    nearMm !== null && Math.abs(mm - nearMm) < Math.max(15, 0.2 * Math.abs(nearMm))
  if (nearMm !== null && Math.abs(typed.asLevelMm - nearMm) >= Math.max(25, 0.45 * Math.abs(nearMm))) {
    if (typed.ifVolumeL > 0 && typed.ifVolumeL < tubVolumeL(tub, top)) {
      const suggestedMm = Math.round(tubLevelMm(tub, typed.ifVolumeL))
      if (close(suggestedMm)) return { kind: 'volume-for-level', dueMm: nearMm, suggestedMm }
    }
    if (close(typed.ifOtherLengthMm))
      return { kind: 'other-unit', dueMm: nearMm, suggestedMm: Math.round(typed.ifOtherLengthMm) }
    if (typed.asLevelMm <= top) return { kind: 'far-off', dueMm: nearMm, suggestedMm: null }
  }
  return typed.asLevelMm > top ? { kind: 'above-tub', dueMm: top, suggestedMm: null } : null
}

/** Hand readings that look like litres or inches among millimetres. */
export function unitSlipNotes(machine: MachineSpec, series: LevelSeries, source: ReadingSource): Message[] {
  const n = series.mm.length
  if (source !== 'hand' || n < 4) return []
  const notes: Message[] = []
  for (let i = 0; i < n && notes.length < 5; i++) {
    const around = [i - 2, i - 1, i + 1, i + 2]
      .filter((k) => k >= 0 && k < n)
      .map((k) => series.mm[k] ?? Number.NaN)
    const value = series.mm[i] ?? Number.NaN
    const typed = { asLevelMm: value, ifVolumeL: value, ifOtherLengthMm: mmFromInches(value) }
    const asked = questionEntry(machine, typed, median(around))
    if (asked?.suggestedMm == null) continue
    const unit = asked.kind === 'volume-for-level' ? 'litres' : 'inches'
    notes.push(
      message('note.unit-slip', {
        at: figureOf('time', series.tS[i] ?? Number.NaN),
        read: figureOf('level', value),
        due: figureOf('level', asked.dueMm),
        meant: figureOf('level', asked.suggestedMm),
        unit,
      }),
    )
  }
  return notes
}
