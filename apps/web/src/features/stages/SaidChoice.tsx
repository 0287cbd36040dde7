import { saidOf } from '@brendik/core'
import { Conflict, type Space } from '../visit/index.ts'

/** One answer out of a few, kept as an entry of the visit; pressed again it is taken back. */
export function SaidChoice({
  space,
  topic,
  label,
  options,
}: {
  space: Space
  topic: `said:${string}`
  label: string
  options: readonly { value: string; word: string }[]
}) {
  const said = saidOf(space.said, topic)
  return (
    <div className="grid items-center gap-x-5 gap-y-1.5 border-t border-line py-2.5 md:grid-cols-[13rem_1fr]">
      <span className="font-semibold" id={topic}>
        {label}
      </span>
      {/* biome-ignore lint/a11y/useSemanticElements: a fieldset cannot be laid out as a wrapping row */}
      <div role="group" aria-labelledby={topic} className="flex flex-wrap gap-1.5">
        {options.map(({ value, word }) => (
          <button
            key={value}
            type="button"
            aria-pressed={said === value}
            onClick={() => space.say(topic, said === value ? null : value)}
            className={`min-h-12 cursor-pointer border px-3.5 ${said === value ? 'border-ink bg-ink font-semibold text-face' : 'border-line bg-face'}`}
          >
            {word}
          </button>
        ))}
      </div>
      <div className="md:col-start-2">
        <Conflict space={space} topic={topic} />
      </div>
    </div>
  )
}
