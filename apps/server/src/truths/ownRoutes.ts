import {
  FAMILY_IDS,
  idSchema,
  type OwnModelAnswer,
  type OwnRecords,
  type OwnRecordsAnswer,
  type OwnRecordsLine,
  ownRunSchema,
  type RunAmongPeers,
  recordsKey,
} from '@brendik/core'
import { Router } from 'express'
import * as v from 'valibot'
import { written } from '../db/row.ts'
import { scopeOf } from '../door/whoIsIt.ts'
import { AppError } from '../errors/AppError.ts'
import { parseInput } from '../errors/parseInput.ts'
import { learningRow } from './rows.ts'

const family = v.picklist(FAMILY_IDS)
const modelRow = v.strictObject({
  family,
  /** Null = of the whole family. */
  model: v.nullable(v.string()),
  name: v.nullable(v.string()),
  machines: v.number(),
  runs: v.number(),
  far: v.number(),
})
const runRow = v.strictObject({
  runId: v.string(),
  visitId: v.string(),
  machineId: v.string(),
  family,
  model: v.string(),
  make: v.string(),
  typed: v.string(),
  machineLabel: v.string(),
  kind: v.picklist(['fill', 'drain']),
  atMs: v.number(),
  among: v.nullable(written<RunAmongPeers>()),
  setAsideBy: v.nullable(v.string()),
})
const recordsRow = v.strictObject({ records: written<OwnRecords>() })
const MOST_MODELS = 300
const MOST_RUNS = 500
const KEY = /^(model|family):([a-z-]+)(?::(.{1,250}))?$/

/** What a workshop's runs of machines proven healthy are, and which of them count. */
export function ownRoutes(): Router {
  const router = Router()
  router.get('/own-records', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const [models, learning] = await Promise.all([
      db.many('listOwnModels', modelRow, [actor.workshopId, MOST_MODELS]),
      db.maybeOne('findLearning', learningRow, [actor.workshopId]),
    ])
    const answer: OwnRecordsAnswer = {
      bands: learning?.bands ?? true,
      // Runs of machines whose make and model nobody wrote down count for their family alone.
      lines: models.filter(({ model }) => model !== '').map(lineOf),
    }
    response.json(answer)
  })
  router.get('/own-records/:key', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const [, of, inFamily, model] = KEY.exec(request.params.key) ?? []
    if (!v.is(family, inFamily) || (of === 'model') !== (model !== undefined))
      throw new AppError('not_found', `own records ${request.params.key}: not found`)
    const [found, rows] = await Promise.all([
      db.maybeOne('findOwnRecords', recordsRow, [actor.workshopId, request.params.key]),
      db.many('listOwnRuns', runRow, [actor.workshopId, inFamily, model ?? null, MOST_RUNS]),
    ])
    const [newest] = rows
    if (model && !newest) throw new AppError('not_found', `own records ${request.params.key}: not found`)
    const used = rows.filter(({ among }) => among?.used)
    const answer: OwnModelAnswer = {
      line: {
        key: request.params.key,
        family: inFamily,
        name: model && newest ? nameOf(newest.make, newest.typed) : null,
        machines: new Set(used.map(({ machineId }) => machineId)).size,
        runs: used.length,
        far: rows.filter(({ among }) => among && !among.used).length,
      },
      records: found?.records ?? null,
      runs: rows.map(({ runId, visitId, machineId, machineLabel, kind, atMs, among, setAsideBy }) => ({
        runId,
        visitId,
        machineId,
        machineLabel,
        kind,
        atMs,
        setAsideBy,
        off: among?.off ?? 0,
        sd: among?.sd ?? 0,
        used: among?.used ?? false,
      })),
    }
    response.json(answer)
  })
  router.put('/own-records/runs/:runId', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const runId = parseInput(idSchema, request.params.runId)
    const { counts } = parseInput(ownRunSchema, request.body)
    if (counts) await db.run('countRunAgain', [actor.workshopId, runId])
    else await db.run('setAsideRun', [actor.workshopId, runId, actor.technicianId])
    response.json({ ok: true })
  })
  return router
}

const nameOf = (make: string, model: string) => `${make.trim()} ${model.trim()}`

const lineOf = ({
  family,
  model,
  name,
  machines,
  runs,
  far,
}: v.InferOutput<typeof modelRow>): OwnRecordsLine => ({
  key: model === null ? recordsKey.family(family) : recordsKey.model(family, model),
  family,
  name,
  machines,
  runs,
  far,
})
