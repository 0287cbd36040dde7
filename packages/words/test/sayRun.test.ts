import type { Saying } from '@brendik/core'
import { expect, it } from '@jest/globals'
import { makeWords, sayRun } from '../src/index.ts'

const METRIC = makeWords('en', 'metric')
const band = { kind: 'drain' as const, flowLMin: 11.8, loLMin: 15.2, hiLMin: 19.4 }
it.each<[Saying, string]>([
  [
    { code: 'within', ...band, flowLMin: 16, longerPercent: 3, meterLMin: null },
    'Drains at 16.0 L/min, inside the expected 15.2 to 19.4 L/min.',
  ],
  [
    { code: 'slow', ...band, kind: 'fill', longerPercent: 41, meterLMin: 6 },
    'Fills at 11.8 L/min where 15.2 to 19.4 L/min is expected (29 % low), so it takes 1.4 × as long; a bucket at the tap and at the hose end tells where it is lost. The meter says 6.0 L/min; the level decides.',
  ],
  [
    { code: 'fast', ...band, longerPercent: -30, meterLMin: null },
    'Drains at 11.8 L/min, more than the expected 15.2 to 19.4 L/min: check the tub size and the units.',
  ],
  [
    { code: 'no-flow', kind: 'drain', mostLMin: 0.4, midLMin: 17 },
    'No flow to speak of: at most 0.4 L/min where 17.0 L/min is expected.',
  ],
  [
    { code: 'not-yet', kind: 'fill', seconds: 22, loLMin: 2, hiLMin: 14 },
    'After 22 s the readings still allow 2.0 to 14.0 L/min: take more levels, over a longer time.',
  ],
  [
    { code: 'end-too-high', kind: 'drain', flowLMin: 1 },
    'The hose end is higher than this pump should lift: measure the height, or lower the end.',
  ],
  [
    { code: 'levels-too-close', kind: 'drain', flowLMin: 1 },
    'Start and end level are too close together to compare: let it run further.',
  ],
])('says one plain sentence', (saying, sentence) => expect(sayRun(METRIC, saying)).toBe(sentence))
