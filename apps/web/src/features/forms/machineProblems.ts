import { figureOf, type MachineSpec, machineSpecSchema, tapedTub, tubProblems, tubTopMm } from '@brendik/core'
import * as v from 'valibot'
import { read, t } from '../../lib/words.ts'

/** The first problem of each field by its path, and of the tub as a whole. */
export function machineProblems(spec: MachineSpec): Record<string, string> {
  const result = v.safeParse(machineSpecSchema, spec)
  const problems: Record<string, string> = {}
  for (const issue of result.issues ?? []) problems[v.getDotPath(issue) ?? ''] ??= read(issue.message)
  if (result.success) {
    for (const { field, problem } of tubProblems(tapedTub(spec))) problems[`tub.${field}`] ??= read(problem)
    if (spec.fillLevelMm !== null && spec.fillLevelMm > tubTopMm(tapedTub(spec)))
      problems.fillLevelMm = t('machineForm.expectedInsideTheTubAt', {
        top: figureOf('level', tubTopMm(tapedTub(spec))),
        level: figureOf('level', spec.fillLevelMm),
      })
  }
  return problems
}
