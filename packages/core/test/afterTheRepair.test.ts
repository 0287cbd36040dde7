import { expect, test } from '@jest/globals'
import { FOLLOW_TOPIC, followUpsOf, followValue, readFollow } from '../src/guide/followUps.ts'
import { readSigned, signatureOf, signedValue } from '../src/guide/signature.ts'
import { showedCounts } from '../src/guide/truths/showed.ts'
import { wilson } from '../src/numeric/wilson.ts'
import { saidEntries, type VisitEntry } from '../src/state/entries.ts'

const A = '0a51f6de-2f5e-4c0f-9f0e-1c2d3e4f5a6b'
const B = '1b51f6de-2f5e-4c0f-9f0e-1c2d3e4f5a6b'
let n = 0
const entry = (topic: string, value: VisitEntry['value'], basedOn: string[] = []): VisitEntry => ({
  id: `e${n++}`,
  atMs: 1000 + n,
  by: 'Kim',
  topic,
  value,
  basedOn,
})

test('what to come back to stands until it is done; reminders of two people are both counted, and done is taken back', () => {
  const follow = entry(`follow:${A}`, followValue({ kind: 'part', dueAtMs: 5000, note: ' pump head ' }))
  const sooner = entry(`follow:${B}`, followValue({ kind: 'weep', dueAtMs: 4000, note: '' }))
  const told = [entry(`told:${A}`, true), entry(`told:${A}`, true)]
  const all = [follow, sooner, ...told]
  expect(followUpsOf(all)).toMatchObject([
    { id: B, kind: 'weep', dueAtMs: 4000, note: '', told: 0, done: null },
    { id: A, kind: 'part', dueAtMs: 5000, note: 'pump head', told: 2, done: null },
  ])
  const done = entry(`followed:${B}`, true)
  expect(followUpsOf([...all, done]).map(({ id, done: is }) => [id, is?.by])).toEqual([
    [A, undefined],
    [B, 'Kim'],
  ])
  const undone = entry(`followed:${B}`, null, [done.id])
  expect(followUpsOf([...all, done, undone]).every(({ done: is }) => is === null)).toBe(true)
  const gone = entry(`follow:${A}`, null, [follow.id])
  expect(followUpsOf([...all, gone]).map(({ id }) => id)).toEqual([B])
})

test('what cannot be read is no follow-up', () => {
  for (const value of ['sometime 5000 x', 'part soon', 'part', '', null, 7, true])
    expect(readFollow(value)).toBeNull()
  expect(readFollow('call 12 two\nlines')).toEqual({ kind: 'call', dueAtMs: 12, note: 'two\nlines' })
  expect(FOLLOW_TOPIC.test(`follow:${A}`)).toBe(true)
  expect(FOLLOW_TOPIC.test('follow:me')).toBe(false)
})

test('what old parts showed: all first, then by part, with the interval of the share', () => {
  // Wilson's score interval as statistics packages give it: 9 of 12, and 0 of 10.
  expect(wilson(9, 12).lo).toBeCloseTo(0.4677, 4)
  expect(wilson(9, 12).hi).toBeCloseTo(0.9111, 4)
  expect(wilson(0, 10).lo).toBe(0)
  expect(wilson(0, 10).hi).toBeCloseTo(0.2775, 4)
  expect(() => wilson(3, 2)).toThrow('3 of 2')
  const counts = showedCounts([
    { part: 'pump', showed: 'as-thought', n: 7 },
    { part: 'pump', showed: 'sound', n: 2 },
    { part: 'bellows', showed: 'as-thought', n: 2 },
    { part: 'bellows', showed: 'other', n: 1 },
    { part: 'no-such-part', showed: 'sound', n: 5 },
    { part: 'pump', showed: 'perhaps', n: 5 },
  ])
  expect(counts.map(({ part, opened, asThought }) => [part, opened, asThought])).toEqual([
    [null, 12, 9],
    ['pump', 9, 7],
    ['bellows', 3, 2],
  ])
  expect(counts[0]?.right.lo).toBeCloseTo(0.4677, 4)
  expect(showedCounts([])).toEqual([])
})

test('a signature comes back as it was written, however long it was, and never of another page', () => {
  const wave = (n: number, dy: number) =>
    Array.from({ length: n }, (_, k) => [k / 3, dy + 20 * Math.sin(k / 9)] as const)
  const value = signedValue({ name: ' Ms  Tern ', strokes: [wave(90, 40), wave(60, 80)] })
  const read = readSigned(value)
  expect(read?.name).toBe('Ms Tern')
  expect(read?.strokes.map((stroke) => stroke[0])).toEqual([
    [0, 40],
    [0, 80],
  ])
  for (const strokes of [[wave(90_000, 60)], Array.from({ length: 900 }, (_, n) => wave(9, n / 9))]) {
    const long = signedValue({ name: 'x'.repeat(300), strokes })
    // As long as an entry may be.
    expect(long.length).toBeLessThan(4000)
    expect(readSigned(long)?.strokes.length).toBeGreaterThan(0)
  }
  expect(
    readSigned(
      signedValue({
        name: 'K',
        strokes: [
          [
            [-9, 500],
            [4000, 1],
          ],
        ],
      }),
    )?.strokes,
  ).toEqual([
    [
      [0, 120],
      [400, 1],
    ],
  ])
  expect(() => signedValue({ name: 'Kim', strokes: [[[3, 3]]] })).toThrow('a stroke at least')
  expect(() => signedValue({ name: '  ', strokes: [wave(9, 9)] })).toThrow('name')
  for (const wrong of [null, 7, 'Kim', '1,2 3,4|', '1,2 3,4000|Kim', 'a,b c,d|Kim'])
    expect(readSigned(wrong)).toBeNull()

  const signed = entry('signed', value)
  const at = (atMs: number) => signatureOf(saidEntries([signed]), [{ atMs }])
  expect(at(signed.atMs - 1)?.name).toBe('Ms Tern')
  expect(at(signed.atMs + 1)?.name).toBe('Ms Tern')
  expect(at(signed.atMs + 180_000)).toBeNull()
  expect(signatureOf(saidEntries([signed, entry('signed', null, [signed.id])]), [])).toBeNull()
})
