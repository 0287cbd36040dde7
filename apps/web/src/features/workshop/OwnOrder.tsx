import { ORDER_ENTRIES, type OrderEntry, SCHOOL_IDS, SCHOOLS } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { ArrowDown, ArrowUp, X } from 'lucide-react'
import { useState } from 'react'
import { ownOrderQuery, putOwnOrder } from '../../api/queries.ts'
import { useAct } from '../../api/useAct.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Field } from '../../ui/Field.tsx'
import { Problem } from '../../ui/Problem.tsx'
import { orderEntryName } from '../../words/orderText.ts'

/** The order of checks that the workshop works by: begun from one of the trade's, changed by hand, followed on the page Weigh. */
export function OwnOrder() {
  const { data } = useQuery(ownOrderQuery)
  const saving = useAct(putOwnOrder, [ownOrderQuery])
  const [changed, setChanged] = useState<readonly OrderEntry[] | null>(null)
  if (!data) return null
  const entries = changed ?? data.entries
  const left = ORDER_ENTRIES.filter((entry) => !entries.includes(entry))
  const moved = (from: number, by: -1 | 1) => {
    const next = [...entries]
    next.splice(from + by, 0, ...next.splice(from, 1))
    setChanged(next)
  }
  const save = (wanted: readonly OrderEntry[]) => saving.mutate(wanted, { onSuccess: () => setChanged(null) })
  return (
    <section aria-label={t('ownOrder.ownOrder')}>
      <h2 className="plate pb-1 text-2xl">{t('ownOrder.ownOrder')}</h2>
      <p className="pb-2 text-soft">{t('ownOrder.whatItIs')}</p>
      <Problem of={[saving]} />
      {entries.length === 0 && (
        <div className="flex flex-wrap gap-2">
          {SCHOOL_IDS.map((id) => (
            <Button key={id} className="px-4" onClick={() => setChanged(SCHOOLS[id])}>
              {t('ownOrder.beginFrom', { order: t('weigh.order', { order: id }) })}
            </Button>
          ))}
        </div>
      )}
      <ol>
        {entries.map((entry, n) => {
          const name = orderEntryName(entry)
          return (
            <li key={entry} className="flex min-h-12 items-center gap-1 border-t border-hair">
              <span className="small-figure w-8 shrink-0 text-soft">{n + 1}</span>
              <span className="min-w-0 flex-1 leading-tight">{name}</span>
              <Button
                look="word"
                className="px-3"
                aria-label={t('ownOrder.earlier', { name })}
                disabled={n === 0}
                onClick={() => moved(n, -1)}
              >
                <ArrowUp size={18} aria-hidden="true" />
              </Button>
              <Button
                look="word"
                className="px-3"
                aria-label={t('ownOrder.later', { name })}
                disabled={n === entries.length - 1}
                onClick={() => moved(n, 1)}
              >
                <ArrowDown size={18} aria-hidden="true" />
              </Button>
              <Button
                look="word"
                className="px-3"
                aria-label={t('ownOrder.leaveOut', { name })}
                onClick={() => setChanged(entries.filter((one) => one !== entry))}
              >
                <X size={18} aria-hidden="true" />
              </Button>
            </li>
          )
        })}
      </ol>
      {entries.length > 0 && left.length > 0 && (
        <Field label={t('ownOrder.add')}>
          {(props) => (
            <select
              {...props}
              value=""
              onChange={(event) => {
                const added = left.find((entry) => entry === event.target.value)
                if (added) setChanged([...entries, added])
              }}
            >
              <option value="">{t('ownOrder.choose')}</option>
              {left.map((entry) => (
                <option key={entry} value={entry}>
                  {orderEntryName(entry)}
                </option>
              ))}
            </select>
          )}
        </Field>
      )}
      {(changed !== null || entries.length > 0) && (
        <div className="flex flex-wrap gap-2 pt-3">
          {changed !== null && (
            <Button look="strong" className="px-4" disabled={saving.isPending} onClick={() => save(changed)}>
              {t('ownOrder.save')}
            </Button>
          )}
          {changed !== null && (
            <Button className="px-4" onClick={() => setChanged(null)}>
              {t('ui.cancel')}
            </Button>
          )}
          {changed === null && (
            <Button className="px-4" disabled={saving.isPending} onClick={() => save([])}>
              {t('ownOrder.giveUp')}
            </Button>
          )}
        </div>
      )}
    </section>
  )
}
