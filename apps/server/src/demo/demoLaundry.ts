import { actValue } from '@brendik/core'
import type { DemoKit } from './demoKit.ts'
import { idOf, LAUNDRY } from './demoPeople.ts'

/** Head, m, and free flow, L/min, of each washer's pump; the sixth got another make's. */
const PUMPS = [
  [2.25, 33],
  [2.15, 34],
  [2.3, 32],
  [2.2, 34.5],
  [2.1, 33.5],
  [4.4, 66],
] as const
/** Points of a proof that were not waited for. */
const WAIVED = ['prime', 'run:hold', 'dry:drain', 'cycle'] as const

/** Washers of one model whose traps were cleaned, one after the other, and whose drains were timed afterwards; the last was never repaired. */
export function laundryRepairs({ at, visit, run, look }: DemoKit) {
  return PUMPS.map(([shutoffHeadM, freeFlowLMin], n) => {
    const name = `laundry ${n + 1}`
    const minute = (m: number) => at(-(8 + 9 * n) * 7 * 24 + 11, m)
    const [machine, site] = [LAUNDRY.machine + n, LAUNDRY.site]
    const real = { pump: { shutoffHeadM, freeFlowLMin } }
    const made = visit(
      name,
      machine,
      site,
      minute(0),
      'Drains slowly.',
      [
        { ...run(`${name} drain`, 'drain', 'none', minute(35), machine, site, 'hand'), real },
        { ...run(`${name} drain again`, 'drain', 'none', minute(44), machine, site, 'hand'), real },
        ...(n < 3 ? [run(`${name} fill`, 'fill', 'none', minute(39), machine, site, 'hand')] : []),
      ],
      [
        look(minute(0), 'complaint', 'not-draining'),
        look(minute(11), 'pump.sound', 'runs'),
        look(minute(23), 'trap.look', 'debris'),
      ],
      [
        {
          atMs: minute(28),
          topic: `act:${idOf(`act ${name}`)}`,
          value: actValue({ what: 'cleaned', part: 'coin-trap' }),
        },
        { atMs: minute(29), topic: 'showed:coin-trap', value: 'as-thought' },
        ...WAIVED.map((point) => ({
          atMs: minute(50),
          topic: `proof:${point}`,
          value: 'The owner was waiting.',
        })),
      ],
      minute(55),
    )
    return made
  })
}
