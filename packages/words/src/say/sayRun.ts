import {
  assertNever,
  figureOf,
  type MessageValue,
  type RunAnalysis,
  type RunKind,
  rangeOf,
  type Saying,
} from '@brendik/core'
import type { MessageId, Words } from '../words.ts'
import { readText } from './readText.ts'
import { timesAsLong } from './timesAsLong.ts'

type Of<Code extends Saying['code']> = Extract<Saying, { code: Code }>

/** What a run says, with the figures behind it and, where something is off or open, the measurement that tells more. */
export function sayRun(words: Words, saying: Saying): string {
  const { kind } = saying
  const flow = (lMin: number) => figureOf('flow', lMin)
  switch (saying.code) {
    case 'within':
      return (
        words.t('run.within', {
          kind,
          flow: flow(saying.flowLMin),
          band: band(saying),
          beside:
            saying.flowLMin < saying.loLMin ? 'below' : saying.flowLMin > saying.hiLMin ? 'above' : 'inside',
        }) + meter(words, saying)
      )
    case 'fast':
      return (
        words.t('run.fast', { kind, flow: flow(saying.flowLMin), band: band(saying) }) + meter(words, saying)
      )
    case 'slow':
      return saySlow(words, saying)
    case 'no-flow':
      return words.t('run.no-flow', { most: flow(saying.mostLMin), expected: flow(saying.midLMin) })
    case 'stalled':
      return words.t('run.stalled', {
        kind,
        flow: flow(saying.flowLMin),
        time: figureOf('time', saying.atS),
        level: figureOf('level', saying.levelMm),
        next: saying.known ? 'none' : saying.silent ? 'silent' : 'listen',
      })
    case 'weak-supply':
      return words.t('run.weak-supply', {
        kind,
        flow: flow(saying.flowLMin),
        band: band(saying),
        sound: rangeOf('flow', saying.soundLoLMin, saying.soundHiLMin),
      })
    case 'timed-undecided':
      return words.t('run.timed-undecided', {
        time: figureOf('time', saying.seconds),
        least: flow(saying.leastLMin),
        most: flow(saying.mostLMin),
        band: band(saying),
      })
    case 'overfilled':
      return words.t('run.overfilled', {
        reached: figureOf('level', saying.reachedMm),
        above: figureOf('level', saying.reachedMm - saying.dueMm),
      })
    case 'one-instant':
      return words.t('run.one-instant', { readings: saying.got })
    case 'not-analysable':
      return words.t('run.not-analysable', { why: readText(words, saying.why) })
    case 'slip':
      return saySlip(words, saying)
    case 'no-end':
      return words.t('run.no-end', { kind })
    case 'not-yet':
      return words.t('run.not-yet', { time: figureOf('time', saying.seconds), band: band(saying) })
    case 'too-few':
      return words.t('run.too-few', { got: saying.got, needed: saying.needed })
    case 'steady':
      return words.t('run.steady', { seen: figureOf('hourly', saying.seenLH) })
    case 'rising':
      return words.t('run.rising', {
        rise: figureOf('hourly', saying.riseLH),
        range: rangeOf('hourly', saying.loLH, saying.hiLH),
      })
    case 'falling':
      return sayFalling(words, saying)
    case 'tube-leak':
      return words.t('run.tube-leak', { time: figureOf('time', saying.tauS) })
    case 'run-back':
      return words.t('run.run-back', {
        litres: figureOf('volume', saying.litres),
        rise: figureOf('level', saying.riseMm),
      })
    case 'no-run-back':
      return words.t('run.no-run-back', { litres: figureOf('volume', saying.mostL) })
    case 'cycle-short':
    case 'cycle-left':
      return words.t(`run.${saying.code}`, { time: figureOf('time', saying.seconds) })
    case 'cycle':
      return words.t('run.cycle', {
        stops: saying.stopsIn ?? 'none',
        time: figureOf('time', saying.seconds),
        long: saying.long?.phase ?? 'none',
        takes: figureOf('time', saying.long?.takesS ?? 0),
        usual: figureOf('time', saying.long?.usualS ?? 0),
        spun: saying.spun || saying.stopsIn ? 'yes' : 'no',
      })
    case 'throttled':
      return words.t('run.throttled', { kind, flow: flow(saying.flowLMin) })
    case 'empty-tub':
    case 'in-motion':
    case 'no-phases':
    case 'end-too-high':
    case 'levels-too-close':
      return words.t(`run.${saying.code}`)
    default:
      return assertNever(saying)
  }
}

