import { Dialog } from 'radix-ui'
import type { ReactNode } from 'react'
import { Button } from './parts'

/** A sheet over the bench for what cannot be done in place. */
export function Sheet({
  title,
  children,
  onClose,
  wide = false,
}: {
  title: string
  children: ReactNode
  onClose?: () => void
  wide?: boolean
}) {
  return (
    <Dialog.Root open modal={false} onOpenChange={(open) => !open && onClose?.()}>
      <Dialog.Portal>
        <div className="fixed inset-0 z-40 bg-black/45" aria-hidden="true" onClick={onClose} />
        <Dialog.Content
          aria-describedby={undefined}
          onInteractOutside={(e) => !onClose && e.preventDefault()}
          onEscapeKeyDown={(e) => !onClose && e.preventDefault()}
          className={`fixed left-1/2 top-[8vh] z-50 max-h-[84vh] w-[calc(100vw-24px)] -translate-x-1/2 overflow-y-auto border-2 border-ink bg-sheet p-5 text-ink ${wide ? 'max-w-[46rem]' : 'max-w-[32rem]'}`}
        >
          <div className="mb-3 flex items-baseline gap-3">
            <Dialog.Title className="m-0 grow text-[21px] leading-tight">{title}</Dialog.Title>
            {onClose && (
              <Dialog.Close asChild>
                <Button look="bare">Close</Button>
              </Dialog.Close>
            )}
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
