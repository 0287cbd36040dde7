import type { VisitReport } from '@brendik/core'

/** A report for people: one paragraph a run. */
export function reportText(report: VisitReport): string {
  const paragraphs = report.runs.map((run, index) => {
    const lines = [`Run ${index + 1}, ${run.kind}: ${run.verdict}. ${run.reason}`]
    for (const [id, q] of Object.entries(run.quantities))
      lines.push(`  ${id} ${q.value.toPrecision(3)} (95 %: ${q.lo.toPrecision(3)} to ${q.hi.toPrecision(3)})`)
    for (const [id, how] of Object.entries(run.not_identifiable))
      lines.push(`  ${id}: cannot be told; ${how}`)
    for (const note of run.notes) lines.push(`  Note: ${note}`)
    return lines.join('\n')
  })
  return [...paragraphs, report.combined.reason].join('\n\n')
}
