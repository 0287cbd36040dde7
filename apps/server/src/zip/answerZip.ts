import { once } from 'node:events'
import type { Response } from 'express'
import { Zip } from 'fflate'

/** A zip that is written into an answer while it is made. */
export interface AnswerZip {
  zip: Zip
  /** Waits until what was written is taken: no more of it is held than a client is slow. False = nobody takes it any more. */
  taken(): Promise<boolean>
}

export function answerZip(response: Response, filename: string): AnswerZip {
  response.type('application/zip').set('content-disposition', `attachment; filename="${filename}"`)
  const zip = new Zip((error, chunk, final) => {
    if (error) response.destroy(error)
    else response.write(chunk)
    if (final) response.end()
  })
  return {
    zip,
    async taken() {
      if (response.writableNeedDrain && !response.destroyed)
        await Promise.race([once(response, 'drain'), once(response, 'close')])
      return !response.destroyed
    },
  }
}
