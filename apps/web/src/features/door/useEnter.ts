import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { readSession } from '../../api/queries.ts'
import { wakeSender } from '../../outbox/outbox.ts'
import { deviceWorkshop, knownWho, rememberWho } from '../../outbox/who.ts'
import { forgetReads } from './forgetReads.ts'

/**
 * Tries to come in; says why not. Opens the day on a fresh page when it went well, or leaves the page under it as it is.
 * @param onStay - Called instead of leaving the page, when the same workshop was entered.
 */
export function useEnter(onStay?: () => void): {
  problem: string | null
  busy: boolean
  enter: (work: () => Promise<unknown>) => void
} {
  const client = useQueryClient()
  const [problem, setProblem] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  return {
    problem,
    busy,
    enter(work) {
      setBusy(true)
      setProblem(null)
      work()
        .then(readSession)
        .then(async ({ who }) => {
          if (who?.technicianId !== knownWho()?.technicianId) {
            await forgetReads()
            client.removeQueries({ type: 'inactive' })
          }
          await rememberWho(who)
          if (!onStay || who?.workshopId !== deviceWorkshop()) return location.assign('/')
          await client.invalidateQueries()
          wakeSender()
          onStay()
        })
        .catch((error: Error) => {
          setProblem(error.message)
          setBusy(false)
        })
    },
  }
}
