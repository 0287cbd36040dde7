/**
 * Runs `round` at once; while it runs, any number of further calls ask for one more round after it.
 * @param round - Answers whether the asked for round is still wanted.
 */
export function latestOnly(round: () => Promise<boolean>): () => void {
  let running = false
  let again = false
  async function go(): Promise<void> {
    running = true
    const wanted = await round().finally(() => {
      running = false
    })
    if (!again || !wanted) return
    again = false
    await go()
  }
  return () => {
    if (running) again = true
    else void go()
  }
}
