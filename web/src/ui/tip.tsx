import { Tooltip } from 'radix-ui'
import type { ReactNode } from 'react'

/** A word on what a control does, for those who rest on it. */
export function Tip({ text, children }: { text: string; children: ReactNode }) {
  return (
    <Tooltip.Root>
      <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content
          sideOffset={4}
          collisionPadding={8}
          className="z-60 max-w-80 border border-ink bg-bar px-2 py-1 text-fine text-bar-ink"
        >
          {text}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  )
}

export const Tips = ({ children }: { children: ReactNode }) => (
  <Tooltip.Provider delayDuration={500} disableHoverableContent>
    {children}
  </Tooltip.Provider>
)
