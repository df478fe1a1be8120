import { useSyncExternalStore } from 'react'

/** A value that changes more often than what holds it should be drawn: only who listens is drawn anew. */
export class Signal<T> {
  private readonly listeners = new Set<() => void>()

  constructor(private value: T) {}

  readonly get = () => this.value

  readonly set = (value: T) => {
    if (Object.is(value, this.value)) return
    this.value = value
    for (const l of this.listeners) l()
  }

  readonly listen = (l: () => void) => {
    this.listeners.add(l)
    return () => {
      this.listeners.delete(l)
    }
  }
}

export const useSignal = <T>(s: Signal<T>): T => useSyncExternalStore(s.listen, s.get)
