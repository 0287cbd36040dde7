import type { ReactNode } from 'react'

/** The bar under the thumb: whole-height targets, the main one in solid ink. */
export function ActionBar({ children }: { children: ReactNode }) {
  return (
    <div className="grid grid-cols-6 border-t border-line bg-face pb-[env(safe-area-inset-bottom)] md:flex md:h-24 [&>*]:border-line [&>*]:border-r">
      {children}
    </div>
  )
}

const WEIGHT = {
  main: 'bg-ink text-face col-span-6 md:w-[22%] md:flex-none disabled:opacity-40',
  half: 'col-span-3 text-ink hover:bg-ground disabled:text-soft',
  wide: 'col-span-6 text-ink hover:bg-ground disabled:text-soft',
  third: 'col-span-2 text-ink hover:bg-ground disabled:text-soft',
} as const

/** One action: its name, its key, and a few words on what it does. */
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
  onPress: () => void
}) {
  return (
    <button
      type="button"
      disabled={disabled}
      onClick={onPress}
      className={`flex min-h-16 min-w-0 flex-1 cursor-pointer flex-col justify-center px-4 text-left disabled:cursor-default md:px-5 ${WEIGHT[weight]}`}
    >
      <span className={`flex items-center gap-2 font-semibold ${weight === 'main' ? 'small-figure text-2xl' : 'text-lg'}`}>
        {name}
        {keyName && <Keycap>{keyName}</Keycap>}
      </span>
      <span className={`truncate text-sm ${weight === 'main' ? 'opacity-80' : 'text-soft'}`}>{hint}</span>
    </button>
  )
}

function Keycap({ children }: { children: ReactNode }) {
  return (
    <kbd className="hidden rounded-[3px] border border-current px-1.5 py-px font-sans text-[11px] opacity-70 md:inline">
      {children}
    </kbd>
  )
}
