import { words } from '../../lib/words.ts'

/** Whether this device can read a text aloud. */
export const canReadAloud = (): boolean => typeof window !== 'undefined' && 'speechSynthesis' in window

/** Reads a text aloud in the page's language; what was being read stops. */
export function readAloud(text: string): void {
  if (!canReadAloud()) return
  const spoken = new SpeechSynthesisUtterance(text)
  spoken.lang = words().locale
  window.speechSynthesis.cancel()
  window.speechSynthesis.speak(spoken)
}
