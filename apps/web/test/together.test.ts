import { expect, it } from '@jest/globals'
import { standingBand, standingZoom } from '../src/charts/chartModel.ts'
import { otherUnits } from '../src/features/rates/bothUnits.ts'
import { observedText } from '../src/words/observedText.ts'
import { afterHeadline } from '../src/words/visitText.ts'

const look = { id: '', atMs: 0, by: '', tap: null, levelMm: null }

it('zooms a standing run so that millimetres show, and keeps the leak in sight', () => {
  const alone = standingZoom([120, 118, 117], null)
  expect(alone.hiMm - alone.loMm).toBe(50)
  const withLeak = standingZoom([280, 200], { lo: 150, hi: 158 })
  expect(withLeak.loMm).toBeLessThan(150)
  expect(withLeak.hiMm).toBeGreaterThan(280)
})
it('draws the standing level as a flat band', () => {
  const band = standingBand(120, 600)
  expect(band.mid).toEqual([
    { x: 0, y: 120 },
    { x: 600, y: 120 },
  ])
  expect((band.hi[0]?.y as number) - (band.lo[0]?.y as number)).toBe(6)
})
it('writes a quantity in the other system too, and only where it differs', () => {
  expect(otherUnits('metric', 'flow', 10)).toBe('= 2.64 gpm')
  expect(otherUnits('us', 'level', 25.4, 50.8)).toBe('= 25 to 51 mm')
  expect(otherUnits('metric', 'ohm', 15)).toBeUndefined()
})
it('writes looks in the user’s units, bounds as bounds', () => {
  expect(observedText({ ...look, check: 'tap.bucket', value: 10 }, 'us')).toBe('2.64 gpm')
  expect(observedText({ ...look, check: 'drain.lift-stop', value: 'above 2032' }, 'us')).toBe('above 80.0 in')
  expect(observedText({ ...look, check: 'leak.catch', value: 12, levelMm: 140 }, 'metric')).toBe(
    '12.0 L/h at 140 mm',
  )
  expect(observedText({ ...look, check: 'screens.look', value: 'scale-or-rust' }, 'metric')).toBe(
    'scale or rust',
  )
})
it('does not repeat the headline before a colon', () => {
  expect(afterHeadline('The pump is weak: it lifts 1.5 m.')).toBe('It lifts 1.5 m.')
  expect(afterHeadline('No run says: this. That: too.')).toBe('This. That: too.')
  expect(afterHeadline('A sentence. Then a colon: here.')).toBe('A sentence. Then a colon: here.')
})
