import { SIGN_BOX, type Signature } from '@brendik/core'

/** Pen strokes in their box. */
export function Strokes({ strokes, className = '' }: { strokes: Signature['strokes']; className?: string }) {
  return (
    <svg viewBox={`0 0 ${SIGN_BOX.w} ${SIGN_BOX.h}`} className={className} aria-hidden="true">
      {strokes.map((stroke, n) => (
        <polyline
          // biome-ignore lint/suspicious/noArrayIndexKey: strokes are only ever added at the end
          key={n}
          points={stroke.map((point) => point.join(',')).join(' ')}
          fill="none"
          stroke="currentColor"
          strokeWidth="2.4"
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      ))}
    </svg>
  )
}
