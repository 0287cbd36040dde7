import { useSyncExternalStore } from 'react'
import type { UnitSystem } from './units.ts'

export type Theme = 'light' | 'cellar'
export interface Prefs {
  units: UnitSystem
  theme: Theme
}

const KEY = 'brendik.prefs'
const listeners = new Set<() => void>()
let prefs: Prefs = read()

function read(): Prefs {
  const usual: Prefs = { units: 'metric', theme: 'light' }
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Prefs>
    return {
      units: kept.units === 'us' ? 'us' : usual.units,
      theme: kept.theme === 'cellar' ? 'cellar' : usual.theme,
    }
  } catch {
    return usual
  }
}

function apply(): void {
  document.documentElement.dataset.theme = prefs.theme
}

/** Units and theme are kept on the device. */
export function setPrefs(change: Partial<Prefs>): void {
  prefs = { ...prefs, ...change }
  localStorage.setItem(KEY, JSON.stringify(prefs))
  apply()
  for (const listener of listeners) listener()
}

export function usePrefs(): Prefs {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    () => prefs,
  )
}

apply()
