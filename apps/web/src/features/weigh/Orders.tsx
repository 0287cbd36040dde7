import type { PlannedOrder } from '@brendik/core'
import { say, t } from '../../lib/words.ts'

/** The orders that can be followed, with what each is expected to take in this visit and what it would do next. */
export function Orders({
  orders,
  followed,
  onFollow,
}: {
  orders: readonly PlannedOrder[]
  followed: PlannedOrder['id']
  onFollow: (id: PlannedOrder['id']) => void
}) {
  return (
    <fieldset className="border-t border-line py-4">
      <legend className="float-left w-full pb-1 text-sm font-semibold text-soft">{t('weigh.orders')}</legend>
      {orders.map(({ id, expectedMin, next }) => (
        <label
          key={id}
          className="clear-both flex min-h-12 cursor-pointer items-center gap-3 border-t border-hair py-1.5 leading-tight"
        >
          <input
            type="radio"
            name="order"
            className="size-5 shrink-0 accent-ink"
            checked={followed === id}
            onChange={() => onFollow(id)}
          />
          <span className="min-w-0 flex-1">
            <span className="block font-semibold">{t('weigh.order', { order: id })}</span>
            {next && <span className="block text-sm text-soft">{say(next.name)}</span>}
          </span>
          {expectedMin !== null && (
            <span className="small-figure shrink-0">
              {t('weigh.aboutMinutes', { minutes: Math.round(expectedMin) })}
            </span>
          )}
        </label>
      ))}
    </fieldset>
  )
}
