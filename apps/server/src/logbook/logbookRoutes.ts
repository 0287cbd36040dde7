import { type LogbookAnswer, logbookQuerySchema } from '@brendik/core'
import { Router } from 'express'
import { scopeOf } from '../door/whoIsIt.ts'
import { parseInput } from '../errors/parseInput.ts'
import { logbookRow } from './rows.ts'

const PAGE = 30

/** The logbook: every visit ever made, found by words, newest first, a page at a time. */
export function logbookRoutes(): Router {
  const router = Router()
  router.get('/logbook', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const { words, after } = parseInput(logbookQuerySchema, request.query)
    const [afterAt, afterId] = after?.split('_') ?? [null, null]
    const values = [actor.workshopId, searchWords(words), afterAt, afterId, PAGE + 1]
    const rows = await db.many('searchLogbook', logbookRow, values)
    const shown = rows.slice(0, PAGE)
    const last = shown.at(-1)
    const answer: LogbookAnswer = {
      lines: shown.map(({ cursorAt: _cursorAt, ...line }) => line),
      next: rows.length > PAGE && last ? `${last.cursorAt}_${last.id}` : null,
    }
    response.json(answer)
  })
  return router
}

/** Words as PostgreSQL's text search takes them: each must be there, as a whole or as a beginning; null = none typed. */
export function searchWords(typed: string): string | null {
  const words = typed.normalize('NFC').match(/[\p{L}\p{N}]+/gu) ?? []
  return words.length === 0
    ? null
    : words
        .slice(0, 12)
        .map((word) => `${word}:*`)
        .join(' & ')
}
