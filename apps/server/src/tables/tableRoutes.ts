import { idSchema, paperSchema } from '@brendik/core'
import { makeWords } from '@brendik/words'
import { Router } from 'express'
import { scopeOf } from '../door/whoIsIt.ts'
import { parseInput } from '../errors/parseInput.ts'
import { readVisit } from '../visits/readVisit.ts'
import { answerZip } from '../zip/answerZip.ts'
import { allVisits, recordedRuns } from './readTables.ts'
import { spreadsheetOf, writeCsvZip } from './writeTables.ts'

/** Visits as tables: CSV with its metadata in a zip, or a spreadsheet file. */
export function tableRoutes(): Router {
  const router = Router()
  router.get('/visits/:id/tables.zip', async (request, response) => {
    const { db, actor, who } = scopeOf(request)
    const words = wordsOf(request.query)
    const visit = await readVisit(db, actor, parseInput(idSchema, request.params.id))
    await writeCsvZip(answerZip(response, 'tables.zip'), words, who.workshopName, [visit], (one) =>
      recordedRuns(db, actor, one),
    )
  })
  router.get('/visits/:id/tables.xlsx', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const visit = await readVisit(db, actor, parseInput(idSchema, request.params.id))
    const file = await spreadsheetOf(visit, recordedRuns(db, actor, visit))
    response
      .type('application/vnd.openxmlformats-officedocument.spreadsheetml.sheet')
      .set('content-disposition', 'attachment; filename="tables.xlsx"')
      .send(file)
  })
  router.get('/tables.zip', async (request, response) => {
    const { db, actor, who } = scopeOf(request)
    const words = wordsOf(request.query)
    await writeCsvZip(
      answerZip(response, 'tables.zip'),
      words,
      who.workshopName,
      allVisits(db, actor),
      (visit) => recordedRuns(db, actor, visit),
    )
  })
  return router
}

function wordsOf(query: unknown) {
  const { language, units } = parseInput(paperSchema, query)
  return makeWords(language, units)
}
