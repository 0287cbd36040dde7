import { PROTOCOL_IDS, type ProtocolId } from '../catalogue/protocolIds.ts'
import type { FoundBy } from '../reason/checks/foundBy.ts'
import { PHASE_OF_RUN } from '../reason/leaks/gatherLeakFindings.ts'
import type { ProtocolStep, RunStep } from './protocols/protocolTypes.ts'

/**
 * The protocols that the plan of a visit calls for: those whose next step is one of its looks, in the order of the plan.
 * @param nextOf - The next step of a protocol in the visit; null = it is done. @param looks - Looks of the plan, worth most first.
 */
export function protocolsFor(
  nextOf: (id: ProtocolId) => ProtocolStep | null,
  looks: readonly { what: FoundBy }[],
): ProtocolId[] {
  const placed = PROTOCOL_IDS.map((id) => {
    const step = nextOf(id)
    return { id, place: step ? looks.findIndex(({ what }) => isStep(step, what)) : -1 }
  })
  return placed
    .filter(({ place }) => place >= 0)
    .sort((a, b) => a.place - b.place)
    .map(({ id }) => id)
}

/** Whether a step of a protocol is how a look is made. */
function isStep(step: ProtocolStep, what: FoundBy): boolean {
  if (step.kind === 'look') return what.kind === 'check' && what.check === step.check
  if (step.readings.what === 'ruler-and-display')
    return what.kind === 'check' && what.check === 'ruler-vs-indicated'
  if (what.kind === 'run') return isRun(step, what)
  // A phase that is watched for an hour is timed by what watches it.
  const stands = step.run.kind === 'hold' || step.run.kind === 'idle'
  return stands && what.kind === 'phase' && PHASE_OF_RUN[step.run.kind] === what.phase
}

function isRun({ run }: RunStep, what: Extract<FoundBy, { kind: 'run' }>): boolean {
  const end =
    what.hoseEndMm === undefined ? [null, 'in-place'] : what.run === 'siphon' ? ['below-tub'] : ['low']
  return (
    run.kind === what.run &&
    !run.throttled &&
    end.includes(run.hoseEnd) &&
    (run.tap === null || what.tap === undefined || run.tap === what.tap)
  )
}
