import { Dialog } from 'radix-ui'
import { type ReactNode, useEffect, useRef } from 'react'
import { useSheetScope } from './keys.ts'
import { closeSheetStep, openSheetStep } from './sheetHistory.ts'

/** A sheet over the screen: from below on a phone, in the middle of a desk. Back closes it, and focus returns where it was. */
export function Sheet({
  open,
  title,
  onClose,
  children,
}: {
  open: boolean
  title: string
  onClose: () => void
  children: ReactNode
}) {
  const before = useRef<Element | null>(null)
  const wasOpen = useRef(false)
  if (open && !wasOpen.current) before.current = document.activeElement
  wasOpen.current = open
  const close = useRef(onClose)
  close.current = onClose
  useSheetScope(open)
  // A sheet that waits to be opened is no step: Back from its page must not be pressed twice.
  useEffect(() => {
    if (!open) return
    const step = openSheetStep(() => close.current())
    return () => closeSheetStep(step)
  }, [open])
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-[#0008]" />
        <Dialog.Content
          aria-describedby={undefined}
          onCloseAutoFocus={(event) => {
            event.preventDefault()
            if (before.current instanceof HTMLElement && before.current.isConnected) before.current.focus()
          }}
          className="fixed inset-x-0 bottom-0 z-30 max-h-full overflow-auto border-t-4 border-ink bg-face p-4 pb-[calc(1rem+env(safe-area-inset-bottom))] text-ink md:inset-x-auto md:top-1/2 md:bottom-auto md:left-1/2 md:max-h-[92vh] md:w-[30rem] md:-translate-x-1/2 md:-translate-y-1/2 md:p-6 short:inset-x-0 short:top-auto short:bottom-0 short:left-auto short:mx-auto short:max-h-full short:w-full short:max-w-[46rem] short:translate-x-0 short:translate-y-0 short:p-3"
        >
          <Dialog.Title className="text-base font-semibold">{title}</Dialog.Title>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
