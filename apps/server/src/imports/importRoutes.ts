import { bringInSchema, LANGUAGES } from '@brendik/core'
import { makeWords } from '@brendik/words'
import express, { Router } from 'express'
import { scopeOf } from '../door/whoIsIt.ts'
import { parseInput } from '../errors/parseInput.ts'
import { bringIn } from './bringIn.ts'

/** Most that one file may be, with its photos, bytes. */
const MOST_BYTES = 128 * 2 ** 20

/** Files that are brought in. What is sent is read as it is: no body of JSON, whatever it calls itself. */
export function importRoutes(): Router {
  const router = Router()
  // One at a time: a whole file is held while it is read.
  let last: Promise<unknown> = Promise.resolve()
  router.post(
    '/visit-files',
    express.raw({ type: () => true, limit: MOST_BYTES }),
    async (request, response) => {
      const { db, actor, who } = scopeOf(request)
      const { store, digest } = parseInput(bringInSchema, request.query)
      const bytes: Buffer = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0)
      const words = makeWords(who.language ?? LANGUAGES[0], 'metric')
      const names = { machine: words.t('brought.machine'), site: words.t('brought.site') }
      const turn = last.then(() =>
        bringIn(db, actor, bytes, {
          store: store === 'yes',
          digest: digest ?? null,
          nowMs: Date.now(),
          names,
        }),
      )
      last = turn.catch(() => undefined)
      response.json(await turn)
    },
  )
  return router
}
