import type { JudgedRun, Observation, VisitAnswer, VisitSays } from '@brendik/core'
import { useEffect, useState } from 'react'
import { compute } from '../../workers/compute.ts'

/** Finished runs of a visit as the core weighs them. */
export function judgedRuns(visit: VisitAnswer): JudgedRun[] {
  return visit.runs.flatMap(({ plan, analysis, stoppedAtMs }) =>
    plan && analysis && stoppedAtMs !== null ? [{ plan, analysis }] : [],
  )
}

export function observationsOf(visit: VisitAnswer): Observation[] {
  return visit.observations.map(({ check, value, tap, levelMm, phase }) => ({
    check,
    value,
    tap: tap ?? undefined,
    levelMm: levelMm ?? undefined,
    phase,
  }))
}

/** What all runs and looks of the visit say together, computed in the worker; null until it is there. */
export function useTogether(visit: VisitAnswer | undefined): VisitSays | null {
  const [says, setSays] = useState<VisitSays | null>(null)
  const key = visit
    ? JSON.stringify([visit.machine.spec, visit.site.spec, judgedRuns(visit), observationsOf(visit)])
    : ''
  useEffect(() => {
    if (key === '') return
    let stale = false
    const [machine, site, runs, observations] = JSON.parse(key)
    compute.together(machine, site, runs, observations).then((answer) => {
      if (!stale) setSays(answer)
    })
    return () => {
      stale = true
    }
  }, [key])
  return says
}
