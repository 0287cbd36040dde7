import type { LiveMessage } from '@brendik/core'

/** A refused stream is asked for again after this, ms. */
const REFUSED_MS = 5000

/**
 * Follows a run on the server: all facts, and the blocks after those there are. The browser reconnects by itself, and says where it stopped.
 * @param after - Number of the last block that is there.
 */
export function followLive(
  runId: string,
  after: () => number,
  onMessage: (message: LiveMessage, lastEventId: number) => void,
): { watch: () => void; close: () => void } {
  let stream: EventSource | null = null
  let retry: ReturnType<typeof setTimeout> | undefined
  function watch(): void {
    if (stream) return
    const source = new EventSource(`/api/runs/${runId}/live?after=${after()}`)
    stream = source
    source.onmessage = ({ data, lastEventId }: MessageEvent<string>) =>
      onMessage(JSON.parse(data) as LiveMessage, Number(lastEventId))
    source.onerror = () => {
      // A server that answered with a refusal is not asked again by the browser: too many runs are open, or nobody is signed in.
      if (source.readyState !== EventSource.CLOSED || stream !== source) return
      stream = null
      retry = setTimeout(watch, REFUSED_MS)
    }
  }
  return {
    watch,
    close() {
      clearTimeout(retry)
      stream?.close()
      stream = null
    },
  }
}
