import { type ReactNode, type SyntheticEvent, useLayoutEffect, useRef } from 'react'
import { usePrefs } from '../lib/prefs.ts'
import { steadyAtMs, steadyNowMs } from '../lib/steadyClock.ts'
import { t } from '../lib/words.ts'

/**
 * The bar under the thumb: whole-height targets, the main one in solid ink.
 * @param deadUntilMs - By the steady clock: what was touched before does nothing where the main action stands.
 */
export function ActionBar({ children, deadUntilMs = 0 }: { children: ReactNode; deadUntilMs?: number }) {
  const bar = useRef<HTMLElement>(null)
  // A second tap of a hurried finger lands where the next action has just come up: that place is dead for a moment.
  const dead = (event: SyntheticEvent<HTMLElement>) => {
    const main = event.currentTarget.firstElementChild
    if (steadyAtMs(event) >= deadUntilMs || !main?.contains(event.target as Node)) return
    event.preventDefault()
    event.stopPropagation()
  }
  useLayoutEffect(() => {
    const main = bar.current?.firstElementChild
    const leftMs = deadUntilMs - steadyNowMs()
    if (!main || leftMs <= 0) return
    main.setAttribute('aria-disabled', 'true')
    const live = () => main.removeAttribute('aria-disabled')
    const timer = Number.isFinite(leftMs) ? setTimeout(live, leftMs) : undefined
    return () => {
      clearTimeout(timer)
      live()
    }
  }, [deadUntilMs])
  return (
    <section
      ref={bar}
      data-actions
      aria-label={t('actionBar.actions')}
      onClickCapture={dead}
      onPointerDownCapture={dead}
      className="flex shrink-0 flex-wrap border-t border-line bg-face pb-[env(safe-area-inset-bottom)] md:h-24 md:flex-nowrap short:h-16 short:flex-nowrap [&>*]:border-line [&>*]:border-r [&>*]:max-md:border-b"
    >
      {children}
    </section>
  )
}

const WEIGHT = {
  main: 'w-1/2 bg-ink px-4 text-face md:w-[22%] md:flex-none short:w-[22%] short:flex-none short:px-3 disabled:opacity-40',
  half: 'w-1/2 px-4 text-ink hover:bg-ground max-md:odd:last:w-full md:flex-1 short:w-auto short:flex-1 short:px-2 disabled:text-soft',
  third:
    'flex-1 px-2 text-ink hover:bg-ground disabled:text-soft max-md:items-center max-md:text-center short:px-2',
  sixth:
    'w-1/3 px-2 text-ink hover:bg-ground max-md:items-center max-md:text-center md:w-auto md:flex-1 short:px-2',
} as const

/** Longer than this between touch and release is no press but a hand that rested there, ms. */
const LONGEST_PRESS_MS = 1500

/**
 * One action: its name, its key, and a few words on what it does. It acts on release, so a slip can still be pulled away,
 * but tells the instant of the touch: that is when the pump started.
 */
export function Action({
  name,
  hint,
  keyName,
  weight = 'third',
  disabled = false,
  onPress,
}: {
  name: string
  hint: string
  keyName?: string
  weight?: keyof typeof WEIGHT
  disabled?: boolean
  onPress: (atMs: number) => void
}) {
  const touchedAtMs = useRef<number | null>(null)
  const press = (event: SyntheticEvent) => {
    const nowMs = steadyAtMs(event)
    const touched = touchedAtMs.current
    touchedAtMs.current = null
    onPress(touched !== null && nowMs - touched < LONGEST_PRESS_MS ? touched : nowMs)
  }
  return (
    <button
      type="button"
      disabled={disabled}
      onPointerDown={(event) => {
        touchedAtMs.current = steadyAtMs(event)
      }}
      onClick={press}
      className={`flex min-h-16 min-w-0 cursor-pointer flex-col justify-center text-left disabled:cursor-default md:px-5 ${WEIGHT[weight]}`}
    >
      <span
        className={`flex items-center gap-2 font-semibold ${weight === 'main' ? 'small-figure text-2xl short:text-xl' : weight === 'half' ? 'text-xl md:text-lg short:text-base short:leading-tight' : 'leading-tight md:text-lg md:leading-normal short:text-base short:leading-tight'}`}
      >
        {name}
        {keyName && <Keycap>{keyName}</Keycap>}
      </span>
      <span
        className={`max-w-full truncate text-sm ${weight === 'main' ? 'opacity-80 max-md:line-clamp-2 max-md:whitespace-normal max-md:leading-tight' : 'text-soft'} ${weight === 'third' || weight === 'sixth' ? 'max-md:hidden' : ''} short:hidden`}
      >
        {hint}
      </span>
    </button>
  )
}

function Keycap({ children }: { children: ReactNode }) {
  const { singleKeys } = usePrefs()
  if (!singleKeys && children !== t('key.space')) return null
  return (
    <kbd className="hidden rounded-[3px] border border-current px-1.5 py-px font-sans text-[11px] opacity-70 md:inline short:hidden">
      {children}
    </kbd>
  )
}
