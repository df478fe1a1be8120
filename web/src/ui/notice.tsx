import { Toast } from 'radix-ui'
import { type ReactNode, useEffect, useState } from 'react'
import { type Notice, onNotice } from '../lib/notices'
import { Button } from './parts'

/** Shows what is told in passing; each goes by itself, later when something can be done about it. */
export function Notices({ children }: { children: ReactNode }) {
  const [all, setAll] = useState<Notice[]>([])
  useEffect(
    () =>
      onNotice({
        told: (n) => setAll((old) => [...old.slice(-2), n]),
        tookBack: () => setAll((old) => old.filter((n) => !n.act?.back)),
      }),
    [],
  )
  const close = (id: number) => setAll((old) => old.filter((n) => n.id !== id))
  return (
    <Toast.Provider label="Notice" swipeDirection="down">
      {children}
      {all.map((n) => (
        <Toast.Root
          key={n.id}
          duration={n.act ? 12_000 : 7000}
          onOpenChange={(open) => !open && close(n.id)}
          className="flex items-center gap-4 border-2 border-ink bg-sheet px-4 py-2 text-body text-ink shadow-[4px_4px_0_var(--line)]"
        >
          <Toast.Description className="grow">{n.text}</Toast.Description>
          {n.act && (
            <Toast.Action altText={n.act.label} asChild>
              <Button look="bare" onClick={n.act.run}>
                {n.act.label}
              </Button>
            </Toast.Action>
          )}
          <Toast.Close aria-label="Close the notice" className="px-1 text-lead text-soft hover:text-ink">
            ×
          </Toast.Close>
        </Toast.Root>
      ))}
      <Toast.Viewport
        data-noprint
        className="fixed bottom-14 left-1/2 z-60 m-0 flex w-[min(34rem,calc(100vw-24px))] -translate-x-1/2 list-none flex-col gap-2 p-0"
      />
    </Toast.Provider>
  )
}
