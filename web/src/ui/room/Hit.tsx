import type { ReactNode } from 'react'

type Props = {
  label: string
  on: boolean
  onPick: () => void
  /** It is a picture: nothing is picked. */
  still?: boolean
  children: ReactNode
}

/** A part of a drawing that is picked by a press, by Enter or by the space bar. */
export function Hit({ label, on, onPick, still, children }: Props) {
  if (still) return <g>{children}</g>
  return (
    // biome-ignore lint/a11y/useSemanticElements: a part of a drawing
    <g
      role="button"
      tabIndex={0}
      aria-label={label}
      aria-pressed={on}
      className="cursor-pointer"
      onClick={onPick}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' && e.key !== ' ') return
        e.preventDefault()
        onPick()
      }}
    >
      {children}
    </g>
  )
}
