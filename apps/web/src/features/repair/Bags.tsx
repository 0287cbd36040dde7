import { type Bag, stepTopic } from '@brendik/core'
import { Minus, Plus } from 'lucide-react'
import { useState } from 'react'
import { t, words } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import type { Space } from '../visit/index.ts'
import { stepWords } from './jobText.ts'
import type { Job } from './useJob.ts'

const countText = (what: string, n: number): string =>
  words().has(`taken.${what}`) ? words().t(`taken.${what}` as never, { n }) : `${n}`

/** What was taken off, by place, and what of it is back: nothing is left over when they agree. */
export function Bags({ space, job }: { space: Space; job: Job }) {
  const { bags, left } = job.now
  const [opened, setOpened] = useState<string | null>(null)
  const total = bags.reduce((sum, { off }) => sum + off, 0)
  const bag = bags.find(({ letter }) => letter === opened)
  return (
    <section aria-label={t('repair.takenOff')}>
      <div className="flex items-baseline justify-between gap-2 pb-1">
        <h2 className="text-sm font-semibold text-soft">{t('repair.takenOff')}</h2>
        {total > 0 && (
          <span className="text-sm font-semibold">{t('repair.inBags', { n: total, bags: bags.length })}</span>
        )}
      </div>
      <ul>
        {bags.map((one) => (
          <li key={one.letter} className="flex items-stretch gap-1 border-t border-hair">
            <button
              type="button"
              onClick={() => setOpened(one.letter)}
              className="flex min-h-12 min-w-0 flex-1 cursor-pointer items-center gap-3 text-left leading-tight"
            >
              <b className="w-4 shrink-0">{one.letter}</b>
              <span className="min-w-0 flex-1 text-sm">{stepWords(one.step).title}</span>
              <span className={`shrink-0 text-sm ${one.back >= one.off ? 'text-good' : ''}`}>
                {one.back >= one.off ? '✓ ' : ''}
                {countText(one.step.takes?.what ?? '', one.off)}
              </span>
            </button>
            {one.back < one.off && (
              <Button
                look="word"
                className="px-2 text-sm"
                aria-label={t('repair.bagBack', { letter: one.letter })}
                onClick={() => space.say(stepTopic('back', job.job, one.step.id), one.off)}
              >
                {t('repair.putBack')}
              </Button>
            )}
          </li>
        ))}
      </ul>
      <p className={`pt-1 text-sm leading-snug ${total > 0 && left === 0 ? 'text-good' : 'text-soft'}`}>
        {total === 0
          ? t('repair.nothingOff')
          : left === 0
            ? t('repair.allBack', { n: total })
            : t('repair.leftOver', { left, n: total })}
      </p>
      {bag && <BagSheet space={space} job={job} bag={bag} onClose={() => setOpened(null)} />}
    </section>
  )
}

/** How much came off, and how much is back: one more or one fewer than usual. */
function BagSheet({ space, job, bag, onClose }: { space: Space; job: Job; bag: Bag; onClose: () => void }) {
  const set = (kind: 'off' | 'back', n: number) =>
    space.say(stepTopic(kind, job.job, bag.step.id), Math.max(0, n))
  return (
    <Sheet
      open
      title={t('repair.bag', { letter: bag.letter, step: stepWords(bag.step).title })}
      onClose={onClose}
    >
      <div className="grid gap-3 pt-3">
        <Count
          name={t('repair.off')}
          text={countText(bag.step.takes?.what ?? '', bag.off)}
          n={bag.off}
          onSet={(n) => set('off', n)}
        />
        <Count
          name={t('repair.isBack')}
          text={countText(bag.step.takes?.what ?? '', bag.back)}
          n={bag.back}
          onSet={(n) => set('back', Math.min(bag.off, n))}
        />
        <Button look="solid" size="tall" onClick={onClose}>
          {t('ui.back')}
        </Button>
      </div>
    </Sheet>
  )
}

function Count({
  name,
  text,
  n,
  onSet,
}: {
  name: string
  text: string
  n: number
  onSet: (n: number) => void
}) {
  return (
    <div className="flex items-center gap-3 border-t border-hair pt-2">
      <span className="flex-1 text-lg">{name}</span>
      <Button
        aria-label={t('repair.fewer', { what: name })}
        className="size-14"
        disabled={n === 0}
        onClick={() => onSet(n - 1)}
      >
        <Minus className="mx-auto" aria-hidden="true" />
      </Button>
      <span className="small-figure w-28 text-center text-xl">{text}</span>
      <Button
        aria-label={t('repair.more', { what: name })}
        className="size-14"
        disabled={n >= 99}
        onClick={() => onSet(n + 1)}
      >
        <Plus className="mx-auto" aria-hidden="true" />
      </Button>
    </div>
  )
}
