/** √((1+ρ)/(1−ρ)) of the residuals' lag-one correlation: how much shared noise widens the error. Streams only. */
export function correlationFactor(residuals: Float64Array, perBlock: number): number {
  const n = residuals.length
  if (perBlock === 1 && n < 30) return 1
  let r0 = 0
  let r1 = 0
  for (let i = 0; i < n; i++) {
    const r = Math.max(-6, Math.min(6, residuals[i] ?? Number.NaN))
    r0 += r * r
    if (i > 0) r1 += r * Math.max(-6, Math.min(6, residuals[i - 1] ?? Number.NaN))
  }
  const rho = Math.min(0.9, Math.max(0, r0 > 0 ? r1 / r0 : 0))
  return Math.sqrt((1 + rho) / (1 - rho))
}
