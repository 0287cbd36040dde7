import type { DiagnosisAnswer, VisitAnswer } from '@brendik/words'

/** A report for people: one paragraph a run. */
export function reportText(report: VisitAnswer): string {
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

/** A diagnosis for people: what is likeliest wrong, then what to look at. */
export function diagnosisText({
  ranking,
  pairs,
  outside,
  conflict,
  next,
  stop,
  try_first,
}: DiagnosisAnswer): string {
  const percent = (p: number) => `${(100 * p).toFixed(p < 0.1 ? 1 : 0)} %`
  return [
    ...ranking.slice(0, 6).map(({ fault, probability }) => `${percent(probability).padStart(7)}  ${fault}`),
    ...pairs
      .slice(0, 3)
      .map(({ faults, probability }) => `${percent(probability).padStart(7)}  both ${faults.join(' and ')}`),
    `${percent(outside).padStart(7)}  not the machine`,
    ...(conflict ? ['', conflict.why] : []),
    ...(stop ? ['', `Act: ${[stop.act, stop.part].filter(Boolean).join(' ')}. ${stop.why}`] : []),
    ...(try_first
      ? [
          '',
          `Do first, sooner than knowing: ${try_first.act} ${try_first.part ?? ''}, ${try_first.minutes} min with the run again.`,
        ]
      : []),
    '',
    'Next:',
    ...next
      .slice(0, 4)
      .map(
        ({ check, phase, tap, hose_end_mm, minutes, changes, gain_bits, why }) =>
          `  ${[check, phase, tap, hose_end_mm && `at ${hose_end_mm} mm`].filter(Boolean).join(' ')}, ${minutes} min${changes.length > 0 ? ` (first ${changes.join(', ')})` : ''}, ${gain_bits.toFixed(2)} bit. ${why}`,
      ),
  ].join('\n')
}
