import type { Gate, NextLook as Look } from '@brendik/core'
import { say, t } from '../../lib/words.ts'
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
  open: readonly Look[]
  shut: { look: Look; gate: Gate }[]
  onOpen: (look: Look) => void
}) {
  const [first, ...others] = open
  const blocked = shut.find(({ look }) => look.gainBits >= Math.max(TOLD_BITS, first?.gainBits ?? 0))
  return (
    <section aria-label={t('ui.nextLook')} className="border-t border-line pt-3">
      <h2 className="text-sm font-semibold text-soft">{t('ui.nextLook')}</h2>
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
            <span className="shrink-0 text-soft">{t('ui.min', { minutes: first.minutes })}</span>
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
                    {t('nextLook.min', { worth: WORTH_WORD[worthOf(look)], minutes: look.minutes })}
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </>
      ) : (
        <p className="py-1 leading-snug">
          {blocked ? t('nextLook.whatWouldTellMoreIs') : t('nextLook.noLookWouldChangeMuch')}
        </p>
      )}
      {blocked && (
        <div className="pt-2">
          <p className="pb-1 leading-snug">
            <span className="font-semibold">{say(blocked.look.name)}</span>{' '}
            {t('nextLook.wouldTellMoreMinBut', { minutes: blocked.look.minutes })}
          </p>
          <GateNotice gate={blocked.gate} space={space} />
        </div>
      )}
    </section>
  )
}
