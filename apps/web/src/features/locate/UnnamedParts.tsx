import type { Part, PartId } from '@brendik/core'

/** Parts that have no label of their own here: the arrow keys reach them and a screen reader names them all the same. */
export function UnnamedParts({
  parts,
  onChoose,
}: {
  parts: readonly Part[]
  onChoose: (part: PartId) => void
}) {
  return parts.map((part) => (
    <button
      key={part.id}
      type="button"
      role="option"
      id={`part-${part.id}`}
      tabIndex={-1}
      aria-selected={false}
      className="sr-only"
      onClick={() => onChoose(part.id)}
    >
      {part.name}
    </button>
  ))
}
