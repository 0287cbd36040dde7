import type { Gate, LeakLook } from '@brendik/core'
import { say } from '../../lib/words.ts'
import { upperFirst } from '../../words/cardText.ts'
import { WORTH_WORD, worthOf } from '../../words/locateText.ts'
import { GateNotice, type Space } from '../visit/index.ts'

/** A look that the machine's state forbids is only spoken of when it would tell this much, bits. */
const TOLD_BITS = 0.1

/** The look that splits what is left best for its minutes; after it the others, and the best of those the machine's state forbids. */
export function NextLook({
  space,
  open,
  shut,
  onOpen,
}: {
  space: Space
  open: readonly LeakLook[]
  shut: { look: LeakLook; gate: Gate }[]
  onOpen: (look: LeakLook) => void
}) {
  const [first, ...others] = open
  const blocked = shut.find(({ look }) => look.gainBits >= Math.max(TOLD_BITS, first?.gainBits ?? 0))
  return (
    <section aria-label="Next look" className="border-t border-line pt-3">
      <h2 className="text-sm font-semibold text-soft">Next look</h2>
      {first ? (
        <>
          <button
            type="button"
            className="flex min-h-12 w-full cursor-pointer items-center justify-between gap-3 text-left"
            onClick={() => onOpen(first)}
          >
            <span className="plate text-xl leading-tight underline decoration-1 underline-offset-4">
              {say(first.name)}
            </span>
            <span className="shrink-0 text-soft">{first.minutes} min</span>
          </button>
          <p className="leading-snug">
            {say(first.why)}
            {first.by ? ` ${upperFirst(say(first.by))}.` : ''}
          </p>
          <ul className="pt-2">
            {others.slice(0, 3).map((look) => (
              <li key={look.id} className="border-t border-hair">
                <button
                  type="button"
                  className="flex min-h-12 w-full cursor-pointer items-center justify-between gap-3 text-left leading-tight"
                  onClick={() => onOpen(look)}
                >
                  <span>{say(look.name)}</span>
                  <span className="shrink-0 text-sm text-soft">
                    {WORTH_WORD[worthOf(look)]}, {look.minutes} min
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </>
      ) : (
        <p className="py-1 leading-snug">
          {blocked
            ? 'What would tell more is not allowed as the machine stands.'
            : 'No look would change much now.'}
        </p>
      )}
      {blocked && (
        <div className="pt-2">
          <p className="pb-1 leading-snug">
            <span className="font-semibold">{say(blocked.look.name)}</span> would tell more (
            {blocked.look.minutes} min), but not now:
          </p>
          <GateNotice gate={blocked.gate} space={space} />
        </div>
      )}
    </section>
  )
}
