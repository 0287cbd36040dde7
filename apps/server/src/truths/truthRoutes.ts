import { type ShowedCount, showedCounts } from '@brendik/core'
import { Router } from 'express'
import * as v from 'valibot'
import { scopeOf } from '../door/whoIsIt.ts'

const showedRow = v.strictObject({ part: v.string(), showed: v.string(), n: v.number() })

/** What turned out to be true: what old parts showed, over all visits of a workshop. */
export function truthRoutes(): Router {
  const router = Router()
  router.get('/showed', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const rows = await db.many('listShowed', showedRow, [actor.workshopId])
    response.json(showedCounts(rows) satisfies ShowedCount[])
  })
  return router
}
