import { Dialog } from 'radix-ui'
import type { ReactNode } from 'react'

/** A sheet over the screen: from below on a phone, in the middle of a desk. */
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
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-[#0008]" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-x-0 bottom-0 z-30 max-h-full overflow-auto border-t-4 border-ink bg-face p-4 pb-[calc(1rem+env(safe-area-inset-bottom))] text-ink md:inset-x-auto md:top-1/2 md:bottom-auto md:left-1/2 md:max-h-[92vh] md:w-[30rem] md:-translate-x-1/2 md:-translate-y-1/2 md:p-6"
        >
          <Dialog.Title className="text-base font-semibold">{title}</Dialog.Title>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
