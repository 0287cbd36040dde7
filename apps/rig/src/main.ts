import { createHash } from 'node:crypto'
import { parseArgs } from 'node:util'
import { RIG_FAULTS, type RigFault } from '@brendik/core'
import { runWasher } from './washer.ts'

/**
 * Simulated washers: each announces itself as an instrument and streams level and flow into the runs that are assigned to it.
 * Talks to the server through the public ingest API and nothing else.
 */
const { values } = parseArgs({
  options: {
    server: { type: 'string', default: 'http://127.0.0.1:4310' },
    key: { type: 'string', default: process.env.BRENDIK_KEY ?? '' },
    fault: { type: 'string', multiple: true },
    rate: { type: 'string', default: '10' },
  },
})
if (values.key === '') {
  console.error('rig: --key or BRENDIK_KEY: expected an instrument key of the workshop (made under Workshop)')
  process.exit(2)
}
const rateHz = Number(values.rate)
if (!(rateHz > 0 && rateHz <= 10)) {
  console.error(`rig: --rate: expected above 0 and at most 10 Hz, got ${values.rate}`)
  process.exit(2)
}
const LABEL: Record<RigFault, string> = {
  none: 'healthy',
  'tap.part-shut': 'tap part shut',
  'inlet-valve.restricted': 'inlet valve restricted',
  'pump.worn': 'worn pump',
  'drain-hose.blocked': 'drain hose blocked',
  'pump.thermal-dropout': 'pump cuts out hot',
  'tub-seam.leak': 'tub seam leaks',
  'inlet-valve.seeping': 'inlet valve seeps',
  'level-hose.holed': 'pressure hose leaks air',
}
const wanted = (values.fault ?? RIG_FAULTS) as string[]
for (const name of wanted)
  if (!(RIG_FAULTS as readonly string[]).includes(name)) {
    console.error(`rig: --fault: expected one of ${RIG_FAULTS.join(', ')}, got ${name}`)
    process.exit(2)
  }

/** The same simulated washer keeps its id from one start to the next. */
function instrumentId(fault: string): string {
  const hex = createHash('sha256').update(`brendik rig ${fault}`).digest('hex')
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-4${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`
}

const stop = new AbortController()
process.on('SIGINT', () => stop.abort())
process.on('SIGTERM', () => stop.abort())
await Promise.all(
  (wanted as RigFault[]).map((fault, index) =>
    runWasher({
      door: { server: values.server, key: values.key },
      id: instrumentId(fault),
      label: `Simulated washer, ${LABEL[fault]}`,
      fault,
      rateHz,
      seed: 1000 + index,
      signal: stop.signal,
    }),
  ),
)
