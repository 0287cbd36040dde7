import { LANGUAGES, SCHOOL_IDS, type SchoolId } from '@brendik/core'
import type { AnyLanguage, UnitSystem } from '@brendik/words/lean'
import { useSyncExternalStore } from 'react'

export type Theme = 'light' | 'cellar'
export interface Prefs {
  units: UnitSystem
  theme: Theme
  language: AnyLanguage
  /** Letters and figures act at once where nothing is typed. */
  singleKeys: boolean
  /** The order of checks that is followed: the computed one, or a school's. */
  order: 'least-minutes' | SchoolId | 'own'
}

/** Regions that measure in inches and gallons. */
const US_REGIONS = ['US', 'LR', 'MM']
const deviceLocales = () => (typeof navigator === 'undefined' ? [] : (navigator.languages ?? []))

function usualUnits(): UnitSystem {
  const [first] = deviceLocales()
  return first && US_REGIONS.includes(first.split('-').at(-1) ?? '') ? 'us' : 'metric'
}

/** The first language of the device that the product speaks; English if none. */
function usualLanguage(): AnyLanguage {
  const spoken = deviceLocales().map((tag) => tag.split('-')[0])
  return LANGUAGES.find((own) => own === spoken.find((tag) => LANGUAGES.some((each) => each === tag))) ?? 'en'
}

const KEY = 'brendik.prefs'
const listeners = new Set<() => void>()
let prefs: Prefs = read()

function read(): Prefs {
  const usual: Prefs = {
    units: usualUnits(),
    theme: 'light',
    language: usualLanguage(),
    singleKeys: true,
    order: 'least-minutes',
  }
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Prefs>
    return {
      units: kept.units === 'us' || kept.units === 'metric' ? kept.units : usual.units,
      language:
        kept.language === 'pseudo' || LANGUAGES.some((own) => own === kept.language)
          ? (kept.language as AnyLanguage)
          : usual.language,
      theme: kept.theme === 'cellar' ? 'cellar' : usual.theme,
      singleKeys: kept.singleKeys !== false,
      order: [...SCHOOL_IDS, 'own' as const].find((own) => own === kept.order) ?? usual.order,
    }
  } catch {
    return usual
  }
}

/** Puts language and theme on the page: once as it opens, and after every change. */
export function applyPrefs(): void {
  document.documentElement.lang = prefs.language === 'pseudo' ? 'en' : prefs.language
  document.documentElement.dataset.theme = prefs.theme
}

/** Opens the page anew in another language: every word of it is read once. */
export function speak(language: AnyLanguage): void {
  if (language === prefs.language) return
  setPrefs({ language })
  location.reload()
}

/** Units, theme and language are kept on the device. */
export function setPrefs(change: Partial<Prefs>): void {
  prefs = { ...prefs, ...change }
  localStorage.setItem(KEY, JSON.stringify(prefs))
  applyPrefs()
  for (const listener of listeners) listener()
}

/** What is set now, outside of any view. */
export const prefsNow = (): Prefs => prefs

export function usePrefs(): Prefs {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    () => prefs,
  )
}
