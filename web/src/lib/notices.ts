/** Something to be told in passing, with what can be done about it; one that can be taken back goes once anything is. */
export type Notice = { id: number; text: string; act?: { label: string; run: () => void; back?: boolean } }

type Hear = { told: (n: Notice) => void; tookBack: () => void }
const listeners = new Set<Hear>()
let count = 0

/** Tells something to whoever shows notices. */
export function tell(text: string, act?: Notice['act']) {
  const notice = { id: ++count, text, act }
  for (const l of listeners) l.told(notice)
}

/** Something was taken back or done again: what offered to do so is out of date. */
export function tookBack() {
  for (const l of listeners) l.tookBack()
}

export function onNotice(hear: Hear): () => void {
  listeners.add(hear)
  return () => {
    listeners.delete(hear)
  }
}
