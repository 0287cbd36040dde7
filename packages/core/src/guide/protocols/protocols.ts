import type { ProtocolId } from '../../catalogue/protocolIds.ts'
import type { Tap } from '../../machine/machineSpec.ts'
import type { CheckId } from '../../reason/checks/checkTypes.ts'
import { minutesOf, RUN_MIN } from '../../reason/checks/minutes.ts'
import type { HoseEnd, LookStep, Protocol, RunStep } from './protocolTypes.ts'

const run = (
  id: string,
  kind: RunStep['run']['kind'],
  rest: Partial<Omit<RunStep, 'run'>> & { hoseEnd?: HoseEnd; tap?: Tap | null; throttled?: boolean },
): RunStep => ({
  kind: 'run',
  id,
  minutes: RUN_MIN[kind],
  cautions: rest.cautions ?? [],
  run: {
    kind,
    hoseEnd: rest.hoseEnd ?? null,
    tap: rest.tap ?? null,
    throttled: rest.throttled ?? false,
    laundryOut: true,
  },
  readings: rest.readings ?? { what: 'level', everyS: 10, atLeast: 8 },
  lastsS: rest.lastsS ?? null,
})
const look = (
  id: string,
  check: CheckId,
  entry: LookStep['entry'],
  rest: Partial<LookStep> = {},
): LookStep => ({
  kind: 'look',
  id,
  check,
  entry,
  minutes: (rest.times ?? 1) * minutesOf(check),
  cautions: rest.cautions ?? [],
  tap: rest.tap ?? null,
  times: rest.times ?? 1,
})

const fill = (id: string, tap: Tap | null, throttled = false) =>
  run(id, 'fill', {
    tap,
    throttled,
    cautions: tap === 'hot' ? ['hot-water'] : [],
    readings: { what: 'level', everyS: 10, atLeast: 8 },
  })
const hold = (id: string, hoseEnd: HoseEnd) =>
  run(id, 'hold', { hoseEnd, readings: { what: 'level', everyS: 60, atLeast: 9 }, lastsS: 600 })
const drain = (id: string, hoseEnd: HoseEnd, cautions: RunStep['cautions']) =>
  run(id, 'drain', { hoseEnd, readings: { what: 'level', everyS: 10, atLeast: 6 }, cautions })

const firstDrain = drain('place', 'in-place', ['pump-dry'])
const lowDrain = drain('low', 'low', ['flood', 'pump-dry'])
const liftTest = look('lift', 'drain.lift-stop', 'height', { cautions: ['live-water', 'two-people'] })
const gravity = run('gravity', 'siphon', {
  hoseEnd: 'below-tub',
  cautions: ['flood'],
  readings: { what: 'level', everyS: 10, atLeast: 6 },
})

/** The protocols of the product. Minutes are estimates; what each is worth comes from the study in docs/identifiability.md. */
export const PROTOCOLS: Record<ProtocolId, Protocol> = {
  inlet: {
    id: 'inlet',
    steps: [
      fill('cold', 'cold'),
      fill('hot', 'hot'),
      look('tap-bucket', 'tap.bucket', 'bucket'),
      look('hose-bucket', 'hose-end.bucket', 'bucket'),
      look('screen', 'screens.look', 'choice'),
      fill('throttled', null, true),
    ],
  },
  'seep-watch': {
    id: 'seep-watch',
    steps: [run('idle', 'idle', { readings: { what: 'level', everyS: 60, atLeast: 9 }, lastsS: 600 })],
  },
  'three-hold': {
    id: 'three-hold',
    steps: [hold('first', 'in-place'), hold('again', 'in-place'), hold('lifted', 'lifted')],
  },
  'stop-level': {
    id: 'stop-level',
    steps: [look('stop', 'leak.stop-level', 'stop-level', { cautions: ['hot-pump'] })],
  },
  'three-level-catch': {
    id: 'three-level-catch',
    steps: [look('catch', 'leak.catch', 'catch', { times: 4 })],
  },
  'pump-or-path': { id: 'pump-or-path', steps: [firstDrain, liftTest] },
  'two-heights': { id: 'two-heights', steps: [firstDrain, lowDrain] },
  gravity: { id: 'gravity', steps: [firstDrain, gravity] },
  'run-back': {
    id: 'run-back',
    steps: [
      run('watch', 'after-drain', {
        hoseEnd: 'in-place',
        readings: { what: 'level', everyS: 10, atLeast: 3 },
        lastsS: 25,
      }),
      look('caught', 'drain.caught-back', 'litres', { cautions: ['live-water'] }),
    ],
  },
  'sensor-check': {
    id: 'sensor-check',
    steps: [
      run('fill', 'fill', {
        tap: 'cold',
        readings: { what: 'ruler-and-display', everyS: 15, atLeast: 8 },
      }),
      run('hold', 'hold', {
        hoseEnd: 'in-place',
        readings: { what: 'ruler-and-display', everyS: 60, atLeast: 6 },
        lastsS: 600,
      }),
    ],
  },
}
