import type { ReactNode } from 'react'
import { Button } from '../../ui/parts'

/** A way of bringing many things in at once: what is found of them, taking them, or leaving it. */
export function WayIn({ count, onTake, onDone, children }: { count: number; onTake: () => void; onDone: () => void; children: ReactNode }) {
  return (
    <div className="mb-4 border-2 border-ink bg-sheet p-3">
      {children}
      <div className="mt-2 flex gap-3">
        <Button look="solid" disabled={count === 0} onClick={onTake}>
          Add {count > 0 ? count : ''} to the stock
        </Button>
        <Button look="bare" onClick={onDone}>
          Close
        </Button>
      </div>
    </div>
  )
}
