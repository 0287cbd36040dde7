/**
 * Head of a pump against flow.
 * power:  H = H₀ − r·Qⁿ;   points: straight lines between given points, flow rising, head falling.
 */
export type PumpCurve =
  | { kind: 'power'; shutoffHeadM: number; rSPerM: number; exponent: number }
  | { kind: 'points'; flowM3S: readonly number[]; headM: readonly number[] }

/** The usual drain pump: H = H₀·(1 − (Q/Q_free)²). @throws {RangeError} If either value is not above 0. */
export function parabolicPump(shutoffHeadM: number, freeFlowM3S: number): PumpCurve {
  if (!(shutoffHeadM > 0)) throw new RangeError(`pump shut-off head: expected above 0 m, got ${shutoffHeadM}`)
  if (!(freeFlowM3S > 0)) throw new RangeError(`pump free flow: expected above 0 m³/s, got ${freeFlowM3S}`)
  return { kind: 'power', shutoffHeadM, rSPerM: shutoffHeadM / freeFlowM3S ** 2, exponent: 2 }
}

/**
 * Power curve H₀ − r·Qⁿ through three points, the first at no flow.
 * @throws {RangeError} If the points do not fall.
 */
export function pumpThroughThreePoints(
  shutoffHeadM: number,
  flow1M3S: number,
  head1M: number,
  flow2M3S: number,
  head2M: number,
): PumpCurve {
  if (!(shutoffHeadM > head1M && head1M > head2M && flow2M3S > flow1M3S && flow1M3S > 0))
    throw new RangeError('pump curve: expected flow rising and head falling over the three points')
  const exponent = Math.log((shutoffHeadM - head2M) / (shutoffHeadM - head1M)) / Math.log(flow2M3S / flow1M3S)
  return { kind: 'power', shutoffHeadM, rSPerM: (shutoffHeadM - head1M) / flow1M3S ** exponent, exponent }
}

/**
 * Head at a flow, m; beyond the last point of a `points` curve its last line goes on.
 * @param flowM3S - m³/s.
 * @throws {RangeError} If a `points` curve has fewer than two.
 */
export function pumpHeadM(curve: PumpCurve, flowM3S: number): number {
  if (curve.kind === 'power')
    return curve.shutoffHeadM - curve.rSPerM * Math.max(0, flowM3S) ** curve.exponent
  const last = curve.flowM3S.length - 1
  if (last < 1) throw new RangeError('pump curve: expected at least two points')
  let i = 1
  while (i < last && flowM3S > (curve.flowM3S[i] ?? Number.NaN)) i++
  const [q0, q1] = [curve.flowM3S[i - 1] ?? Number.NaN, curve.flowM3S[i] ?? Number.NaN]
  const [h0, h1] = [curve.headM[i - 1] ?? Number.NaN, curve.headM[i] ?? Number.NaN]
  return h0 + ((h1 - h0) * (flowM3S - q0)) / (q1 - q0)
}

/**
 * The same pump at another speed, by the affinity laws (Q ~ n, H ~ n²; Hydraulic Institute, from memory).
 * @param speedRatio - New speed ÷ old speed, above 0.
 * @throws {RangeError} If the ratio is not above 0.
 */
export function pumpAtSpeed(curve: PumpCurve, speedRatio: number): PumpCurve {
  if (!(speedRatio > 0)) throw new RangeError(`pump speed ratio: expected above 0, got ${speedRatio}`)
  const s2 = speedRatio * speedRatio
  return curve.kind === 'power'
    ? {
        ...curve,
        shutoffHeadM: curve.shutoffHeadM * s2,
        rSPerM: curve.rSPerM * speedRatio ** (2 - curve.exponent),
      }
    : {
        kind: 'points',
        flowM3S: curve.flowM3S.map((q) => q * speedRatio),
        headM: curve.headM.map((h) => h * s2),
      }
}
