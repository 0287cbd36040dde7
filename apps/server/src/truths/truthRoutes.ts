import { type LearnedAnswer, learnedOf, learningSchema, showedCounts, toCarry } from '@brendik/core'
import { Router } from 'express'
import * as v from 'valibot'
import { ownerScope, scopeOf } from '../door/whoIsIt.ts'
import { parseInput } from '../errors/parseInput.ts'
import { knownTruths } from './makeTruths.ts'
import { learningRow } from './rows.ts'

const showedRow = v.strictObject({ part: v.string(), showed: v.string(), n: v.number() })
const wentRow = v.strictObject({ part: v.string(), went: v.number() })

/** What turned out to be true over all visits of a workshop, what it taught, and whether new visits are weighed with it. */
export function truthRoutes(): Router {
  const router = Router()
  router.get('/learned', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const [truths, showed, went, learning] = await Promise.all([
      knownTruths(db, actor),
      db.many('listShowed', showedRow, [actor.workshopId]),
      db.many('listWent', wentRow, [actor.workshopId]),
      db.maybeOne('findLearning', learningRow, [actor.workshopId]),
    ])
    const answer: LearnedAnswer = {
      ...learnedOf(truths),
      showed: showedCounts(showed),
      carry: toCarry(went),
      uses: learning?.uses ?? true,
      bands: learning?.bands ?? true,
    }
    response.json(answer)
  })
  router.put('/learned', async (request, response) => {
    const { db, actor } = ownerScope(request)
    const { uses = null, bands = null } = parseInput(learningSchema, request.body)
    await db.run('putLearning', [actor.workshopId, actor.technicianId, uses, bands])
    response.json({ ok: true })
  })
  return router
}
