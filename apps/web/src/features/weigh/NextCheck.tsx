import type { Gate, NextLook, WeighView } from '@brendik/core'
import { say, t } from '../../lib/words.ts'
import { upperFirst } from '../../words/cardText.ts'
import { GateNotice, type Space } from '../visit/index.ts'
import { leadingOf } from './leading.ts'

/** A look that the machine's state forbids is spoken of when it would tell this much more than the best that is open. */
const TELLS_MORE = 1.25
const OTHERS = 3

export interface Proposed {
  /** Looks that may be made as the machine stands, worth most first. */
  open: NextLook[]
  /** The best that may not, with what stands in the way; null where the open ones tell as much. */
  shut: { look: NextLook; gate: Gate } | null
}

/** What can be proposed: only what could put another first, and nothing once it is as good as sure. */
export function proposedOf(
  view: WeighView,
  allowed: { open: readonly NextLook[]; shut: readonly { look: NextLook; gate: Gate }[] },
): Proposed {
  if (leadingOf(view).sure && !view.conflict) return { open: [], shut: null }
  const open = allowed.open.filter(({ turns }) => turns !== null)
  const best = allowed.shut.find(({ look }) => look.turns !== null) ?? null
  const most = Math.max(0, ...open.map(({ gainBits }) => gainBits))
  return { open, shut: best && best.look.gainBits > TELLS_MORE * most ? best : null }
}

/** The one thing that is huge: the check worth most for its minutes, or what it is once nothing would change it. */
export function NextCheck({
  space,
  view,
  proposed: { open, shut },
  onOpen,
}: {
  space: Space
  view: WeighView
  proposed: Proposed
  onOpen: (look: NextLook) => void
}) {
  const [first, ...others] = open
  const leading = leadingOf(view)
  if (!first)
    return (
      <section aria-label={t('weigh.whatIsWrong')} className="py-5">
        <Huge name={leading.name} figure={String(Math.round(100 * leading.probability))} unit="%" />
        <p className="pt-2 text-lg leading-snug">
          {space.visit.closedAtMs !== null
            ? t('weigh.theVisitIsClosed')
            : view.conflict
              ? t('weigh.settleTheConflict')
              : leading.kind === 'fault' && leading.sure
                ? t('weigh.actThenProve')
                : leading.kind === 'nothing' && leading.sure
                  ? t('weigh.nothingToRepair')
                  : t('weigh.noLookWouldChangeIt')}
        </p>
        {shut && <Shut space={space} shut={shut} />}
      </section>
    )
  return (
    <section aria-label={t('weigh.nextWorthMost')} className="py-5">
      <p className="pb-1 text-sm font-semibold text-soft">{t('weigh.nextWorthMost')}</p>
      <Huge name={say(first.name)} figure={String(first.minutes)} unit={t('weigh.min')} />
      <p className="pt-2 text-lg leading-snug">{say(first.why)}</p>
      {first.by && <p className="pt-1 text-soft">{upperFirst(say(first.by))}.</p>}
      {others.length > 0 && (
        <ul className="pt-3" aria-label={t('weigh.orElse')}>
          {others.slice(0, OTHERS).map((look) => (
            <li key={look.id} className="border-t border-hair">
              <button
                type="button"
                onClick={() => onOpen(look)}
                className="flex min-h-12 w-full cursor-pointer items-center justify-between gap-4 text-left leading-tight"
              >
                <span>{say(look.name)}</span>
                <span className="small-figure shrink-0 text-soft">
                  {t('weigh.minutes', { minutes: look.minutes })}
                </span>
              </button>
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}

function Huge({ name, figure, unit }: { name: string; figure: string; unit: string }) {
  return (
    <div className="flex items-start justify-between gap-6">
      <h1 className="plate text-[34px] leading-[1.05] md:text-[44px]">{name}</h1>
      <p className="small-figure flex shrink-0 items-baseline gap-1.5 leading-none">
        <span className="text-[64px] md:text-[88px]">{figure}</span>
        <span className="text-2xl text-soft">{unit}</span>
      </p>
    </div>
  )
}

/** A look that would tell more, and what of the machine's state stands in the way. */
export function Shut({ space, shut: { look, gate } }: { space: Space; shut: NonNullable<Proposed['shut']> }) {
  return (
    <div className="pt-3">
      <p className="pb-1 leading-snug">
        <span className="font-semibold">{say(look.name)}</span>{' '}
        {t('nextLook.wouldTellMoreMinBut', { minutes: look.minutes })}
      </p>
      <GateNotice gate={gate} space={space} />
    </div>
  )
}