const band = ({ loLMin, hiLMin }: { loLMin: number; hiLMin: number }) => rangeOf('flow', loLMin, hiLMin)

function meter(words: Words, { meterLMin }: { meterLMin: number | null }): string {
  return meterLMin === null ? '' : ` ${words.t('run.meter', { flow: figureOf('flow', meterLMin) })}`
}

function saySlow(words: Words, saying: Of<'within' | 'slow' | 'fast'>): string {
  const { kind, flowLMin, longerPercent } = saying
  const slow = words.t('run.slow', {
    kind,
    flow: figureOf('flow', flowLMin),
    band: band(saying),
    low: Math.round((100 * longerPercent) / (100 + longerPercent)),
    times: timesAsLong(words, longerPercent),
    next: saying.settled ? 'none' : kind === 'fill' || kind === 'siphon' ? kind : 'drain',
  })
  return slow + meter(words, saying)
}

/** A probable slip as a question; figures as they were written. */
export function saySlip(
  words: Words,
  { slip, written, meant }: Pick<Of<'slip'>, 'slip' | 'written' | 'meant'>,
): string {
  const ask = (quantity: 'level' | 'height' | 'head') =>
    words.t(`slip.${slip}` as MessageId, {
      written: figureOf(quantity, written),
      meant: figureOf(quantity, meant),
    })
  switch (slip) {
    case 'meter-in-gallons':
      return words.t('slip.meter-in-gallons', { percent: Math.round(100 * written) })
    case 'drain-called-hold':
      return words.t('slip.drain-called-hold', { flow: figureOf('flow', written) })
    case 'head-in-feet':
      return ask('head')
    case 'hose-end-in-cm':
    case 'radius-for-diameter':
      return ask('height')
    case 'level-in-cm':
    case 'level-in-inches':
    case 'two-runs-in-one':
    case 'fill-level-in-cm':
      return ask('level')
    default:
      return assertNever(slip)
  }
}

function sayFalling(words: Words, saying: Of<'falling'>): string {
  const lost = {
    amount: figureOf('hourly', saying.leakLH),
    range: rangeOf('hourly', saying.loLH, saying.hiLH),
  }
  if (saying.display && (saying.holds === 'first' || saying.holds === 'undecided'))
    return words.t('run.falling.display', lost)
  const where: Record<string, MessageValue> = saying.height
    ? { from: figureOf('level', saying.height.lo), to: figureOf('level', saying.height.hi) }
    : { below: figureOf('level', saying.lowestMm) }
  const side = saying.height ? 'between' : 'below'
  switch (saying.holds) {
    case 'first':
    case 'leak':
      return words.t(`run.falling.${saying.holds}-${side}`, { ...lost, ...where })
    case 'undecided':
    case 'siphon':
    case 'soaking':
    case 'tube-leak':
      return words.t(`run.falling.${saying.holds}`, lost)
    case 'tight':
    case 'seep-in':
      return words.t('run.falling.only-here', lost)
    default:
      return assertNever(saying.holds)
  }
}

/** What a flow by time alone rests on, and what would narrow it; nothing where levels were read. */
export function sayRests(words: Words, kind: RunKind, rests: NonNullable<RunAnalysis['rests']>): string {
  return words.t('run.rests', {
    kind,
    level: rests.level === 'family' && rests.range ? 'range' : rests.level,
    mm: figureOf('level', rests.levelMm),
    range: rests.range ? rangeOf('level', rests.range[0], rests.range[1]) : '',
    narrow: rests.level === 'read' && rests.readings > 1 ? 'no' : 'yes',
  })
}
