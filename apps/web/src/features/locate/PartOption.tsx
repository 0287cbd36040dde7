import type { Part, PartId } from '@brendik/core'
import type { CSSProperties, ReactNode } from 'react'
import { partName } from '../../words/cardText.ts'

/** One part in the list of the ladder: chosen by a press, by the arrow keys of the list, or by a screen reader. */
export function PartOption({
  part,
  chosen,
  onChoose,
  className,
  style,
  children,
}: {
  part: Part
  chosen: PartId | null
  onChoose: (part: PartId) => void
  className: string
  style?: CSSProperties
  children: ReactNode
}) {
  return (
    <button
      type="button"
      role="option"
      id={`part-${part.id}`}
      tabIndex={-1}
      aria-selected={part.id === chosen}
      onClick={() => onChoose(part.id)}
      className={`cursor-pointer text-left ${className}`}
      {...(style ? { style } : {})}
    >
      {children}
    </button>
  )
}

/** Parts that have no label of their own here: the arrow keys reach them and a screen reader names them all the same. */
export function UnnamedParts({
  parts,
  onChoose,
}: {
  parts: readonly Part[]
  onChoose: (part: PartId) => void
}) {
  return parts.map((part) => (
    <PartOption key={part.id} part={part} chosen={null} onChoose={onChoose} className="sr-only">
      {partName(part.id)}
    </PartOption>
  ))
}
