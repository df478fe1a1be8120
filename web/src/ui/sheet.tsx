import { AlertDialog, Dialog } from 'radix-ui'
import { type ReactNode, useState } from 'react'
import { Button } from './parts'

const look = (wide: boolean) =>
  `fixed left-1/2 top-[8vh] z-50 max-h-[84vh] w-[calc(100vw-24px)] -translate-x-1/2 overflow-y-auto border-2 border-ink bg-sheet p-5 text-ink ${wide ? 'max-w-184' : 'max-w-128'}`

const veil = <div className="fixed inset-0 z-40 bg-black/45" aria-hidden="true" />

/** Gives the focus back to where it was when a sheet closes. */
function useReturn() {
  const [from] = useState(() => document.activeElement)
  return (e: Event) => {
    e.preventDefault()
    if (from instanceof HTMLElement && from.isConnected) from.focus()
  }
}

type Props = { title: string; children: ReactNode; wide?: boolean }

/** A sheet over the bench for what cannot be done in place. Keys rest while it is open. */
export function Sheet({ title, children, onClose, wide = false }: Props & { onClose: () => void }) {
  const back = useReturn()
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        {veil}
        <Dialog.Content
          data-rests
          aria-describedby={undefined}
          className={look(wide)}
          onCloseAutoFocus={back}
          onOpenAutoFocus={(e) => {
            const first = (e.currentTarget as HTMLElement).querySelector<HTMLElement>('[data-first]')
            if (!first) return
            e.preventDefault()
            first.focus()
          }}
        >
          <div className="mb-3 flex items-baseline gap-3">
            <Dialog.Title className="m-0 grow text-head leading-tight">{title}</Dialog.Title>
            <Dialog.Close asChild>
              <Button look="bare">Close</Button>
            </Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}

/** A question that has to be answered before anything else. */
export function Question({ title, children, wide = false, onLeave }: Props & { onLeave?: () => void }) {
  const back = useReturn()
  return (
    <AlertDialog.Root open onOpenChange={(open) => !open && onLeave?.()}>
      <AlertDialog.Portal>
        {veil}
        <AlertDialog.Content
          data-rests
          aria-describedby={undefined}
          className={look(wide)}
          onCloseAutoFocus={back}
          // What is typed next is no answer, and goes into no field below.
          onOpenAutoFocus={(e) => (e.currentTarget as HTMLElement).focus()}
          onEscapeKeyDown={(e) => !onLeave && e.preventDefault()}
        >
          <AlertDialog.Title className="m-0 mb-3 text-head leading-tight">{title}</AlertDialog.Title>
          {children}
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  )
}
