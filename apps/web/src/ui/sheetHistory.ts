import { newId } from '../lib/newId.ts'

/**
 * An open sheet is a step of the browser's history, so that Back takes the sheet and not the page. A sheet closed by itself leaves its step
 * spare: the next sheet takes it, and Back passes over it. (Going back at once would race with a link pressed in the same moment.)
 */
let openStep: { id: string; onBack: () => void } | null = null
let spareAt: number | null = null

interface StepState {
  idx?: number
  sheet?: string | null
}
const state = (): StepState => (window.history.state ?? {}) as StepState
const isSpare = () => state().sheet === null

export function openSheetStep(onBack: () => void): string {
  const id = newId()
  // The router's own marks stay: for it this is the same place.
  const marked = { ...window.history.state, sheet: id }
  if (isSpare()) window.history.replaceState(marked, '')
  else window.history.pushState(marked, '')
  spareAt = null
  openStep = { id, onBack }
  return id
}

export function closeSheetStep(id: string): void {
  if (openStep?.id === id) openStep = null
  if (state().sheet !== id) return
  window.history.replaceState({ ...window.history.state, sheet: null }, '')
  spareAt = state().idx ?? 0
}

window.addEventListener('popstate', () => {
  const { sheet, idx } = state()
  const passed = spareAt
  spareAt = isSpare() ? (idx ?? 0) : null
  if (openStep && sheet !== openStep.id) {
    const { onBack } = openStep
    openStep = null
    onBack()
  } else if (passed !== null && passed === (idx ?? 0) && sheet === undefined) {
    // Back landed below a spare step, on the very same page: on to the one before.
    window.history.back()
  }
})
