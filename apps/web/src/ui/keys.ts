import { useEffect, useLayoutEffect, useRef } from 'react'
import { useHotkeys, useHotkeysContext } from 'react-hotkeys-hook'
import { usePrefs } from '../lib/prefs.ts'
import { steadyAtMs } from '../lib/steadyClock.ts'

/** Whose keys they are: the page's, or those of the sheet that lies over it. */
type KeyScope = 'page' | 'sheet'

/** Roles that take no text: a key pressed on one of them is meant for the page. Fields to type in are not among them. */
const NO_TEXT = ['radio', 'option', 'menuitem', 'menuitemradio', 'menuitemcheckbox', 'slider'] as const

/** A key held down, or pressed with another, is no key of ours. */
const notOurs = (event: KeyboardEvent) => event.repeat || event.ctrlKey || event.metaKey || event.altKey

let sheetsOpen = 0

/** While a sheet is open the keys are its own. */
export function useSheetScope(open: boolean): void {
  const { enableScope, disableScope } = useHotkeysContext()
  // Before the page is painted: a key pressed as the sheet appears must not reach what lies under it.
  useLayoutEffect(() => {
    if (!open) return
    if (sheetsOpen++ === 0) {
      enableScope('sheet')
      disableScope('page')
    }
    return () => {
      if (--sheetsOpen > 0) return
      enableScope('page')
      disableScope('sheet')
    }
  }, [open, enableScope, disableScope])
}

/** What a key does, told which it was and when it was pressed, ms by the steady clock. */
type Acts = Readonly<Record<string, (key: string, atMs: number) => void>>

/** What each key does, by what it writes; letters in lower case. */
function useKeys(acts: Acts, scope: KeyScope, enabled: boolean, capture: boolean): void {
  useHotkeys(
    Object.keys(acts).join(' '),
    (event) => {
      if (capture) event.stopPropagation()
      acts[event.key.toLowerCase()]?.(event.key, steadyAtMs(event))
    },
    {
      scopes: scope,
      enabled,
      delimiter: ' ',
      useKey: true,
      // Figures stand above the shift key on some keyboards.
      ignoreModifiers: true,
      ignoreEventWhen: (event) =>
        event.ctrlKey || event.metaKey || event.altKey || (!capture && event.repeat),
      enableOnFormTags: capture ? true : NO_TEXT,
      preventDefault: true,
      ...(capture ? { eventListenerOptions: { capture: true } } : {}),
    },
  )
}

/** Single letters and figures that act at once on a page; whoever speaks to their device, or leans on it, can switch them off. */
export function useSingleKeys(acts: Acts, enabled = true): void {
  const { singleKeys } = usePrefs()
  useKeys(acts, 'page', enabled && singleKeys && Object.keys(acts).length > 0, false)
}

/** Keys that a sheet takes wherever the focus is in it, before what has the focus does. */
export function useSheetKeys(acts: Acts, enabled: boolean): void {
  useKeys(acts, 'sheet', enabled, true)
}

/** The space bar, unless the keyboard led to a button or a field that takes it itself. */
export function useSpaceBar(act: (atMs: number) => void, enabled = true): void {
  const byKeyboard = useRef(false)
  useEffect(() => {
    const led = (event: KeyboardEvent) => {
      if (event.key === 'Tab' || event.key.startsWith('Arrow')) byKeyboard.current = true
    }
    const pointed = () => {
      byKeyboard.current = false
    }
    addEventListener('keydown', led, true)
    addEventListener('pointerdown', pointed, true)
    return () => {
      removeEventListener('keydown', led, true)
      removeEventListener('pointerdown', pointed, true)
    }
  }, [])
  useHotkeys('space', (event) => act(steadyAtMs(event)), {
    scopes: 'page',
    enabled,
    ignoreEventWhen: (event) =>
      notOurs(event) ||
      (byKeyboard.current && event.target instanceof HTMLElement && event.target.matches('button, a')),
    enableOnFormTags: NO_TEXT,
    preventDefault: true,
  })
}
