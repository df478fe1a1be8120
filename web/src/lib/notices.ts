/** Something to be told in passing, with what can be done about it. */
export type Notice = { id: number; text: string; act?: { label: string; run: () => void } }

type Hear = (n: Notice) => void
const listeners = new Set<Hear>()
let count = 0

/** Tells something to whoever shows notices. */
export function tell(text: string, act?: Notice['act']) {
  const notice = { id: ++count, text, act }
  for (const hear of listeners) hear(notice)
}

export function onNotice(hear: Hear): () => void {
  listeners.add(hear)
  return () => {
    listeners.delete(hear)
  }
}
