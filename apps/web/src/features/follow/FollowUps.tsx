import { FOLLOW_KINDS, type FollowKind, followUpsOf, followValue } from '@brendik/core'
import { useState } from 'react'
import { newId } from '../../lib/newId.ts'
import { dateText } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Field } from '../../ui/Field.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { SheetChoice, type Space } from '../visit/index.ts'

const IN_DAYS = [1, 7, 30, 180, 365] as const
const DAY_MS = 86_400_000
/** What is usual for each kind, days. Common practice, no published source. */
const USUAL: Readonly<Record<FollowKind, (typeof IN_DAYS)[number]>> = {
  weep: 7,
  part: 7,
  trial: 30,
  hoses: 180,
  call: 1,
}

/** What is left of a visit to come back to: added here, done here or on the day. */
export function FollowUps({ space }: { space: Space }) {
  const [adding, setAdding] = useState(false)
  const follow = followUpsOf(space.visit.entries)
  return (
    <section aria-label={t('follow.followUps')} className="border-t border-line pt-4">
      <h2 className="pb-1 text-sm font-semibold text-soft">{t('follow.followUps')}</h2>
      <ul>
        {follow.map(({ id, kind, dueAtMs, note, told, done }) => (
          <li key={id} className="flex flex-wrap items-center justify-between gap-x-3 border-t border-hair">
            <span className={`min-w-0 flex-1 py-1 leading-tight ${done ? 'text-soft' : ''}`}>
              {t('follow.kind', { kind })}, {dateText(dueAtMs, 'date')}
              {note && <span className="block text-soft">{note}</span>}
              {told > 0 && <span className="block text-sm text-soft">{t('follow.told', { n: told })}</span>}
              {done && (
                <span className="block text-sm text-good">
                  {t('follow.doneBy', { date: dateText(done.atMs, 'date'), by: done.by })}
                </span>
              )}
            </span>
            {done ? (
              <Button
                look="word"
                className="text-sm text-soft"
                onClick={() => space.say(`followed:${id}`, null)}
              >
                {t('ui.takeBack2')}
              </Button>
            ) : (
              <>
                <Button look="word" className="px-2" onClick={() => space.say(`followed:${id}`, true)}>
                  {t('follow.done')}
                </Button>
                <Button
                  look="word"
                  className="text-sm text-soft"
                  aria-label={t('follow.takeBack', { what: t('follow.kind', { kind }) })}
                  onClick={() => space.say(`follow:${id}`, null)}
                >
                  {t('ui.takeBack2')}
                </Button>
              </>
            )}
          </li>
        ))}
      </ul>
      <Button look="strong" className="mt-1 px-4" onClick={() => setAdding(true)}>
        {t('follow.add')}
      </Button>
      {adding && <AddSheet space={space} onClose={() => setAdding(false)} />}
    </section>
  )
}

function AddSheet({ space, onClose }: { space: Space; onClose: () => void }) {
  const [kind, setKind] = useState<FollowKind>('weep')
  const [days, setDays] = useState<number>(USUAL.weep)
  const [note, setNote] = useState('')
  const keep = () => {
    space.say(`follow:${newId()}`, followValue({ kind, dueAtMs: Date.now() + days * DAY_MS, note }))
    onClose()
  }
  return (
    <Sheet open title={t('follow.add')} onClose={onClose}>
      <div className="grid gap-4 pt-3">
        <fieldset>
          <legend className="pb-1 text-sm text-soft">{t('follow.what')}</legend>
          <div className="grid grid-cols-2 gap-2">
            {FOLLOW_KINDS.map((one) => (
              <SheetChoice
                key={one}
                on={kind === one}
                onPress={() => {
                  setKind(one)
                  setDays(USUAL[one])
                }}
              >
                {t('follow.kind', { kind: one })}
              </SheetChoice>
            ))}
          </div>
        </fieldset>
        <fieldset>
          <legend className="pb-1 text-sm text-soft">{t('follow.when')}</legend>
          <div className="grid grid-cols-3 gap-2">
            {IN_DAYS.map((one) => (
              <SheetChoice key={one} on={days === one} onPress={() => setDays(one)}>
                {t('follow.in', { days: one })}
              </SheetChoice>
            ))}
          </div>
        </fieldset>
        <Field label={t('follow.note')}>
          {(props) => (
            <input
              {...props}
              maxLength={300}
              value={note}
              onChange={(event) => setNote(event.target.value)}
            />
          )}
        </Field>
        <Button look="solid" size="tall" onClick={keep}>
          {t('ui.keepIt')}
        </Button>
      </div>
    </Sheet>
  )
}
