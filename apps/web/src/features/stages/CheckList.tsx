import { CHECKS, type CheckFacts, checkApplies, type NumberCheck, type Tap } from '@brendik/core'
import { type ReactNode, useState } from 'react'
import type { Space } from '../visit/index.ts'
import { CheckRow } from './CheckRow.tsx'
import { ReadingSheet } from './ReadingSheet.tsx'
import { useGatedAct } from './useGatedAct.tsx'

/** Checks in the order of work, each at once a question and its answer. */
export function CheckList({
  space,
  which,
  verdictOf,
  afreshFromMs,
}: {
  space: Space
  which: (check: CheckFacts) => boolean
  verdictOf?: (check: CheckFacts, tap: Tap | null) => ReactNode
  afreshFromMs?: number | undefined
}) {
  const { pass, sheet } = useGatedAct(space)
  const [reading, setReading] = useState<{ check: NumberCheck; tap: Tap | null } | null>(null)
  const machine = space.visit.machine.spec
  // Nobody is asked for a part that this machine has not; what was answered all the same stays to be seen.
  const has = (check: CheckFacts) =>
    checkApplies(check.id, machine) || space.visit.observations.some((o) => o.check === check.id)
  const rows = CHECKS.filter((check) => which(check) && has(check)).flatMap(
    (check): { check: CheckFacts; tap: Tap | null }[] =>
      check.perTap
        ? space.visit.machine.spec.valve.taps.map((tap) => ({ check, tap }))
        : [{ check, tap: null }],
  )
  return (
    <>
      <ul>
        {rows.map(({ check, tap }, i) => (
          <CheckRow
            key={`${check.id} ${tap}`}
            space={space}
            check={check}
            tap={tap}
            pass={pass}
            tellsWhy={rows.findIndex((row) => row.check.act === check.act) === i}
            onNumber={() => check.kind === 'number' && setReading({ check, tap })}
            verdict={verdictOf?.(check, tap)}
            afreshFromMs={afreshFromMs}
          />
        ))}
      </ul>
      {sheet}
      {reading && (
        <ReadingSheet
          space={space}
          check={reading.check}
          tap={reading.tap}
          onClose={() => setReading(null)}
        />
      )}
    </>
  )
}
