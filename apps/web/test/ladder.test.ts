import { FAMILY_IDS, familyDefaults, partsAtSite, portHeight } from '@brendik/core'
import { describe, expect, it } from '@jest/globals'
import { barColumns, spreadLabels } from '../src/features/locate/ladderLayout.ts'
import { sectionOf } from '../src/features/locate/section.ts'
import { box, circle, line, type Path, spotOf } from '../src/features/locate/sectionPath.ts'

const SITE = {
  supplyKpa: { cold: 320, hot: null },
  standpipeHeightMm: 900,
  waterTempC: 15,
  portHeightMm: null,
}
/** Lowest and highest point of a path; control points of curves bound it from outside, so only its ends count. */
function reach(path: Path): [number, number] {
  const ys = path.flatMap((command) => (command[0] === 'Z' ? [] : [command.at(-1) as number]))
  return [Math.min(...ys), Math.max(...ys)]
}

describe('section drawings', () => {
  for (const family of FAMILY_IDS)
    for (const scale of [0.8, 1, 1.25]) {
      const usual = familyDefaults(family)
      const machine = {
        ...usual,
        tub: { ...usual.tub, diameterMm: usual.tub.diameterMm * scale, depthMm: usual.tub.depthMm * scale },
      }
      const parts = partsAtSite(machine, SITE)
      const section = sectionOf(machine, parts, portHeight(machine, SITE).mm)
      it(`${family} × ${scale}: every part of the water path is drawn, once, inside the picture`, () => {
        expect(section.shapes.flatMap((s) => s.part ?? []).sort()).toEqual(parts.map((p) => p.id).sort())
        for (const { path } of section.shapes) {
          const [lo, hi] = reach(path)
          expect(lo).toBeGreaterThanOrEqual(section.lowMm - 1)
          expect(hi).toBeLessThanOrEqual(section.highMm)
        }
      })
      it(`${family} × ${scale}: bodies stand at the heights of the ladder`, () => {
        // Hoses bend, and the cap and the flap are drawn a little inside their bands.
        for (const { part, path, look } of section.shapes) {
          if (look !== 'body' || part === null || part === 'flap-valve') continue
          const [lo, hi] = parts.find((p) => p.id === part)?.bandMm ?? [0, 0]
          const [from, to] = reach(path)
          expect([part, Math.abs(from - lo) <= 25]).toEqual([part, true])
          expect([part, Math.abs(to - hi) <= 25]).toEqual([part, true])
        }
      })
    }
  it('a measured height moves the part', () => {
    const machine = { ...familyDefaults('front-load'), partHeightsMm: { 'tub-seal': [200, 230] as const } }
    const { shapes } = sectionOf(machine, partsAtSite(machine, SITE), 150)
    expect(reach(shapes.find((s) => s.part === 'tub-seal')?.path ?? [])).toEqual([200, 230])
  })
  it('points at a part where it crosses a height, else at its middle', () => {
    expect(spotOf(line([100, 0], [200, 50], [200, 300]), 25)).toEqual([150, 25])
    expect(spotOf(line([100, 0], [200, 50], [200, 300]), 120)).toEqual([200, 120])
    expect(spotOf(box(0, 10, 40, 30), null)).toEqual([20, 20])
    // A height it does not reach leaves the middle.
    expect(spotOf(box(0, 10, 40, 30), 99)).toEqual([20, 20])
    const [x, y] = spotOf(circle(50, -20, 10), -20)
    expect([Math.abs(x - 50) <= 10.01, y]).toEqual([true, -20])
    // A cubic from (0,0) to (0,40) bows out to three quarters of its handles in the middle.
    expect(
      spotOf(
        [
          ['M', 0, 0],
          ['C', 40, 0, 40, 40, 0, 40],
        ],
        20,
      )[0],
    ).toBeCloseTo(30, 6)
  })
})

describe('labels beside the ladder', () => {
  it('never touch, keep their order and stay in the picture', () => {
    let seed = 7
    const random = () => {
      seed = (seed * 16807) % 2147483647
      return seed / 2147483647
    }
    for (let n = 0; n < 300; n++) {
      const wanted = Array.from({ length: 1 + Math.floor(random() * 19) }, () => random() * 520).sort(
        (a, b) => a - b,
      )
      const placed = spreadLabels(wanted, 24, [12, 520])
      placed.forEach((y, i) => {
        expect(y).toBeGreaterThanOrEqual(12 - 1e-9)
        expect(y).toBeLessThanOrEqual(520 + 1e-9)
        if (i > 0) expect(y - (placed[i - 1] as number)).toBeGreaterThanOrEqual(24 - 1e-9)
      })
    }
  })
  it('stand where they belong when there is room, and share the way when there is not', () => {
    expect(spreadLabels([50, 100, 200], 24, [0, 300])).toEqual([50, 100, 200])
    expect(spreadLabels([100, 100], 24, [0, 300])).toEqual([88, 112])
    expect(spreadLabels([], 24, [0, 300])).toEqual([])
  })
  it('bars of one column never overlap', () => {
    const bars = partsAtSite(familyDefaults('front-load'), SITE).map((p) => p.bandMm)
    const columns = barColumns(bars, 10)
    bars.forEach(([lo, hi], i) => {
      bars.forEach(([otherLo, otherHi], j) => {
        if (i < j && columns[i] === columns[j]) expect(hi + 10 < otherLo || otherHi + 10 < lo).toBe(true)
      })
    })
  })
})
