import { useMutation, useQueryClient } from '@tanstack/react-query'
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
  const entering = useMutation({
    networkMode: 'always',
    mutationFn: async (work: () => Promise<unknown>) => {
      await work()
      const { who } = await readSession()
      if (who?.technicianId !== knownWho()?.technicianId) {
        await forgetReads()
        client.removeQueries({ type: 'inactive' })
      }
      await rememberWho(who)
      if (!onStay || who?.workshopId !== deviceWorkshop()) {
        location.assign('/')
        // The page goes: nothing is to be pressed until it has.
        await new Promise(() => {})
      }
      // Another person may see other things: here everything is read again.
      await client.invalidateQueries()
      wakeSender()
      onStay?.()
    },
  })
  return { problem: entering.error?.message ?? null, busy: entering.isPending, enter: entering.mutate }
}
