import { type QueryKey, type UseMutationResult, useMutation, useQueryClient } from '@tanstack/react-query'
import { askAgain } from './client.ts'

/**
 * An act that only the server can do, asked for at once.
 * @param act - What is asked of the server.
 * @param old - What was read and is old once it is done; nothing else is read again.
 * @param again - So often it is asked for anew where the server was away: for what, done twice, is done once and answered the same.
 */
export function useAct<V, R>(
  act: (what: V) => Promise<R>,
  old: readonly { queryKey: QueryKey }[] = [],
  again = 0,
): UseMutationResult<R, Error, V> {
  const client = useQueryClient()
  return useMutation({
    mutationFn: act,
    // Without network it says so, instead of waiting for one.
    networkMode: 'always',
    retry: askAgain(again),
    onSuccess: async () => {
      await Promise.all(old.map(({ queryKey }) => client.invalidateQueries({ queryKey })))
    },
  })
}
